import { expect, it } from 'vitest';
import type { Sighting } from '../sightings';
import { linesOf } from './lines';

const facts = {
  plan: {
    hosts: { 'ads.example': 'advertising', 'cdn.example': 'necessary' },
    own: ['.site.example'],
    unruled: 'by-regime' as const,
  },
  page: 'www.site.example',
  granted: { necessary: true, advertising: false },
  services: [
    ['example', 'All'],
    ['ads.example', 'Ads'],
  ] as [string, string][],
};
const seen = (kind: Sighting['kind'], address: string, atMs = 1): Sighting => ({ kind, address, by: 'img', atMs });
const states = (sightings: Sighting[], more = {}) =>
  linesOf(sightings, { ...facts, ...more }).map(({ state, address }) => `${state} ${new URL(address).hostname}`);

it.each([
  ['what may run and was asked for is released', [seen('asked', 'https://cdn.example/a.js')], ['released cdn.example']],
  [
    'what may not and was asked for has slipped',
    [seen('asked', 'https://px.ads.example/a')],
    ['slipped px.ads.example'],
  ],
  [
    'what nobody has ruled is held with the rest',
    [seen('waiting', 'https://stranger.example/')],
    ['held stranger.example'],
  ],
  ['the site’s own is no business of it', [seen('asked', 'https://cdn.site.example/x')], []],
  ['nor is what is no address of the web', [seen('asked', 'data:,x'), seen('stopped', 'inline')], []],
  [
    'what the browser stopped counts as asked for, too',
    [seen('stopped', 'https://ads.example/x'), seen('asked', 'https://ads.example/x')],
    ['held ads.example'],
  ],
  [
    'but what it had asked for ahead has gone out',
    [
      seen('asked', 'https://ads.example/x', 1),
      seen('stopped', 'https://ads.example/x', 2),
      seen('asked', 'https://ads.example/x', 2),
    ],
    ['slipped ads.example', 'held ads.example'],
  ],
])('%s', (_, sightings, lines) => {
  expect(states(sightings)).toEqual(lines);
});

it('names the service and the reason, and counts what was stopped again and again', () => {
  const [line] = linesOf([seen('stopped', 'https://ads.example/x'), seen('stopped', 'https://ads.example/x')], facts);
  expect(line).toMatchObject({ service: 'Ads', why: 'advertising; the browser’s policy stopped it 2 times' });
  expect(states([seen('asked', 'https://ads.example/x')], { granted: { necessary: true, advertising: true } })).toEqual(
    ['released ads.example'],
  );
});
