import { expect, it } from 'vitest';
import { compareChecks } from './compare';
import type { CheckedCase, CheckedItem, Verdict } from './types';

const PAGE = 'http://site.localhost/';
const item = (host: string, verdict: Verdict, page = PAGE) =>
  ({ kind: 'request', name: 'image', host, verdict, page, firings: [] }) as unknown as CheckedItem;
const visit = (id: string, items: CheckedItem[]) => ({ id, items }) as unknown as CheckedCase;
const check = (...cases: CheckedCase[]) => ({ cases, pages: [PAGE] });
const became = (...args: Parameters<typeof compareChecks>) =>
  compareChecks(...args).changes.map(({ what, item: { host } }) => `${what} ${host}`);

it.each<[string, Verdict | null, Verdict | null]>([
  ['slips', 'held', 'slipped'],
  ['slips', null, 'slipped'],
  ['mended', 'slipped', 'held'],
  ['new', null, 'held'],
  ['gone', 'slipped', null],
  ['changed', 'cleared', 'silent'],
])('%s: %s before, %s now', (what, before, now) => {
  const of = (verdict: Verdict | null) => check(visit('a', verdict ? [item('x.localhost', verdict)] : []));
  expect(became(of(before), of(now))).toEqual([`${what} x.localhost`]);
});

it('calls nothing mended that still slips elsewhere, and tells where it does so no more', () => {
  const before = check(visit('a', [item('x.localhost', 'slipped')]), visit('b', [item('x.localhost', 'slipped')]));
  const now = check(visit('a', [item('x.localhost', 'held')]), visit('b', [item('x.localhost', 'slipped')]));
  expect(compareChecks(before, now).changes).toMatchObject([
    { what: 'changed', cases: [{ id: 'a', before: 'slipped', now: 'held' }] },
  ]);
});

it('takes what stood on a page that was not visited for no mend', () => {
  const before = check(visit('a', [item('x.localhost', 'slipped', 'http://site.localhost/other')]));
  expect(became(before, check(visit('a', [])))).toEqual(['unseen x.localhost']);
});

it('compares the visits that both have, the worst first, and names the others', () => {
  const before = check(visit('a', [item('x.localhost', 'held'), item('y.localhost', 'held')]), visit('b', []));
  const now = check(
    visit('a', [item('y.localhost', 'slipped'), item('z.localhost', 'held')]),
    visit('c', [item('x.localhost', 'slipped')]),
  );
  expect(became(before, now)).toEqual(['slips y.localhost', 'new z.localhost', 'gone x.localhost']);
  expect(compareChecks(before, now)).toMatchObject({ same: 0, onlyBefore: ['b'], onlyNow: ['c'] });
});
