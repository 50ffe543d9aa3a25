import { withFacts } from '../../texts/keys';
import { strictestChildAge } from '../facts';
import { h, live, p } from '../rich/build';
import type { Section } from './section';

/** Rights by law and how they are used (GDPR Art. 13(2)(b), (c); Cal. Civ. Code § 1798.130(a)(5)(A)). */
export const rights: Section = {
  id: 'rights',
  blocks: ({ answers: { rightsUrl, controller }, words }) => {
    const { page, mail, unsaid } = words.rightsHow;
    const { email } = controller;
    const how = withFacts(rightsUrl ? page : email ? mail : unsaid, { url: rightsUrl, email });
    return [h('rights.h', words.rights), p('rights.how', how), live('rights', 'rights')];
  },
};

/** To whom one may complain (GDPR Art. 13(2)(d)). */
export const complaint: Section = {
  id: 'complaint',
  blocks: ({ answers: { authority }, regimes, words }) => {
    const known = [...new Set(regimes.map((regime) => regime.authority.value.name))];
    const names = authority.name ? `${authority.name}${authority.url && ` (${authority.url})`}` : known.join('; ');
    return names
      ? [h('complaint.h', words.complaint), p('complaint', withFacts(words.complaintTo, { name: names }))]
      : [];
  },
};

/** Children (GDPR Art. 8; COPPA, 16 CFR 312.4(d)). */
export const children: Section = {
  id: 'children',
  blocks: ({ answers: { children: told }, regimes, words, said }) => {
    const age = String(strictestChildAge(regimes));
    const text = withFacts(told.directed ? words.childrenFor : words.childrenNot, { age });
    return [h('children.h', words.children), p('children', text, said('children', told.means))];
  },
};

/** Decisions without a person (GDPR Art. 13(2)(f), 22). */
export const automated: Section = {
  id: 'automated',
  blocks: ({ answers: { automated: told }, words, said }) => [
    h('automated.h', words.automated),
    told.used
      ? p('automated', words.automatedUsed, said('automated', told.logic), said('automated', told.effect))
      : p('automated', words.automatedNone),
  ],
};

/** Sale and sharing (Cal. Civ. Code § 1798.130(a)(5)(C), § 1798.135), told where a law of the site knows them. */
export const sale: Section = {
  id: 'sale',
  blocks: ({ answers: { sale: said }, regimes, words }) => {
    if (!regimes.some(({ modes }) => modes.sale || modes.sharing || modes['targeted-advertising'])) return [];
    const { sells, shares } = said;
    return [
      h('sale.h', words.sale),
      p(
        'sale',
        sells && words.saleSells,
        shares && words.saleShares,
        !sells && !shares && words.saleNone,
        (sells || shares) && regimes.some(({ gpc }) => gpc.value === 'binds') && words.saleSignal,
      ),
    ];
  },
};

/** Financial incentives (Cal. Civ. Code § 1798.125(b); 11 CCR § 7016). */
export const incentives: Section = {
  id: 'incentives',
  blocks: ({ answers: { sale: told }, words, said }) =>
    told.incentives ? [h('incentives.h', words.incentives), p('incentives', said('incentives', told.incentives))] : [],
};
