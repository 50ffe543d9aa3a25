import type { Setup } from '../../setup/types';
import { withFacts } from '../../texts/keys';
import { purposeWords } from '../../texts/purposes';
import { h, p } from '../rich/build';
import type { Section } from './section';

/**
 * Each use with its purpose, legal basis, interest, and how long (GDPR Art. 13(1)(c), (d), 13(2)(a), (e); where it comes from
 * others Art. 14(1)(d), 14(2)(f)).
 */
export const uses: Section = {
  id: 'uses',
  blocks: ({ answers, audience, setup, language, words, said: saidIn }) => {
    const told = answers.uses.filter((use) => use.audiences.includes(audience));
    if (told.length === 0) return [];
    const { use: say } = words;
    return [
      h('uses.h', words.uses),
      ...told.flatMap(({ id, purpose, what, source, from, why, basis, interest, balance, retention, must }) => {
        const said = (text: string) => stopped(saidIn(`uses.${id}`, text));
        const named = purposeNamed(setup, purpose, why, language) ?? stopped(saidIn(`uses.${id}.h`, why || what));
        return [
          h(`uses.${id}.h`, named, 3),
          p(
            `uses.${id}`,
            what && withFacts(say.what, { what: said(what) }),
            source === 'others' && said(from)
              ? withFacts(say.source.others, { from: said(from) })
              : say.source[source === 'others' ? 'othersUnsaid' : source],
            basis && say.basis[basis],
            basis === 'interest' && interest && withFacts(say.interest, { interest: said(interest) }),
            basis === 'interest' && balance && withFacts(say.balance, { balance: said(balance) }),
            retention && withFacts(say.retention, { time: said(retention) }),
            must && saidIn(`uses.${id}`, must),
          ),
        ];
      }),
    ];
  },
};

/** A purpose as the banner calls it in a language, where nobody called the use otherwise. */
function purposeNamed(
  { purposes }: Pick<Setup, 'purposes'>,
  id: string | undefined,
  why: string,
  language: string,
): string | undefined {
  const purpose = purposes.find((one) => one.id === id);
  return purpose && purpose.name === why ? purposeWords(purpose, language).name : undefined;
}

/** An answer without its full stop, since it stands within a sentence. */
const stopped = (text: string) => text.replace(/[.\s]+$/, '');
