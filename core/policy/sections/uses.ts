import { h, p } from '../rich/build';
import type { Section } from './section';

/**
 * Each use with its purpose, legal basis, interest, and how long (GDPR Art. 13(1)(c), (d), 13(2)(a), (e); where it comes from
 * others Art. 14(1)(d), 14(2)(f)).
 */
export const uses: Section = {
  id: 'uses',
  blocks: ({ answers, audience, words }) => {
    const told = answers.uses.filter((use) => use.audiences.includes(audience));
    if (told.length === 0) return [];
    const { use: say } = words;
    return [
      h('uses.h', words.uses),
      ...told.flatMap(({ id, what, source, from, why, basis, interest, balance, retention, must }) => [
        h(`uses.${id}.h`, stopped(what), 3),
        p(
          `uses.${id}`,
          source === 'others' ? say.source.others(stopped(from)) : say.source[source],
          why && say.why(stopped(why)),
          basis && say.basis[basis],
          basis === 'interest' && interest && say.interest(stopped(interest)),
          basis === 'interest' && balance && say.balance(stopped(balance)),
          retention && say.retention(stopped(retention)),
          must,
        ),
      ]),
    ];
  },
};

/** An answer without its full stop, since it stands within a sentence. */
const stopped = (text: string) => text.replace(/[.\s]+$/, '');
