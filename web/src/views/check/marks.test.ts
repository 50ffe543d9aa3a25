import type { CheckedCase, CheckedItem } from '@douane/core/check';
import { describe, expect, it } from 'vitest';
import { lanesOf, telling } from './lanes';
import { endOf, near, nextMark } from './marks';

const item = (service: string, ...times: [atMs: number, permitted: boolean][]) =>
  ({
    ...{ kind: 'request', name: 'image', host: 'x.localhost', purpose: 'measurement', service, verdict: 'held' },
    firings: times.map(([atMs, permitted]) => ({ atMs, permitted })),
  }) as unknown as CheckedItem;
const visit = (over: Partial<CheckedCase> = {}) => ({ recorded: [], items: [], ...over }) as unknown as CheckedCase;
const LANES = lanesOf([item('A', [100, true], [900, true]), item('B'), item('C', [300, false], [850, true])]);
const all = () => true;
const times = (...keys: string[]) => {
  let at = nextMark(LANES, null, 'ArrowRight', all);
  for (const key of keys) at = nextMark(LANES, at ?? null, key, all) ?? at;
  return at?.atMs;
};

describe('from mark to mark', () => {
  it('goes along a lane and stops at its end', () => {
    expect(times()).toBe(100);
    expect(times('ArrowRight')).toBe(900);
    expect(times('ArrowRight', 'ArrowRight')).toBe(900);
    expect(times('ArrowRight', 'ArrowLeft')).toBe(100);
  });

  it('goes to the nearest in time of another lane, past those with none', () => {
    expect(times('ArrowDown')).toBe(300);
    expect(times('ArrowRight', 'ArrowDown')).toBe(850);
    expect(times('ArrowRight', 'ArrowDown', 'ArrowUp')).toBe(900);
  });

  it('goes to none that is not shown, and hears no other key', () => {
    expect(nextMark(LANES, null, 'ArrowRight', (ms) => ms > 200)?.atMs).toBe(900);
    expect(nextMark(LANES, null, 'a', all)).toBeUndefined();
  });
});

describe('the time that is shown at first', () => {
  it('reaches past the record, and as far as the first slip', () => {
    const recorded = [{ step: 'accept' as const, clickedAtMs: 1900, atMs: 2000 }];
    expect(near(visit({ recorded }), [], 20_000)).toEqual([0, 4320]);
    expect(near(visit(), lanesOf([item('A', [9000, false])]), 20_000)).toEqual([0, 10_350]);
    const both = lanesOf([item('A', [9000, false]), item('B', [12_000, false])]);
    expect(near(visit(), both, 20_000, 'B')).toEqual([0, 13_800]);
    expect(near(visit(), [], 1200)).toEqual([0, 1200]);
  });

  it('ends with the last mark or record', () => {
    expect(endOf(visit(), LANES)).toBe(1020);
    expect(endOf(visit(), lanesOf([item('A', [5000, true])]))).toBe(5100);
  });
});

it('draws of many lanes those that slipped or fired, and the one that is looked at', () => {
  const many = lanesOf(
    Array.from({ length: 40 }, (_, i) =>
      item(`S${String(i).padStart(2, '0')}`, ...(i === 33 ? [[5, false] as [number, boolean]] : [])),
    ),
  );
  const drawn = telling(many, 'S39').map(({ service }) => service);
  expect(drawn).toHaveLength(24);
  expect(drawn).toEqual(expect.arrayContaining(['S33', 'S39']));
  expect(drawn).toEqual([...drawn].sort());
});
