import { byHand, cut } from '../parts';
import type { PolicyRule } from '../types';

const DAY = 86_400;
const UNITS: [RegExp, number][] = [
  [/^(hours?|stunden?)$/i, 3_600],
  [/^(days?|tage?n?)$/i, DAY],
  [/^(weeks?|wochen?)$/i, 7 * DAY],
  [/^(months?|monate?n?)$/i, 30.5 * DAY],
  [/^(years?|jahre?n?)$/i, 365.25 * DAY],
];
const DURATION = /(\d{1,4})[\s-]+(hours?|stunden?|days?|tage?n?|weeks?|wochen?|months?|monate?n?|years?|jahre?n?)\b/giu;

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
        const told = Math.max(0, ...[...words.matchAll(DURATION)].map(([, n, unit]) => Number(n) * secondsOf(unit!)));
        // A year has 365 days or 366, a month 28 to 31.
        if (told === 0 || lives <= told * 1.02) return [];
        return [{ what: `"${cut(words)}", but ${longest!.name} lives ${Math.round(lives / DAY)} days` }];
      });
  },
};

const secondsOf = (unit: string): number => UNITS.find(([form]) => form.test(unit))?.[1] ?? 0;
