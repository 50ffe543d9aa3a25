import { expect, it } from 'vitest';
import { policyFor, policyParts } from './index';
import type { PlanIndex } from './types';

const plan = (hosts: PlanIndex['hosts'], own = ['.site.example']): PlanIndex => ({ hosts, own, unruled: 'held' });
const only =
  (...granted: string[]) =>
  (purpose: string | null) =>
    purpose !== null && granted.includes(purpose);
/** The sources of one directive, without what is always there. */
const sources = (policy: string | null, directive = 'default-src') =>
  policy
    ?.split('; ')
    .find((one) => one.startsWith(directive))
    ?.split(' ')
    .filter((source) => /:\*|:\/\//.test(source) && !source.startsWith('ws:'));

it('names the own hosts and those of purposes that may run, and all below them', () => {
  const policy = policyFor(plan({ 'till.example': 'necessary', 'ads.example': 'advertising' }), only('necessary'));
  expect(sources(policy)).toEqual(['site.example:*', '*.site.example:*', 'till.example:*', '*.till.example:*']);
  expect(policy).toContain("default-src 'self' 'unsafe-inline' 'unsafe-eval' data: blob: site.example:*");
});

it('lets sockets go where everything else may, which sources without a scheme do not', () => {
  expect(policyFor(plan({}), only())).toMatch(/ ws:\/\/site\.example:\* .* ws:\/\/\*\.site\.example:\*$/);
});

it('is none where strangers may run, since a policy can only say who passes', () => {
  expect(policyFor(plan({ 'ads.example': 'advertising' }), (purpose) => purpose === null)).toBeNull();
});

it('names no whole domain where a host below it is held', () => {
  const hosts = { 'stats.site.example': 'measurement', 'cdn.site.example': 'necessary' };
  expect(sources(policyFor(plan(hosts), only('necessary')))).toEqual([
    'site.example:*',
    'cdn.site.example:*',
    '*.cdn.site.example:*',
  ]);
  expect(sources(policyFor(plan(hosts), only('necessary', 'measurement')))).toContain('*.site.example:*');
});

it('names it where only a path of the site’s own is', () => {
  const policy = policyFor(plan({ 'www.site.example': [['/count/', 'measurement']] }), only());
  expect(sources(policy)).toEqual(['site.example:*', '*.site.example:*']);
});

it.each<[[string, string][], string[]]>([
  [[['/a/', 'necessary']], ['cdn.example:*/a/']],
  [[['/a/lib', 'necessary']], ['cdn.example:*/a/']],
  // Only a part is held: the grammar knows no exception, so the host passes.
  [
    [
      ['/a/', 'advertising'],
      ['/', 'necessary'],
    ],
    ['cdn.example:*', '*.cdn.example:*'],
  ],
  [
    [
      ['/a/', 'advertising'],
      ['/', 'measurement'],
    ],
    [],
  ],
])('of a host with the paths %j it names %j', (paths, expected) => {
  expect(sources(policyFor(plan({ 'cdn.example': paths }, ['localhost']), only('necessary')))?.slice(1)).toEqual(
    expected,
  );
});

it('lets through in frames what the visitor asked to see, as one source', () => {
  const policy = policyFor(plan({}), only(), ['https://films.example:8443/a;b,c?d=1#e']);
  expect(sources(policy, 'frame-src')?.at(-1)).toBe('https://films.example:8443/a%3Bb%2Cc');
  expect(sources(policy)).not.toContain('https://films.example:8443/a%3Bb%2Cc');
});

it('comes in parts for a server, none of which stands for a domain with somebody of another purpose below', () => {
  const hosts: PlanIndex['hosts'] = {
    'till.example': 'necessary',
    'ads.example': 'advertising',
    'count.ads.example': 'measurement',
    'stats.site.example': 'measurement',
  };
  const { always, byPurpose } = policyParts(plan(hosts), only('necessary'));
  expect(sources(always)).toEqual(['site.example:*', 'till.example:*', '*.till.example:*']);
  expect(byPurpose).toEqual({
    advertising: 'ads.example:* ws://ads.example:*',
    measurement:
      'count.ads.example:* ws://count.ads.example:* *.count.ads.example:* ws://*.count.ads.example:* stats.site.example:* ws://stats.site.example:* *.stats.site.example:* ws://*.stats.site.example:*',
  });
});
