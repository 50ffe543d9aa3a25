import { once } from 'node:events';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { itemKey, linkWords } from '@douane/core/observe';
import type { ScanReport } from '@douane/core/scan';
import { type StandInWeb, startStandInWeb, truthOf } from '@douane/demo';
import { scanSite } from '@douane/scanner';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { ROOT } from './support/world';

describe('a scan of the ticket site', () => {
  let web: StandInWeb;
  let report: ScanReport;
  beforeAll(async () => {
    web = await startStandInWeb({ port: 0, root: ROOT });
    report = await scanSite(`http://skerrysound.localhost:${web.port}/`, { allowPrivate: true });
  });
  afterAll(() => web?.close());

  it('visits every page once', () => {
    const paths = report.pages.map((page) => new URL(page.url).pathname);
    expect(new Set(paths).size).toBe(paths.length);
    expect(report.pages.filter((page) => page.outcome === 'ok')).toHaveLength(13);
    expect(report.problems).toEqual([]);
  });

  it('finds exactly what the third parties saw and set, and what scripts and site write', () => {
    const truth = truthOf(web.log.all());
    const found = report.items.map((item) => `${item.kind} ${item.name} ${item.host}`);
    expect(found.sort()).toEqual([...truth].sort());
    expect(truth.size).toBeGreaterThan(35);
  });

  it('tells how a cookie lives and which script wrote it', () => {
    const visitor = report.items.find((item) => item.name === '_ogv')!;
    expect(visitor).toMatchObject({ party: 'first', lifetimeSeconds: 63_072_000, sameSite: 'Lax', httpOnly: false });
    expect(visitor.chain.map((link) => new URL(link.url).pathname)).toEqual(['/', '/m.js', '/og.js']);
  });

  it('tells the whole chain to the end of a cookie sync', () => {
    const synced = report.items.find((item) => item.name === 'cb_id')!;
    const hosts = synced.chain.map((link) => `${new URL(link.url).hostname.split('.')[0]} ${linkWords(link)}`);
    expect(hosts).toEqual([
      'skerrysound page',
      expect.stringMatching(/^tagpantry script in the markup, line \d+$/),
      'adnoddle script by script',
      'adnoddle image by script',
      'copperbarn redirect',
    ]);
  });

  it('keeps the cookies that only the server sees', () => {
    expect(report.items.find((item) => item.name === 'ssf_session')).toMatchObject({
      httpOnly: true,
      lifetimeSeconds: null,
      setBy: 'http',
      party: 'first',
    });
  });
});

describe('a hostile site', () => {
  const LINKS = [
    '/error',
    '/loop',
    '/huge',
    '/never',
    '/alert',
    '/popup',
    '/download',
    '/refused',
    '/odd',
    '/flood',
    '/away',
  ];
  let server: Server;
  let report: ScanReport;
  const NAME = '<img src=x onerror=alert(1)>\u202e';

  function answer(req: IncomingMessage, res: ServerResponse): void {
    const html = (body: string) =>
      res.setHeader('content-type', 'text/html; charset=utf-8').end(`<!doctype html><title>x</title>${body}`);
    switch (req.url) {
      case '/':
        return void html(LINKS.map((link) => `<a href="${link}">${link}</a>`).join(''));
      case '/error':
        res.statusCode = 500;
        return void html('broken');
      case '/loop':
        return void res.writeHead(302, { location: '/loop' }).end();
      case '/huge': {
        res.setHeader('content-type', 'text/html');
        const chunk = `<p>${'x'.repeat(1_000_000)}</p>`;
        let sent = 0;
        const more = () => {
          while (sent < 50 && !res.destroyed) {
            sent += 1;
            if (!res.write(chunk)) return void res.once('drain', more);
          }
          res.end();
        };
        more();
        return;
      }
      case '/never':
        res.setHeader('content-type', 'text/html');
        return void res.write('<!doctype html><p>wait');
      case '/alert':
        return void html(`<script>alert('stop'); document.cookie = 'after_alert=1'</script>`);
      case '/popup':
        return void html(`<script>open('/odd')</script>`);
      case '/download':
        return void res
          .setHeader('content-type', 'application/octet-stream')
          .setHeader('content-disposition', 'attachment')
          .end('bytes');
      case '/refused':
        return void req.socket.destroy();
      case '/odd':
        return void html(
          `<script>localStorage.setItem(${JSON.stringify(NAME)}, '1'); document.cookie = 'gone=1; max-age=0';</script>`,
        );
      case '/flood':
        return void html(`<script>for (let i = 0; i < 3000; i++) localStorage.setItem('k' + i, i)</script>`);
      case '/away':
        return void res.writeHead(302, { location: `http://elsewhere.localhost:${req.socket.localPort}/` }).end();
      default:
        res.statusCode = 404;
        res.end();
    }
  }

  beforeAll(async () => {
    server = createServer(answer).listen(0, '127.0.0.1');
    await once(server, 'listening');
    const { port } = server.address() as AddressInfo;
    report = await scanSite(`http://hostile.localhost:${port}/`, {
      allowPrivate: true,
      loadTimeoutMs: 4_000,
      plan: { parallel: 2 },
    });
  });
  afterAll(() => {
    server.closeAllConnections();
    server.close();
  });

  const page = (path: string) => report.pages.find((p) => new URL(p.url).pathname === path);
  it.each([
    ['/', 'ok', undefined],
    ['/error', 'failed', 'answered 500'],
    ['/loop', 'failed', 'redirects in a loop'],
    ['/huge', 'failed', 'larger than 10 MB'],
    ['/never', 'timed-out', 'still loading after 4 s'],
    ['/alert', 'ok', undefined],
    ['/download', 'skipped', 'is a download'],
    ['/refused', 'failed', 'answered nothing'],
    ['/flood', 'ok', undefined],
    ['/away', 'skipped', 'leads to another site: elsewhere.localhost'],
  ])('%s ends as %s', (path, outcome, why) => {
    expect(page(path)?.outcome, JSON.stringify(page(path))).toBe(outcome);
    if (why) expect(page(path)?.why).toContain(why);
  });

  it('goes on after each of them, and lists what happened', () => {
    expect(report.pages).toHaveLength(LINKS.length + 1);
    expect(report.problems.map(({ what }) => what.split(':')[0])).toEqual(
      expect.arrayContaining(['showed a dialog (alert)', 'opened another window']),
    );
  });

  it('sees what came after the dialog, and no cookie that was not kept', () => {
    const names = report.items.map((item) => item.name);
    expect(names).toContain('after_alert');
    expect(names).not.toContain('gone');
    expect(names).toContain(NAME);
    // Three thousand that differ by a number are one, and how many there were is told.
    expect(report.items.filter((item) => /^k/.test(item.name)).map(({ name }) => name)).toEqual(['k*']);
    expect(report.problems.map(({ what }) => what)).toEqual(
      expect.arrayContaining([expect.stringMatching(/stored \d+ things of the kind .+ under different names/)]),
    );
    expect(new Set(report.items.map(itemKey)).size).toBe(report.items.length);
  });
});

it('keeps what is there when it is cancelled', async () => {
  const web = await startStandInWeb({ port: 0, root: ROOT });
  const controller = new AbortController();
  const report = await scanSite(`http://skerrysound.localhost:${web.port}/`, {
    allowPrivate: true,
    plan: { parallel: 1 },
    signal: controller.signal,
    onProgress: ({ done }) => done >= 2 && controller.abort(),
  });
  await web.close();
  expect(report.cancelled).toBe(true);
  expect(report.pages.length).toBeLessThan(6);
  expect(report.items.length).toBeGreaterThan(5);
});
