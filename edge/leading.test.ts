import { expect, it } from 'vitest';
import { statusFor } from './leading';
import type { Held } from './site';

const HELD = {
  holding: (address: string, base: string) =>
    ({ 'gull.test': 'measurement', 'stranger.test': '*' })[new URL(address, base).hostname] ?? null,
} as Held;
const LED = { 'sec-fetch-mode': 'navigate', 'sec-fetch-site': 'same-origin' };
const answered = (asked: Record<string, string>, location?: string, status = 302) => {
  const headers = { location, 'content-length': '12', 'set-cookie': ['a=1'] };
  return [statusFor(asked, status, headers, 'https://shop.test/go', HELD), headers] as const;
};

it('leaves the visitor where he is when a page of the site is led on to somebody who is held', () => {
  const [status, headers] = answered(LED, 'https://gull.test/hit');
  expect(status).toBe(204);
  expect(headers).toEqual({ 'cache-control': 'no-store', 'set-cookie': ['a=1'] });
});

it.each([
  ['the visitor did it himself', { ...LED, 'sec-fetch-user': '?1' }, 'https://gull.test/'],
  ['he came from another site', { ...LED, 'sec-fetch-site': 'cross-site' }, 'https://gull.test/'],
  ['he typed it in', { ...LED, 'sec-fetch-site': 'none' }, 'https://gull.test/'],
  ['it is no page, of which the policy speaks', { ...LED, 'sec-fetch-mode': 'no-cors' }, 'https://gull.test/'],
  ['a browser does not say', {}, 'https://gull.test/'],
  ['it leads to a stranger', LED, 'https://stranger.test/pay'],
  ['it stays on the site', LED, '/here'],
  ['it leads nowhere', LED, undefined],
])('lets an answer through as it is where %s', (_why, asked, location) => {
  expect(answered(asked, location)).toEqual([302, { location, 'content-length': '12', 'set-cookie': ['a=1'] }]);
});

it('lets a page through that names an address, but leads nowhere', () => {
  expect(answered(LED, 'https://gull.test/', 201)[0]).toBe(201);
});
