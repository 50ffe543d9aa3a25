import { expect, it } from 'vitest';
import { setupClassifier } from '../classify/index';
import { indexPlan } from '../hold/index';
import type { StoredValue } from '../observe/index';
import { compileRelease } from '../release/index';
import { newSetup } from '../setup/index';
import { type Carried, carriedBy, type SentText, withCarried } from './carried';
import { permissionsOf } from './judge';
import type { CheckedCase, CheckedItem } from './types';

const setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost:4100/g/s');
setup.services = [
  {
    ...{ id: 'gull', name: 'Gull', purpose: 'measurement', hosts: ['gull.localhost'] },
    items: [{ kind: 'cookie', name: '_g', host: 'site.localhost' }],
  },
  { id: 'pay', name: 'Pay', purpose: 'necessary', hosts: ['pay.localhost', 'self.localhost'], items: [] },
];
const release = compileRelease(setup, 1, '2026-11-25');
const ID = '7f3a91c2-44d0-4e1b';
const purposes = (says: boolean) =>
  Object.fromEntries(setup.purposes.map(({ id }) => [id, says || id === 'necessary']));
/** A yes at 100 ms, a no at 300. */
const permissions = permissionsOf(
  {
    visitorCase: { id: 'x', place: 'DE', signals: [], steps: ['accept', 'refuse'] },
    recorded: [
      { atMs: 100, purposes: purposes(true), gpc: false },
      { atMs: 300, purposes: purposes(false), gpc: false },
    ],
  },
  release,
);
const sent = (over: Partial<SentText> & Pick<SentText, 'url'>): SentText => ({
  ...{ name: 'fetch', host: new URL(over.url).hostname, page: 'http://site.localhost/', atMs: 400, chain: [] },
  ...over,
});
const cookie = (name: string, value = ID): StoredValue => ({ kind: 'cookie', name, host: 'site.localhost', value });

function found(requests: SentText[], stored: StoredValue[] = [cookie('_g')], hosts: string[] = []): Carried[] {
  return carriedBy(requests, stored, {
    ...{ plan: indexPlan(release.plan), unruled: release.plan.unruled, permissions },
    classify: setupClassifier(setup),
    listeners: hosts.length > 0 ? [{ id: 'l', hosts, signals: { store: 'measurement', core: 'necessary' } }] : [],
  });
}
const told = (...args: Parameters<typeof found>) => found(...args).map(({ cause }) => cause);
const HELD = [{ code: 'carries', name: '_g', heldFor: 'measurement' }];

it.each([
  ['in its address', { url: `http://pay.localhost/?u=${ID}` }, HELD],
  ['in what it posts', { url: 'http://pay.localhost/', posted: JSON.stringify({ u: ID }) }, HELD],
  ['in a cookie', { url: 'http://pay.localhost/', cookies: `a=1; u=${ID}` }, HELD],
  ['while a yes stood', { url: `http://pay.localhost/?u=${ID}`, atMs: 200 }, []],
  ['to somebody who may not be asked at all: that has slipped as it is', { url: `http://gull.localhost/?u=${ID}` }, []],
  [
    'in the address of the page as well',
    { url: `http://pay.localhost/?u=${ID}`, page: `http://site.localhost/${ID}` },
    [],
  ],
] as const)('an identifier that is held, told %s', (_where, request, causes) => {
  expect(told([sent(request)])).toEqual(causes);
});

it('takes an identifier that is stored for what is granted, too, for one that may be told', () => {
  const needed = { ...cookie('basket'), host: 'site.localhost' };
  const services = [...setup.services];
  setup.services[1] = { ...services[1]!, items: [{ kind: 'cookie', name: 'basket', host: 'site.localhost' }] };
  expect(told([sent({ url: `http://pay.localhost/?u=${ID}` })], [cookie('_g'), needed])).toEqual([]);
  setup.services = services;
});

it('finds what a tag that was told no sends from page to page, under the name that it goes by', () => {
  const on = (page: string, atMs: number) => sent({ url: `http://self.localhost/?cid=${ID}`, page, atMs });
  const pages = [on('http://site.localhost/', 400), on('http://site.localhost/b', 500)];
  expect(told(pages, [], ['self.localhost'])).toEqual([{ code: 'carries', name: 'cid' }]);
  expect(told(pages, [], ['other.localhost'])).toEqual([]);
  expect(told([on('http://site.localhost/', 400), on('http://site.localhost/', 500)], [], ['self.localhost'])).toEqual(
    [],
  );
});

it('makes a slip of a request that carried, unless every visitor carries the same', () => {
  const item: CheckedItem = {
    ...{ kind: 'request', name: 'fetch', host: 'pay.localhost', purpose: 'necessary', service: 'Pay' },
    ...{ expected: 'allow', verdict: 'cleared', firings: [200, 400].map((atMs) => ({ atMs, permitted: true })) },
  };
  const checked = { items: [item] } as unknown as CheckedCase;
  const carried = found([sent({ url: `http://pay.localhost/?u=${ID}` })]);
  const [slipped] = withCarried(checked, carried, new Set()).items;
  expect(slipped).toMatchObject({ verdict: 'slipped', firstAtMs: 400, cause: HELD[0] });
  expect(slipped?.firings.map(({ permitted }) => permitted)).toEqual([true, false]);
  expect(withCarried(checked, carried, new Set([ID]))).toEqual(checked);
});
