import { withFacts } from '../../texts/keys';
import { h, live, p } from '../rich/build';
import type { PolicyWords } from '../words/index';
import type { Section } from './section';

/** What the document is. */
export const intro: Section = {
  id: 'intro',
  blocks: ({ kind, answers, setup, words }) => {
    const { name } = setup.site;
    const who = answers.controller.name || name;
    return kind in words.intro
      ? [p('intro', withFacts(words.intro[kind as keyof PolicyWords['intro']], { site: name, who }))]
      : [];
  },
};

/** Controller with representative and officer (GDPR Art. 13(1)(a), (b)); for an imprint, the provider of the service. */
export const controller: Section = {
  id: 'controller',
  blocks: ({ kind, words }) => [
    h('controller.h', kind === 'imprint' ? words.imprint : words.controller),
    live('controller', 'controller'),
  ],
};

/** What is stored, item by item (Directive 2002/58/EC Art. 5(3); CJEU C-673/17, also how long). */
export const items: Section = {
  id: 'items',
  blocks: () => [live('items.choices', 'choices'), live('items', 'items')],
};

/** In a privacy policy only for what, since the list is in the cookie policy. */
export const stored: Section = {
  id: 'stored',
  blocks: ({ words }) => [
    h('stored.h', words.stored),
    live('stored', 'purposes'),
    p('stored.where', words.storedWhere),
    live('stored.choices', 'choices'),
  ],
};

export const contact: Section = {
  id: 'contact',
  blocks: ({ words }) => [h('contact.h', words.contact), live('contact', 'contact')],
};

/** Since when it is as it is (California: Cal. Civ. Code § 1798.130(a)(5), date last updated). */
export const changes: Section = {
  id: 'changes',
  blocks: ({ words }) => [h('changes.h', words.changes), live('changes', 'changed')],
};

/** Conditions of use: a beginning, which a lawyer goes on with. */
export const terms: Section = {
  id: 'terms',
  blocks: ({ words }) =>
    Object.entries(words.terms).flatMap(([id, { title, text }]) => [h(`terms.${id}.h`, title), p(`terms.${id}`, text)]),
};
