import { expect, it } from 'vitest';
import { type Baseline, baselineSchema, partByBaseline } from './baseline';
import type { CheckedCase, CheckedItem } from './types';

const item = (host: string, name = 'script') => ({ kind: 'request', host, name, verdict: 'slipped' }) as CheckedItem;
const checked = (id: string, ...items: CheckedItem[]) => ({ id, items }) as CheckedCase;
const entry = (over: Partial<Baseline['known'][number]> = {}) => ({
  ...{ host: 'ads.test', owner: 'shop team', until: '2026-12-31' },
  ...over,
});
const part = (known: Baseline['known'], cases: CheckedCase[], today = '2026-12-01') => {
  const parted = partByBaseline({ cases }, { format: 'douane.baseline/1', known }, today);
  return [parted.fresh.length, parted.known.length, parted.expired.length, parted.idle.length];
};
const CASES = [checked('DE none', item('ads.test'), item('new.test')), checked('DE refuse', item('ads.test', 'image'))];

it.each<[string, Baseline['known'], number[]]>([
  ['nothing', [], [3, 0, 0, 0]],
  ['a host', [entry()], [1, 2, 0, 0]],
  ['a host in one case', [entry({ case: 'DE none' })], [2, 1, 0, 0]],
  ['one kind of request', [entry({ kind: 'request', name: 'image' })], [2, 1, 0, 0]],
  ['what never slips', [entry({ host: 'gone.test' })], [3, 0, 0, 1]],
  ['until yesterday', [entry({ until: '2026-11-30' })], [3, 0, 1, 0]],
  ['until today', [entry({ until: '2026-12-01' })], [1, 2, 0, 0]],
  ['until yesterday, and taken up again', [entry({ until: '2026-11-30' }), entry()], [1, 2, 1, 0]],
])('knows %s', (_what, known, counts) => {
  expect(part(known, CASES)).toEqual(counts);
});

it.each([
  [{ format: 'douane.baseline/1', known: [{ host: 'ads.test', owner: 'x' }] }, 'until'],
  [{ format: 'douane.baseline/1', known: [{ host: 'ads.test', until: '2026-12-31' }] }, 'owner'],
  [{ format: 'douane.baseline/1', known: [{ ...entry(), until: 'soon' }] }, 'until'],
  [{ known: [] }, 'format'],
])('refuses %j, and names what is wrong', (file, field) => {
  const { error } = baselineSchema.safeParse(file);
  expect(error!.issues.map(({ path }) => path.at(-1))).toContain(field);
});
