import { longestIn } from '../../words/lengths';
import { byHand, cut } from '../parts';
import type { PolicyRule } from '../types';

const DAY = 86_400;

export const lifetimeAsTold: PolicyRule = {
  id: 'lifetime-as-told',
  title: 'Cookies live longer than the text says',
  weight: 'contradiction',
  article: 'GDPR Art. 13(2)(a); CJEU C-673/17',
  kinds: ['privacy', 'cookies', 'app-cookies'],
  look: (of) => {
    const longest = of.setup.services
      .flatMap(({ items }) => items)
      .reduce(
        (most, one) => ((one.lifetimeSeconds ?? 0) > (most?.lifetimeSeconds ?? 0) ? one : most),
        undefined as { name: string; lifetimeSeconds?: number | null } | undefined,
      );
    const lives = longest?.lifetimeSeconds ?? 0;
    return byHand(of)
      .filter(({ words }) => /cookie/i.test(words))
      .flatMap(({ words }) => {
        const told = longestIn(words);
        // A month may have 28 days or 31.
        if (told === 0 || lives <= told * 1.02) return [];
        return [{ what: `"${cut(words)}", but ${longest!.name} lives ${Math.round(lives / DAY)} days` }];
      });
  },
};
