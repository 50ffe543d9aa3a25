import { allowsMark, type PlanIndex, purposeOf, UNRULED_MARK } from '@douane/core/hold';
import { plural } from '@douane/core/words';
import type { Sighting } from '../sightings';

/**
 * held: it waits, in the page or because the policy stopped it. released: it was asked for and may be. slipped: it was asked
 * for and may not.
 */
export interface Line {
  state: 'held' | 'released' | 'slipped';
  address: string;
  by: string;
  atMs: number;
  service: string;
  why: string;
  from: string;
}

export interface LineFacts {
  plan: PlanIndex;
  /** Host of the page. */
  page: string;
  granted: Readonly<Record<string, boolean>>;
  services: readonly [host: string, service: string][];
}

/**
 * What became of each third party's address on a page, one line to each and what asked, in the order of time. A browser
 * counts what its policy stopped as asked for, too, so of an address only what was asked for more often has gone out.
 */
export function linesOf(sightings: readonly Sighting[], { plan, page, granted, services }: LineFacts): Line[] {
  const allows = (mark: string) => allowsMark(mark, granted, plan.unruled);
  const lines = new Map<string, Line>();
  const nearest = [...services].sort(([a], [b]) => b.length - a.length);
  const stopped = countBy(sightings, 'stopped');
  const asked = countBy(sightings, 'asked');
  for (const { kind, address, by, atMs, from = '' } of [...sightings].sort((a, b) => a.atMs - b.atMs)) {
    if (!/^(https?|wss?):/.test(address)) continue;
    const url = new URL(address);
    const purpose = purposeOf(plan, url);
    if (purpose === undefined || (purpose === null && url.hostname === page)) continue;
    const times = stopped.get(address) ?? 0;
    if (kind === 'asked' && (asked.get(address) ?? 0) <= times) continue;
    const mark = purpose ?? UNRULED_MARK;
    const whose = purpose === null ? 'nobody has ruled it' : purpose;
    const may = allows(mark);
    const state = kind !== 'asked' ? 'held' : may ? 'released' : 'slipped';
    const why =
      kind === 'stopped'
        ? `${whose}; the browser’s policy stopped it${times > 1 ? ` ${plural(times, 'time')}` : ''}`
        : kind === 'waiting'
          ? `${whose}; its tag waits in the page`
          : may
            ? `${whose}; may run`
            : `${whose}; asked for all the same, ahead of the gate or past it`;
    const key = `${state} ${kind} ${address}`;
    if (lines.has(key)) continue;
    const [, service = ''] = nearest.find(([host]) => `.${url.hostname}`.endsWith(`.${host}`)) ?? [];
    lines.set(key, { state, address, by, atMs, service, why, from });
  }
  return [...lines.values()];
}

/** How often each address was seen so. */
function countBy(sightings: readonly Sighting[], kind: Sighting['kind']): Map<string, number> {
  const counts = new Map<string, number>();
  for (const one of sightings) if (one.kind === kind) counts.set(one.address, (counts.get(one.address) ?? 0) + 1);
  return counts;
}
