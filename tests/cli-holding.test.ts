import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { newSetup, type Setup } from '@douane/core/setup';
import { freePort } from '@douane/server';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { douane, startDouane } from './support/cli';

let folder: string;
const file = (name: string) => path.join(folder, name);
const setup: Setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost' }, 'http://douane.localhost/g/s');
setup.services = [
  { id: 'ads', name: 'Ads', purpose: 'advertising', hosts: ['ads.localhost'], items: [] },
  { id: 'till', name: 'Till', purpose: 'necessary', hosts: ['till.localhost'], items: [] },
];

beforeAll(async () => {
  folder = await mkdtemp(path.join(tmpdir(), 'douane-holding-'));
  await writeFile(file('setup.json'), JSON.stringify(setup));
});
afterAll(() => rm(folder, { recursive: true, force: true }));

describe('douane mark', () => {
  const PAGE = `<!doctype html><html><head><title>Fahrpläne</title></head><body>
<img src="http://ads.localhost/x.gif"><img src="http://till.localhost/y.gif"><img src="/own.png">
<script>load('//ads.localhost/z.js')</script>
<p data-later="http://ads.localhost/later.gif">Words</p>
<img src="http://stranger.localhost/s.gif"></body></html>`;

  it('marks what needs a yes, in its place, and says what it could not', async () => {
    await writeFile(file('page.html'), PAGE);
    const { code, out } = await douane(['mark', '--setup', file('setup.json'), '--gate', file('page.html')]);
    const marked = await readFile(file('page.html'), 'utf8');
    expect(code).toBe(0);
    expect(marked).toContain('<head><script src="http://douane.localhost/g/s/gate.js"></script><title>Fahrpläne');
    expect(marked).toContain(
      '<img data-gate="advertising" data-gate-src="http://ads.localhost/x.gif"><img src="http://till.localhost/y.gif"><img src="/own.png">',
    );
    expect(marked).toContain('<script data-gate="advertising" type="text/plain">load(');
    expect(marked).toContain('<img data-gate="*" data-gate-src="http://stranger.localhost/s.gif">');
    expect(out).toContain('page.html: 3 tags marked');
    expect(out).toContain('line 4: data-later of p names a host that needs consent');
    // Marked once, it is marked.
    const again = await douane(['mark', '--setup', file('setup.json'), '--gate', '--json', file('page.html')]);
    expect(JSON.parse(again.out)).toMatchObject([
      { marked: [], left: [{ tag: 'p', line: 4, attribute: 'data-later' }] },
    ]);
    expect(await readFile(file('page.html'), 'utf8')).toBe(marked);
  });

  it('writes nothing where it is only asked, and names a file that is not there or not to be read', async () => {
    await writeFile(file('dry.html'), PAGE);
    await douane(['mark', '--setup', file('setup.json'), '--dry-run', file('dry.html')]);
    expect(await readFile(file('dry.html'), 'utf8')).toBe(PAGE);
    const missing = await douane(['mark', '--setup', file('setup.json'), file('none.html')]);
    expect(missing).toMatchObject({
      code: 2,
      err: expect.stringContaining('none.html cannot be read: there is no such file'),
    });
    await writeFile(file('wide.html'), Buffer.from(`\ufeff${PAGE}`, 'utf16le'));
    const wide = await douane(['mark', '--setup', file('setup.json'), file('wide.html')]);
    expect(wide).toMatchObject({ code: 2, err: expect.stringContaining('UTF-16; save it as UTF-8') });
  });
});

describe('douane edge', () => {
  let origin: Server;
  beforeAll(async () => {
    origin = createServer((_req, res) => {
      res.setHeader('content-type', 'text/html').end('<head></head><img src="http://ads.localhost/x.gif">');
    }).listen(0, '127.0.0.1');
    await new Promise((done) => origin.once('listening', done));
  });
  afterAll(() => {
    origin.closeAllConnections();
    origin.close();
  });

  it('holds in front of a site, takes a new setup at SIGHUP, keeps the old where that is wrong, and ends', async () => {
    const port = await freePort();
    const at = `http://127.0.0.1:${(origin.address() as AddressInfo).port}`;
    const args = ['edge', '--setup', file('setup.json'), '--origin', at, '--port', String(port), '--host', '127.0.0.1'];
    const edge = await startDouane([...args, '--place-header', 'X-Place'], /Holding in front of/);
    const page = async () => (await fetch(`http://127.0.0.1:${port}/`, { headers: { 'x-place': 'FR' } })).text();
    expect(await page()).toContain('data-place="FR"');
    expect(await page()).toContain('data-gate="advertising"');

    await writeFile(file('setup.json'), '{');
    edge.child.kill('SIGHUP');
    await edge.says(/the setup before it stays in force/);
    expect(await page()).toContain('data-gate="advertising"');

    const free = { ...setup, services: setup.services.map((one) => ({ ...one, purpose: 'necessary' })) };
    await writeFile(file('setup.json'), JSON.stringify(free));
    edge.child.kill('SIGHUP');
    await edge.says(/took .*setup\.json anew/);
    expect(await page()).toContain('<img src="http://ads.localhost/x.gif">');
    await writeFile(file('setup.json'), JSON.stringify(setup));
    edge.child.kill('SIGTERM');
    expect(await edge.ended).toBe(0);
  });

  it.each([
    [['--origin', 'nowhere', '--port', '1'], 'nowhere is no web address'],
    [['--origin', 'http://x.localhost', '--port', 'many'], '--port'],
    [['--origin', 'http://x.localhost', '--port', '1', '--cert', 'c.pem'], '--cert and --key belong together'],
  ])('says what is wrong with %j', async (args, words) => {
    const { code, err } = await douane(['edge', '--setup', file('setup.json'), ...args]);
    expect(code).toBe(2);
    expect(err).toContain(words);
  });
});

it('douane header prints what a server needs, and says where the gate tells it nothing', async () => {
  const { code, out, err } = await douane(['header', '--setup', file('setup.json'), '--for', 'nginx']);
  expect(code).toBe(0);
  expect(out).toContain('add_header Content-Security-Policy $douane_policy always;');
  expect(err).toContain('no holding.header');
});

it('douane look tells a pipeline whether the gate stands first on every page, and what stands above it', async () => {
  let head = '';
  const site = createServer((req, res) => {
    const found = /^\/g\/s\/([\w.-]+)$/.exec(req.url!);
    if (!found)
      return void res.setHeader('content-type', 'text/html').end(`<html><head>\n${head}</head><a href="/b">b</a>`);
    res.setHeader('access-control-allow-origin', '*');
    readFile(path.join(folder, 'gate', found[1]!)).then(
      (body) => res.setHeader('content-type', 'text/javascript').end(body),
      () => res.writeHead(404).end(),
    );
  }).listen(0, '127.0.0.1');
  await new Promise((done) => site.once('listening', done));
  const address = `http://look.localhost:${(site.address() as AddressInfo).port}`;
  const gate = `<script src="${address}/g/s/gate.js"></script>`;
  await writeFile(file('look.json'), JSON.stringify(newSetup({ ...setup.site, address }, `${address}/g/s`)));
  const of = ['--setup', file('look.json')];
  expect((await douane(['gate', ...of, '--out', file('gate')])).code).toBe(0);
  const look = (...more: string[]) => douane(['look', `${address}/`, ...of, '--private', ...more]);
  head = gate;
  const right = await look('--json', '-');
  expect(right.code, right.err).toBe(0);
  expect(JSON.parse(right.out).pages).toMatchObject([
    { state: 'first', means: ['script', 'policy'] },
    { state: 'first' },
  ]);
  head = `<script src="http://ads.localhost/x.js"></script>${gate}`;
  const wrong = await look('--junit', file('look.xml'));
  expect(wrong).toMatchObject({ code: 1, out: expect.stringContaining('the gate is first on 0 of 2 pages') });
  expect(wrong.out).toContain('line 2: <script src="http://ads.localhost/x.js">');
  expect((await readFile(file('look.xml'), 'utf8')).match(/<failure/g)).toHaveLength(2);
  site.closeAllConnections();
  await new Promise((done) => site.close(done));
  expect(await look()).toMatchObject({ code: 2, err: expect.stringMatching(/^douane: .*look\.localhost/) });
});
