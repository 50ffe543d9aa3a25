import { type HostileWeb, startHostileWeb } from '@douane/demo';
import { scanSite } from '@douane/scanner';
import { afterAll, beforeAll, expect, it } from 'vitest';

let web: HostileWeb;
beforeAll(async () => {
  web = await startHostileWeb();
});
afterAll(() => web.close());

const KINDS = [
  '/stacks',
  '/names',
  '/flood',
  '/regular',
  '/hooks',
  '/bindings',
  '/dialogs',
  '/loop-at-once',
  '/loop-soon',
  '/loop-later',
  '/loop-on-scroll',
  '/loop-on-leaving',
  '/loop-on-quiet',
  '/open',
];

it('every kind of hostile page is tried', () => {
  expect(Object.keys(web.pages)).toEqual(KINDS);
});

it.concurrent.each(KINDS)('a scan comes to its end, and names who was loaded, on %s', async (path) => {
  const report = await scanSite(web.pages[path]!, { allowPrivate: true, plan: { pages: 1 } });
  expect(web.arrived).toContain(`honest.localhost${path}.js`);
  const items = report.items.map(({ kind, name, host }) => ({ kind, name, host }));
  expect(items).toContainEqual({ kind: 'request', name: expect.anything(), host: 'honest.localhost' });
  expect(JSON.stringify(report)).not.toContain('root:x:0');
});
