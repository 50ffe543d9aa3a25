import { expect, it } from 'vitest';
import type { HookReport } from './hooks';
import { removedAtOnce } from './removed-again';

const report = (what: HookReport['what'], text: string, at: number): HookReport => ({
  what,
  text,
  at,
  host: 'shop.example',
  stack: '',
});

it('is what was stored and taken away within a second, by kind and name', () => {
  const reports = [
    report('cookie', 'probe=1; path=/', 100),
    report('removed', 'cookie probe', 104),
    report('local-storage', '__test', 200),
    report('removed', 'local-storage __test', 201),
  ];
  expect(removedAtOnce(reports)).toEqual(new Set(['cookie probe', 'local-storage __test']));
});

it('is not what stayed for longer, what was stored again, or what was never stored', () => {
  expect(removedAtOnce([report('local-storage', 'cart', 0), report('removed', 'local-storage cart', 1_001)]).size).toBe(
    0,
  );
  const again = [
    report('session-storage', 'id', 0),
    report('removed', 'session-storage id', 1),
    report('session-storage', 'id', 2),
  ];
  expect(removedAtOnce(again).size).toBe(0);
  expect(removedAtOnce([report('removed', 'cookie gone', 5)]).size).toBe(0);
});

it('counts the longest stay of one that comes and goes', () => {
  const comesAndGoes = [
    report('local-storage', 'lock', 0),
    report('removed', 'local-storage lock', 10),
    report('local-storage', 'lock', 20),
    report('removed', 'local-storage lock', 2_000),
  ];
  expect(removedAtOnce(comesAndGoes).size).toBe(0);
});
