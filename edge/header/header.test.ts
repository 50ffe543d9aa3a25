import { compileRelease } from '@douane/core/release';
import { newSetup } from '@douane/core/setup';
import { expect, it } from 'vitest';
import { HEADER_SERVERS, headerConfig } from './index';

const setup = newSetup({ key: 's', name: 'S', address: 'http://site.example' }, 'http://douane.example/g/s');
setup.services = [
  {
    id: 'ads',
    name: 'Ads',
    purpose: 'advertising',
    hosts: ['ads.example'],
    items: [
      { kind: 'cookie', name: 'ad_*', pattern: true },
      { kind: 'cookie', name: '"$1\\";evil' },
    ],
  },
  { id: 'till', name: 'Till', purpose: 'necessary', hosts: ['till.example'], items: [] },
];
const config = (server: (typeof HEADER_SERVERS)[number]) =>
  headerConfig(compileRelease(setup, 7, '2026-11-26'), server);

it.each(HEADER_SERVERS)('%s has what always may run, and more by what the cookie of this release says', (server) => {
  const text = config(server);
  expect(text).toMatch(/default-src 'self'|default-src \\'self\\'/);
  expect(text).toContain('till.example:*');
  expect(text.indexOf('ads.example:*')).toBeGreaterThan(0);
  expect(text).toContain('douane_granted');
  expect(text).not.toContain('functional');
});

it.each(['apache', 'caddy', 'php'] as const)(
  '%s drops cookies by name, and takes no name for its own syntax',
  (server) => {
    const text = config(server);
    expect(text).toContain('ad_[^=]*');
    // PHP has each backslash twice.
    expect(text.replaceAll('\\\\', '\\')).toContain('\\x22\\x241\\x5c\\x22\\x3bevil');
    expect(text).not.toContain('"$1');
  },
);

it('caddy replaces the held cookies of a purpose once the site has answered, all in one place', () => {
  const [, block = ''] = /header @douane_no_advertising \{\n([^}]*)\n\}/.exec(config('caddy')) ?? [];
  const [, expression = ''] = /Set-Cookie `([^`]+)` \$9\n\tdefer$/.exec(block) ?? [];
  const isDropped = (cookie: string) => new RegExp(expression).test(cookie);
  expect(['ad_7=x; Path=/', 'ad_=', '"$1\\";evil=x'].map(isDropped)).toEqual([true, true, true]);
  expect(['bad_7=x', 'ad=x', 'session=ad_7=x'].map(isDropped)).toEqual([false, false, false]);
});

it('nginx tells releases and purposes apart', () => {
  const [, expression = ''] = /\$douane_advertising \{ default ""; "~([^"]+)"/.exec(config('nginx')) ?? [];
  const fits = (cookie: string) => new RegExp(expression).test(cookie);
  expect(['7.advertising', '7.a.advertising', '7.advertising.b', '7.all'].map(fits)).toEqual([true, true, true, true]);
  expect(['17.advertising', '7.advertisingx', '7.xadvertising', '7.allx', '8.all', ''].some(fits)).toBe(false);
});
