import { createSocket } from 'node:dgram';
import { once } from 'node:events';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import type { AddressInfo } from 'node:net';
import { gzipSync } from 'node:zlib';
import { scanPlanSchema } from '@douane/core/coverage';
import { signWords } from '@douane/core/observe';
import type { ScanReport } from '@douane/core/scan';
import { type PageRecord, type ScanOptions, scanSite } from '@douane/scanner';
import dnsPacket from 'dns-packet';
import selfsigned from 'selfsigned';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

type Answer = (req: IncomingMessage, res: ServerResponse) => void;

/** A site of one test; `log` is what reached it, as `host path`. */
async function serve(answer: Answer, tls?: { key: string; cert: string }) {
  const log: { host: string; path: string; headers: IncomingMessage['headers'] }[] = [];
  const take: Answer = (req, res) => {
    log.push({ host: req.headers.host!.split(':')[0]!, path: req.url!, headers: req.headers });
    answer(req, res);
  };
  const server: Server = tls ? (createSecureServer(tls, take) as never) : createServer(take);
  server.listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address() as AddressInfo;
  return {
    log,
    port,
    at: (host: string, path = '/') => `${tls ? 'https' : 'http'}://${host}.localhost:${port}${path}`,
    close() {
      server.closeAllConnections();
      server.close();
    },
  };
}
const html = (res: ServerResponse, body: string) =>
  void res
    .setHeader('content-type', 'text/html; charset=utf-8')
    .end(`<!doctype html><title>x</title><link rel="icon" href="data:,">${body}`);

const scan = (target: string, plan: object, more: ScanOptions = {}) =>
  scanSite(target, {
    allowPrivate: true,
    loadTimeoutMs: 6_000,
    plan: scanPlanSchema.parse({ parallel: 3, ...plan }),
    ...more,
  });
const paths = (report: ScanReport, outcome = 'ok') =>
  report.pages
    .filter((p) => p.outcome === outcome)
    .map((p) => new URL(p.url).pathname + new URL(p.url).search)
    .sort();

describe('which pages are visited', () => {
  let site: Awaited<ReturnType<typeof serve>>;
  beforeAll(async () => {
    site = await serve((req, res) => {
      const url = new URL(req.url!, 'http://x');
      const own = `http://coverage.localhost:${site.port}`;
      if (url.pathname === '/robots.txt') {
        return void res.end(`User-agent: *\nDisallow: /private\nSitemap: ${own}/map-index.xml\n`);
      }
      if (url.pathname === '/map-index.xml') {
        return void res.end(
          `<sitemapindex><sitemap><loc>${own}/map.xml.gz</loc></sitemap><sitemap><loc>${own}/broken.xml</loc></sitemap></sitemapindex>`,
        );
      }
      if (url.pathname === '/map.xml.gz') {
        return void res.end(
          gzipSync(
            `<urlset><url><loc>${own}/only-in-map</loc></url><url><loc>https://elsewhere.example/</loc></url></urlset>`,
          ),
        );
      }
      if (url.pathname === '/broken.xml') return void res.end('<urlset><url><loc>x</wrong>');
      if (url.pathname === '/') {
        const links = Array.from({ length: 40 }, (_, i) => `/cal?month=${i}`);
        return html(
          res,
          [...links, '/about', '/private/a', '/about?ref=7'].map((l) => `<a href="${l}">x</a>`).join(''),
        );
      }
      if (url.pathname === '/about') return html(res, '<a href="/deep">x</a>');
      html(res, '<p class="one">x');
    });
  });
  afterAll(() => site.close());

  it('follows links and sitemaps, obeys robots, and spends the budget on every kind of page', async () => {
    const report = await scan(site.at('coverage'), { pages: 8 });
    expect(paths(report)).toEqual(expect.arrayContaining(['/', '/about', '/only-in-map', '/deep']));
    expect(paths(report, 'skipped')).toEqual(['/private/a']);
    expect(site.log.some(({ path }) => path.startsWith('/private'))).toBe(false);
    const [sampled] = report.coverage.sampled;
    expect(sampled).toMatchObject({ family: '/cal?month', shapes: 1 });
    expect(sampled!.visited + sampled!.left).toBe(40);
    expect(report.coverage.sitemaps).toBe(3); // the index and the two it names; nobody promised one at the usual place
    expect(report.problems).toEqual([
      { page: site.at('coverage', '/broken.xml'), what: expect.stringContaining('not well-formed') },
    ]);
  });

  it.each([
    ['queries that make no page', { queries: 'none' }, ['/', '/about', '/cal', '/deep', '/only-in-map']],
    ['a depth', { depth: 1, exclude: ['/cal*'] }, ['/', '/about', '/about?ref=7', '/only-in-map']],
    [
      'patterns',
      { include: ['/cal?month=1*'], pages: 50 },
      ['/', ...['1', ...Array.from({ length: 10 }, (_, i) => `1${i}`)].map((n) => `/cal?month=${n}`)].sort(),
    ],
    ['a list', { listed: ['LIST'] }, ['/about?ref=7']],
  ])('keeps to %s', async (_what, plan, expected) => {
    const listed = 'listed' in plan ? { listed: [site.at('coverage', '/about?ref=7')] } : {};
    const report = await scan(site.at('coverage'), { pages: 20, ...plan, ...listed });
    expect(report.pages.filter(({ why, outcome }) => why && outcome !== 'skipped')).toEqual([]);
    expect(paths(report).filter((path) => 'include' in plan || !path.startsWith('/cal?'))).toEqual(expected);
  });

  it('waits between pages as asked', async () => {
    site.log.length = 0;
    const begun = Date.now();
    await scan(site.at('coverage'), { pages: 4, delayMs: 400, sitemaps: false });
    expect(Date.now() - begun).toBeGreaterThan(1200);
  });

  it('goes on from the pages of before, and visits none of them again', async () => {
    const kept: PageRecord[] = [];
    const controller = new AbortController();
    const onPage = (record: PageRecord) => {
      kept.push(structuredClone(record));
      if (kept.length === 3) controller.abort();
    };
    await scan(site.at('coverage'), { pages: 6, parallel: 1 }, { onPage, signal: controller.signal });
    site.log.length = 0;
    const report = await scan(site.at('coverage'), { pages: 6 }, { resume: kept });
    expect(report.pages.filter((p) => p.outcome === 'ok')).toHaveLength(6);
    expect(new Set(report.pages.map((p) => p.url)).size).toBe(report.pages.length);
    const again = kept.filter(({ page }) => site.log.some(({ path }) => page.url.endsWith(path)));
    expect(again.map(({ page }) => page.url)).toEqual([]);
  });
});

describe('as whom, and what is done on a page', () => {
  let site: Awaited<ReturnType<typeof serve>>;
  beforeAll(async () => {
    site = await serve((req, res) => {
      const hidden = `fetch('http://after-click.localhost:${site.port}/x').catch(() => {})`;
      if (req.url === '/') {
        return html(
          res,
          `<button id="more" onclick="${hidden}">more</button><a id="out" href="#" ping="http://ping.localhost:${site.port}/p">x</a>
<script>document.cookie = 'w=' + innerWidth + '-' + navigator.language + '-' + ('ontouchstart' in window)</script>`,
        );
      }
      res.end();
    });
  });
  afterAll(() => site.close());

  it('clicks what was listed, so that what hides behind it is seen; a link’s ping too', async () => {
    const steps = [
      { do: 'click', on: '/', selector: '#more' },
      { do: 'click', on: '/', selector: '#out' },
    ];
    const report = await scan(site.at('steps'), { steps });
    expect(site.log.map(({ host }) => host)).toEqual(
      expect.arrayContaining(['after-click.localhost', 'ping.localhost']),
    );
    expect(report.items.map((i) => `${i.name} ${i.host}`)).toEqual(
      expect.arrayContaining(['fetch after-click.localhost', 'beacon ping.localhost']),
    );
  });

  it('leaves a page that asks to be stayed on, and sees what it sends then', async () => {
    const stay = await serve((req, res) => {
      if (req.url !== '/' && req.url !== '/next') return void res.end();
      html(
        res,
        `<a href="/next">x</a><button>b</button><script>
addEventListener('beforeunload', (e) => e.preventDefault());
addEventListener('pagehide', () => navigator.sendBeacon('http://bye.localhost:${stay.port}/b'));</script>`,
      );
    });
    const report = await scan(stay.at('stay'), {
      steps: [{ do: 'click', on: '/**', selector: 'button' }],
      parallel: 1,
    });
    stay.close();
    expect(paths(report)).toEqual(['/', '/next']);
    expect(stay.log.filter(({ host }) => host === 'bye.localhost')).toHaveLength(2);
    expect(report.items.map((i) => `${i.name} ${i.host}`)).toContain('beacon bye.localhost');
    expect(Math.max(...report.pages.map((p) => p.seconds))).toBeLessThan(5);
  });

  it('says of a page that leads back to the login that the session has ended', async () => {
    const inside = await serve((req, res) => {
      const signedIn = /s=1/.test(req.headers.cookie ?? '');
      if (req.method === 'POST') return void res.writeHead(303, { 'set-cookie': 's=1', location: '/' }).end();
      if (req.url === '/login') return html(res, '<form method="post"><input name="n"><button>in</button></form>');
      if (!signedIn || req.url === '/expires') return void res.writeHead(303, { location: '/login' }).end();
      html(res, '<p id="in">in</p><a href="/expires">x</a><a href="/fine">y</a>');
    });
    const signIn = {
      address: inside.at('inside', '/login'),
      fields: [{ selector: 'input', value: 'me' }],
      submit: 'button',
      success: '#in',
    };
    const report = await scan(inside.at('inside'), {}, { signIn });
    inside.close();
    expect(paths(report)).toEqual(['/', '/fine']);
    expect(report.pages.find((p) => p.outcome === 'failed')?.why).toBe('leads to the login: the session has ended');
  });

  it('says which step could not be taken', async () => {
    const report = await scan(site.at('steps'), { steps: [{ do: 'click', on: '/**', selector: '#none' }] });
    expect(report.problems.map(({ what }) => what)).toEqual([
      expect.stringContaining('step 1 (click): "#none" was not there'),
    ]);
    expect(paths(report)).toEqual(['/']);
  });

  it('stays for tags that start late, where asked to', async () => {
    const late = await serve((req, res) => {
      if (req.url !== '/') return void res.end();
      html(
        res,
        // Counted by an interval, of which nobody can tell when it is done.
        `<script>let n = 0; const t = setInterval(() => { if (++n < 5) return; clearInterval(t); fetch('http://late.localhost:${late.port}/x').catch(() => {}); }, 300)</script>`,
      );
    });
    const hosts = async (plan: object) => (await scan(late.at('stays'), plan)).items.map((i) => i.host);
    expect(await hosts({})).not.toContain('late.localhost');
    expect(await hosts({ stayMs: 2000 })).toContain('late.localhost');
    late.close();
  });

  it('visits as a phone, in a language, from a place', async () => {
    site.log.length = 0;
    await scan(site.at('steps'), { device: 'phone', language: 'pt-BR', headers: { 'X-Place': 'BR' } });
    const { headers } = site.log.find(({ path }) => path === '/')!;
    expect(headers).toMatchObject({ 'x-place': 'BR', 'accept-language': expect.stringContaining('pt-BR') });
    expect(headers['user-agent']).toContain('Android');
  });
});

describe('signs', () => {
  it('tells refused cookies, identifiers that travel, and scripts that fingerprint, as it really was', async () => {
    const site = await serve((req, res) => {
      const host = req.headers.host!.split('.')[0];
      if (req.url === '/fp.js') {
        return void res.setHeader('content-type', 'text/javascript').end(`
const c = document.createElement('canvas'); c.getContext('2d').fillText('x', 9, 9); c.toDataURL();
[navigator.hardwareConcurrency, navigator.deviceMemory, navigator.plugins, navigator.maxTouchPoints];`);
      }
      if (host === 'ads' && req.url === '/sync') {
        res.setHeader('set-cookie', [
          'uid=q7w8e9r0t1y2; Max-Age=999; SameSite=None; Secure',
          'lax=1; SameSite=Lax',
          'plain=1; SameSite=None',
        ]);
        return void res.writeHead(302, { location: site.at('pool', '/m?u=q7w8e9r0t1y2') }).end();
      }
      if (req.url === '/')
        return html(res, `<script src="${site.at('print', '/fp.js')}"></script><img src="${site.at('ads', '/sync')}">`);
      res.end();
    });
    const report = await scan(site.at('signs'), {});
    site.close();
    const told = report.signs.map(({ what, host, name }) => `${what} ${host} ${name.split('/').at(-1)}`).sort();
    expect(told).toEqual([
      'cookie-syncing pool.localhost uid',
      'fingerprinting print.localhost fp.js',
      'refused-cookie ads.localhost lax',
      'refused-cookie ads.localhost plain',
    ]);
    expect(site.log.some(({ host, path }) => host === 'pool.localhost' && path.includes('q7w8e9r0t1y2'))).toBe(true);
    expect(report.items.filter((i) => i.kind === 'cookie').map((i) => i.name)).toEqual(['uid']);
    expect(signWords(report.signs.find((s) => s.name === 'plain')!)).toContain('SameSite=None without Secure');
    expect(JSON.stringify(report.signs.map(signWords))).not.toContain('q7w8e9r0t1y2');
  });

  it('sees through a first-party name that leads to a third party, where the resolver tells', async () => {
    const dns = createSocket('udp4');
    dns.on('message', (message, from) => {
      const { id, questions = [] } = dnsPacket.decode(message);
      const [question] = questions;
      const answers =
        question!.name === 'metrics.cloaked.localhost'
          ? [{ type: 'CNAME' as const, name: question!.name, ttl: 60, data: 'collect.tracker.example' }]
          : [];
      dns.send(
        dnsPacket.encode({ type: 'response', id, flags: dnsPacket.RECURSION_AVAILABLE, questions, answers }),
        from.port,
        from.address,
      );
    });
    dns.bind(0, '127.0.0.1');
    await once(dns, 'listening');
    const site = await serve((req, res) =>
      req.url === '/'
        ? html(res, `<img src="${site.at('metrics.cloaked', '/p')}"><img src="${site.at('img.cloaked', '/p')}">`)
        : void res.end(),
    );
    const report = await scan(site.at('cloaked'), {}, { nameServer: `127.0.0.1:${dns.address().port}` });
    site.close();
    dns.close();
    expect(report.signs).toEqual([
      expect.objectContaining({
        what: 'cname-cloaking',
        host: 'metrics.cloaked.localhost',
        name: 'collect.tracker.example',
      }),
    ]);
  });
});

describe('certificates that are not valid', () => {
  let site: Awaited<ReturnType<typeof serve>>;
  beforeAll(async () => {
    const { private: key, cert } = await selfsigned.generate([{ name: 'commonName', value: 'other.localhost' }]);
    site = await serve((_req, res) => html(res, 'x'), { key, cert });
  });
  afterAll(() => site.close());

  it('end the page with the reason, or are told and passed where the user allows', async () => {
    const strict = await scan(site.at('tls'), { ownSite: true });
    expect(strict.pages.map((p) => [p.outcome, p.why])).toEqual([
      ['failed', expect.stringContaining('its certificate is')],
    ]);
    const lenient = await scan(site.at('tls'), { badCertificates: true, ownSite: true });
    expect(paths(lenient)).toEqual(['/']);
    expect(lenient.problems.map((p) => p.what)).toContain(`the certificate of tls.localhost:${site.port} is not valid`);
  });
});

describe('what would break a scan', () => {
  it('a page that eats memory, ten thousand cookies, and pages after them', async () => {
    const site = await serve((req, res) => {
      if (req.url === '/') return html(res, '<a href="/greedy">x</a><a href="/cookies">x</a><a href="/after">x</a>');
      if (req.url === '/greedy')
        return html(res, `<script>const a = []; for (;;) a.push(new Array(1e6).fill(Math.random()))</script>`);
      if (req.url === '/cookies') {
        res.setHeader(
          'set-cookie',
          Array.from({ length: 100 }, (_, i) => `h${i}=\u00e9<script>`),
        );
        return html(res, `<script>for (let i = 0; i < 10000; i++) document.cookie = 'c' + i + '=1'</script>`);
      }
      html(res, `<script>document.cookie = 'after=1'</script>`);
    });
    const report = await scan(site.at('break'), { ownSite: true, sitemaps: false }, { loadTimeoutMs: 25_000 });
    site.close();
    const of = (path: string) => report.pages.find((p) => p.url.endsWith(path))!;
    expect(of('/greedy').outcome).not.toBe('ok');
    expect(of('/greedy').why).toMatch(/crashed|still loading/);
    expect(of('/cookies').outcome).toBe('ok');
    // The browser keeps no more than 180 of a site, and asking it after each write would take half a minute.
    expect(report.items.map((i) => i.name)).toEqual(expect.arrayContaining(['c*', 'h*']));
    expect(report.items.map((i) => i.name)).toContain('after');
  }, 120_000);

  it('sitemaps that are bombs, and a robots file of ten megabytes', async () => {
    const bomb = gzipSync(Buffer.concat([Buffer.from('<urlset>'), Buffer.alloc(400_000_000, '<x></x>')]), { level: 1 });
    const site = await serve((req, res) => {
      const own = `http://bomb.localhost:${site.port}`;
      const index = (n: number) =>
        `<sitemapindex>${Array.from({ length: 30 }, (_, i) => `<sitemap><loc>${own}/nest-${n}-${i}.xml</loc></sitemap>`).join('')}</sitemapindex>`;
      if (req.url === '/robots.txt')
        return void res.end(
          `Sitemap: ${own}/bomb.xml.gz\nSitemap: ${own}/nest-0-0.xml\nUser-agent: *\nDisallow: /no\n${'# padding\n'.repeat(1_000_000)}`,
        );
      if (req.url === '/bomb.xml.gz') return void res.end(bomb);
      const nest = /^\/nest-(\d+)-/.exec(req.url!);
      if (nest) return void res.end(index(Number(nest[1]) + 1));
      if (req.url === '/sitemap.xml') {
        return void res.end(
          `<!DOCTYPE x [<!ENTITY a "aaaaaaaaaa"><!ENTITY b "&a;&a;&a;&a;&a;">]><urlset><url><loc>${own}/&b;</loc></url><url><loc>${own}/fine</loc></url></urlset>`,
        );
      }
      html(res, '<a href="/no">x</a>');
    });
    const before = process.memoryUsage().rss;
    const report = await scan(site.at('bomb'), {});
    site.close();
    expect(paths(report)).toEqual(['/', '/&b;', '/fine']); // the entity was not expanded
    expect(paths(report, 'skipped')).toEqual(['/no']);
    const told = report.problems.map((p) => p.what).join('\n');
    expect(told).toContain('robots.txt is larger than 512 KiB');
    expect(told).toContain('larger than 50 MB');
    expect(told).toMatch(/more than 50 sitemaps|too deep/);
    expect(process.memoryUsage().rss - before).toBeLessThan(600e6);
  }, 60_000);
});
