import { expect, it } from 'vitest';
import { proposedRules, type RuledByPerson } from './proposed-rules';
import type { Classifiable } from './types';

const ruled = (
  over: Partial<Classifiable>,
  purpose = 'measurement',
  siteId = 's1',
  service = 'Gull',
): RuledByPerson => ({
  siteId,
  item: { kind: 'cookie', name: 'x', host: 'gull.localhost', party: 'third', ...over } as Classifiable,
  ruling: { purpose, service },
});

it('proposes what persons ruled of a host alike, over all sites', () => {
  const three = ['s1', 's1', 's2'].map((site, i) => ruled({ name: `n${i}` }, 'measurement', site));
  expect(proposedRules(three, [])).toEqual([
    { when: { host: 'gull.localhost' }, purpose: 'measurement', service: 'Gull', rulings: 3, sites: 2 },
  ]);
  expect(proposedRules(three.slice(1), [])).toEqual([]);
});

it('proposes nothing where one was ruled otherwise, or called otherwise', () => {
  const two = [ruled({ name: 'a' }), ruled({ name: 'b' })];
  expect(proposedRules([...two, ruled({ name: 'c' }, 'advertising')], [])).toEqual([]);
  expect(proposedRules([...two, ruled({ name: 'c' }, 'measurement', 's1', 'Tern')], [])).toEqual([]);
});

it('says names that begin alike, and what a tag brings in', () => {
  const own = ['a', 'b', 'c'].map((end) => ruled({ name: `gull_${end}`, host: 'site.localhost', party: 'first' }));
  expect(proposedRules(own, []).map(({ when }) => when)).toEqual([{ name: 'gull_*' }]);
  const chain = [
    { url: 'http://site.localhost/', how: 'page' as const },
    { url: 'http://tags.localhost/t.js', how: 'markup' as const, kind: 'script' as const },
  ];
  const brought = ['a', 'b', 'c'].map((name) => ruled({ name, host: 'site.localhost', party: 'first', chain }));
  expect(proposedRules(brought, []).map(({ when }) => when)).toEqual([{ broughtInBy: 'tags.localhost' }]);
});

it('leaves out what a rule says already, and what a larger proposal covers', () => {
  const all = ['a', 'b', 'c'].map((end) => ruled({ name: `gull_${end}` }));
  expect(proposedRules(all, [])).toHaveLength(1);
  const rule = {
    id: 'r',
    siteId: null,
    enabled: true,
    when: { host: 'gull.localhost' },
    purpose: 'measurement',
    service: 'Gull',
  };
  expect(proposedRules(all, [rule]).map(({ when }) => when)).toEqual([{ name: 'gull_*' }]);
});
