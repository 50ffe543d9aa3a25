import { expect, it } from 'vitest';
import { newSetup } from '../setup/index';
import { byHost, matchesName, planFor } from './index';

it.each([
  ['_ogv', '_ogv', true],
  ['_ogv', '_ogvx', false],
  ['_og*', '_ogv', true],
  ['_og*', 'x_ogv', false],
  ['*_id', 'visitor_id', true],
  ['a*b*c', 'axxbyyc', true],
  ['a*b*c', 'axxcyyb', false],
  ['ab*ba', 'aba', false],
  ['*', '', true],
])('pattern %j against %j', (pattern, name, fits) => {
  expect(matchesName(pattern, name)).toBe(fits);
});

it('matches in linear time where an expression would run for ever', () => {
  expect(matchesName(`${'a*'.repeat(2000)}b`, 'a'.repeat(100_000))).toBe(false);
});

it('finds a host by its nearest parent, not by likeness', () => {
  const hosts = { 'oddgull.localhost': 1, 'cdn.oddgull.localhost': 2 };
  expect(byHost(hosts, 'a.cdn.oddgull.localhost')).toBe(2);
  expect(byHost(hosts, 'b.oddgull.localhost')).toBe(1);
  expect(byHost(hosts, 'notoddgull.localhost')).toBeUndefined();
  expect(byHost(hosts, 'localhost')).toBeUndefined();
  expect(byHost({}, 'constructor')).toBeUndefined();
});

it('plans no hold for the necessary and takes no name from a page for a pattern', () => {
  const setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost/g/s');
  setup.services = [
    {
      id: 'till',
      name: 'Till',
      purpose: 'necessary',
      hosts: ['till.localhost'],
      items: [{ kind: 'cookie', name: 't' }],
    },
    {
      id: 'ads',
      name: 'Ads',
      purpose: 'advertising',
      hosts: ['ads.localhost'],
      items: [
        { kind: 'cookie', name: '*' },
        { kind: 'cookie', name: 'ad_*', pattern: true },
        { kind: 'session-storage', name: 'ads.last' },
      ],
    },
  ];
  expect(planFor(setup)).toEqual({
    hosts: { 'ads.localhost': 'advertising' },
    cookies: [['ad_*', 'advertising']],
    storage: [['ads.last', 'advertising']],
  });
});
