import { expect, it } from 'vitest';
import type { CheckedCase, CheckedItem, KnownItem, Verdict } from './types';
import { withUnscanned } from './unscanned';

const item = (kind: KnownItem['kind'], name: string, host: string, verdict: Verdict = 'slipped') =>
  ({ kind, name, host, verdict }) as CheckedItem;

it('marks of what slipped that which no scan has seen, by kind, host and name or pattern', () => {
  const items = [
    item('request', 'image', 'ads.localhost'),
    item('request', 'script', 'ads.localhost'),
    item('cookie', '_sid.4f2a', 'site.localhost'),
    item('cookie', '_new', 'site.localhost'),
    item('cookie', '_held', 'site.localhost', 'held'),
  ];
  const scanned = [
    { kind: 'request', name: 'image', host: 'ads.localhost' },
    { kind: 'cookie', name: '_sid.*', host: 'site.localhost' },
    { kind: 'local-storage', name: '_new', host: 'site.localhost' },
  ] as const;
  const [marked] = withUnscanned([{ items } as unknown as CheckedCase], scanned);
  expect(marked?.items.flatMap(({ name, neverScanned }) => (neverScanned ? name : []))).toEqual(['script', '_new']);
});
