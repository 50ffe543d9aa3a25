import { READS, type TimeUnit } from '../../words/index';
import { byHand, cut } from '../parts';
import type { PolicyRule } from '../types';

const DAY = 86_400;
const SECONDS: Record<TimeUnit, number> = {
  hour: 3_600,
  day: DAY,
  week: 7 * DAY,
  month: 30.5 * DAY,
  year: 365.25 * DAY,
};
const UNITS = (Object.keys(SECONDS) as TimeUnit[]).map(
  (unit) => [READS.map(({ units }) => units[unit]).join('|'), SECONDS[unit]] as const,
);
const DURATION = new RegExp(`(\\d{1,4})[\\s-]+(${UNITS.map(([forms]) => forms).join('|')})\\b`, 'giu');

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

const secondsOf = (unit: string): number =>
  UNITS.find(([forms]) => new RegExp(`^(${forms})$`, 'iu').test(unit))?.[1] ?? 0;
