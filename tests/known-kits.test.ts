import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { shippedDesk, shippedKits, shippedScripts } from '@douane/core/classify';
import type { ScanReport } from '@douane/core/scan';
import { scanSite } from '@douane/scanner';
import { afterAll, beforeAll, expect, it } from 'vitest';

const { marks, shapes = [] } = shippedScripts();
const services = shippedKits();
const rules = (service: string) => services.has(service) && !services.get(service)!.depends;
const kit = marks.find(({ service, names }) => names.length >= 8 && rules(service))!;
const shape = shapes.find(({ service, path }) => rules(service) && service !== kit.service && !path.includes('*'))!;

/** Names as a script has them: in half of the marks before the write and half behind it. */
const [before, after] = [kit.names.slice(0, 4), kit.names.slice(4)].map((names) =>
  names.map((name) => `void ${JSON.stringify(name)};`).join(''),
);
const filler = (of: string) => Array.from({ length: 4 * kit.size }, (_, i) => `const ${of}Part${i} = ${i};`).join('');

const SCRIPTS: Record<string, string> = {
  // The kit alone, under a name of the site's own.
  '/alone.js': `(() => { ${before} localStorage.setItem('zz_alone', '1'); ${after} })()`,
  // The site's own program, and the kit in the middle of it.
  '/bundle.js': `(() => { ${filler('shop')} })();
(() => { ${before} localStorage.setItem('zz_inside', '1'); ${after} })();
(() => { ${filler('cart')} localStorage.setItem('zz_outside', '1'); })();`,
  // A script of nobody known, which sends to the site itself what a service is sent.
  '/relay.js': `localStorage.setItem('zz_relay', '1');
fetch('/passed-on${shape.path}', { method: 'POST', body: JSON.stringify({ ${shape.names.map((name) => `${JSON.stringify(name)}: 1`).join(', ')} }) });`,
};
const HOME = `<!doctype html><html lang="en"><title>Known</title><h1>Known</h1>
${Object.keys(SCRIPTS)
  .map((path) => `<script src="${path}"></script>`)
  .join('\n')}</html>`;

let server: Server;
let report: ScanReport;
beforeAll(async () => {
  server = createServer((req, res) => {
    const script = SCRIPTS[req.url ?? ''];
    res.setHeader('content-type', script ? 'text/javascript' : 'text/html');
    res.end(script ?? (req.url === '/' ? HOME : ''));
  });
  server.listen(0, '127.0.0.1');
  await once(server, 'listening');
  report = await scanSite(`http://known.localhost:${(server.address() as AddressInfo).port}/`, {
    allowPrivate: true,
    plan: { pages: 1 },
    classify: (items, signs) => shippedDesk(items, signs),
  });
});
afterAll(() => server?.close());

const found = (name: string) => report.items.find((item) => item.name === name)!;

it('a kit served by the site itself rules what it keeps, whatever that is called', () => {
  expect(found('zz_alone')).toMatchObject({ service: kit.service });
});

it('in a bundle only what is written from within the kit is the kit’s', () => {
  expect(found('zz_inside')).toMatchObject({ service: kit.service });
  expect(found('zz_outside').purpose).toBeNull();
});

it('a script is known by the shape of what it sends to the site itself, and that is told', () => {
  expect(found('zz_relay')).toMatchObject({ service: shape.service });
  expect(report.signs.filter(({ what }) => what === 'relayed')).toMatchObject([
    { host: 'known.localhost', name: `/passed-on${shape.path}`, service: shape.service },
  ]);
});
