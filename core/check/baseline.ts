import { z } from 'zod';
import { ITEM_KINDS } from '../observe/types';
import type { CheckedCase, CheckedItem, CheckReport } from './types';

const short = z.string().min(1).max(500);

/**
 * Slips that are known and are not to fail a build, each with who answers for it and until when. What is left out of an
 * entry stands for any.
 */
export const baselineSchema = z.strictObject({
  format: z.literal('douane.baseline/1'),
  known: z
    .array(
      z.strictObject({
        host: short,
        kind: z.enum(ITEM_KINDS).optional(),
        name: short.optional(),
        /** Id of a case, as a report has it. */
        case: short.optional(),
        owner: short,
        /** The last day on which it counts as known. */
        until: z.iso.date({ error: 'a day such as 2026-12-31' }),
        why: short.optional(),
      }),
    )
    .max(5_000),
});
export type Baseline = z.output<typeof baselineSchema>;
type Known = Baseline['known'][number];

export interface Parted {
  /** What fails a build: slipped, and known to nobody. */
  fresh: { item: CheckedItem; checked: CheckedCase }[];
  known: { item: CheckedItem; checked: CheckedCase; by: Known }[];
  /** Entries whose day has passed and that something still slips by. */
  expired: Known[];
  /** Entries that nothing slipped by. */
  idle: Known[];
}

/** Parts what slipped in a check by what a baseline knows; `today` as an ISO date. */
export function partByBaseline({ cases }: Pick<CheckReport, 'cases'>, { known }: Baseline, today: string): Parted {
  const parted: Parted = { fresh: [], known: [], expired: [], idle: [] };
  const used = new Set<Known>();
  for (const checked of cases) {
    for (const item of checked.items.filter(({ verdict }) => verdict === 'slipped')) {
      const fitting = known.filter((one) => isOf(one, item, checked));
      for (const one of fitting) used.add(one);
      const by = fitting.find(({ until }) => until >= today);
      if (by) parted.known.push({ item, checked, by });
      else parted.fresh.push({ item, checked });
      for (const one of fitting) if (one.until < today && !parted.expired.includes(one)) parted.expired.push(one);
    }
  }
  parted.idle = known.filter((one) => !used.has(one));
  return parted;
}

const isOf = (one: Known, item: CheckedItem, { id }: CheckedCase): boolean =>
  one.host === item.host &&
  (one.kind === undefined || one.kind === item.kind) &&
  (one.name === undefined || one.name === item.name) &&
  (one.case === undefined || one.case === id);
