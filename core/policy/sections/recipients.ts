import { withFacts } from '../../texts/keys';
import { h, live, p, ul } from '../rich/build';
import { transfersOf } from '../third-countries';
import type { Section } from './section';

/** Who receives data (GDPR Art. 13(1)(e)): services of the site as they are in force, and others that were named. */
export const recipients: Section = {
  id: 'recipients',
  blocks: ({ answers, setup, words }) => {
    const others = answers.recipients.map(({ name, role }) => `${name}, ${words.roles[role]}`);
    const any = setup.services.length + others.length > 0;
    return [
      h('recipients.h', words.recipients),
      ...(any ? [] : [p('recipients.none', words.recipientsNone)]),
      ...(setup.services.length > 0 ? [live('recipients', 'services')] : []),
      ...(others.length > 0 ? [p('recipients.others.p', `${words.others}:`), ul('recipients.others', others)] : []),
    ];
  },
};

/** What leaves the Economic Area, and under which safeguard (GDPR Art. 13(1)(f)). */
export const transfers: Section = {
  id: 'transfers',
  blocks: ({ answers, setup, language, words }) => {
    const countries = new Intl.DisplayNames(language, { type: 'region' });
    const lines = transfersOf(setup.services, answers).map(({ name, country, safeguard }) =>
      withFacts(words.transfer[safeguard ?? 'unsaid'], { name, country: countries.of(country) ?? country }),
    );
    return [
      h('transfers.h', words.transfers),
      lines.length > 0 ? ul('transfers', lines) : p('transfers.none', words.transfersNone),
    ];
  },
};
