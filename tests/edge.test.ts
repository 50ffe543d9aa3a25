import { createServer, type IncomingMessage, request, type Server, type ServerResponse } from 'node:http';
import { connect as connectHttp2 } from 'node:http2';
import { type AddressInfo, connect } from 'node:net';
import { brotliCompressSync as brotliCompressed, brotliDecompressSync, gunzipSync, gzipSync } from 'node:zlib';
import { encodeChoice } from '@douane/core/consent/choice-cookie';
import { compileRelease } from '@douane/core/release';
import { newSetup, type Setup } from '@douane/core/setup';
import { Edge, EdgeSite, holding } from '@douane/edge';
import express from 'express';
import { generate } from 'selfsigned';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';

/** A site's own server, of which each test says what it answers, and an edge in front of it. */
let origin: Server;
let answer: (req: IncomingMessage, res: ServerResponse) => void;
let edge: Edge;
let port: number;

const setup = (): Setup => {
  const made = newSetup({ key: 's', name: 'S', address: 'http://site.localhost' }, 'http://douane.localhost/g/s');
  made.services = [
    {
      id: 'ads',
      name: 'Ads',
      purpose: 'advertising',
      hosts: ['ads.localhost'],
      items: [{ kind: 'cookie', name: 'ad_*', pattern: true }],
    },
    { id: 'count', name: 'Count', purpose: 'measurement', hosts: ['count.localhost'], items: [] },
  ];
  return made;
};
const site = (number = 1) => new EdgeSite(compileRelease(setup(), number, '2026-11-26'));
const placeOf = ({ headers }: IncomingMessage) => ({ country: String(headers['x-place'] ?? 'DE') });
const portOf = (server: Server) => (server.address() as AddressInfo).port;

beforeAll(async () => {
  origin = createServer((req, res) => answer(req, res)).listen(0, '127.0.0.1');
  await new Promise((done) => origin.once('listening', done));
  edge = new Edge({ origin: new URL(`http://127.0.0.1:${portOf(origin)}`), site: site(), placeOf, patienceMs: 500 });
  port = await edge.listen(0, '127.0.0.1');
});
afterEach(() => origin.removeAllListeners('upgrade'));
afterAll(async () => {
  origin?.closeAllConnections();
  origin?.close();
  await edge?.close();
});

interface Got {
  status: number;
  headers: IncomingMessage['headers'];
  body: Buffer;
  text: string;
}
const get = (headers: Record<string, string> = {}, path = '/', at = port): Promise<Got> =>
  new Promise((resolve, reject) => {
    const asked = request({ port: at, path, headers: { host: 'site.localhost', ...headers }, agent: false }, (res) => {
      const pieces: Buffer[] = [];
      res.on('data', (piece) => pieces.push(piece));
      res.on('error', reject);
      res.on('end', () => {
        const body = Buffer.concat(pieces);
        resolve({ status: res.statusCode!, headers: res.headers, body, text: body.toString() });
      });
    });
    asked.on('error', reject);
    asked.end();
  });
const html =
  (body: string | Buffer, headers: Record<string, string | string[]> = {}) =>
  (_req: IncomingMessage, res: ServerResponse) =>
    void res.writeHead(200, { 'content-type': 'text/html; charset=utf-8', ...headers }).end(body);

const PAGE = '<!doctype html><head><title>é</title></head><img src="http://ads.localhost/x.gif"><p>Café';
const cookie = (purposes: Record<string, boolean>) => ({
  cookie: `douane_choice=${encodeChoice({
    release: 1,
    record: '0b6f2a10-0000-4000-8000-000000000001',
    gpc: false,
    purposes,
    atSeconds: Math.floor(Date.now() / 1000),
    ageDays: 0,
  })}`,
});
const YES = cookie({ advertising: true, measurement: true, functional: true, embedded: true });

describe('for whom what is held', () => {
  it('marks, sets a policy and puts the gate first, until there is a yes', async () => {
    answer = html(PAGE);
    const held = await get();
    expect(held.text).toBe(
      '<!doctype html><head><script data-place="DE" src="http://douane.localhost/g/s/gate.js"></script><title>é</title></head><img data-gate="advertising" data-gate-src="http://ads.localhost/x.gif"><p>Café',
    );
    expect(held.headers['content-security-policy']).toMatch(/^default-src 'self' .*site\.localhost:\*/);
    const free = await get(YES);
    expect(free.text).toContain('<img src="http://ads.localhost/x.gif">');
    expect(free.headers['content-security-policy']).toBeUndefined();
  });

  it('lets through by purpose, by place, and not where a signal objects', async () => {
    answer = html(PAGE);
    const policy = async (headers: Record<string, string>) =>
      String((await get(headers)).headers['content-security-policy'] ?? 'none');
    expect(await policy(cookie({ measurement: true, advertising: false }))).toContain('count.localhost:*');
    expect(await policy(cookie({ measurement: true, advertising: false }))).not.toContain('ads.localhost');
    expect(await policy({ 'x-place': 'US' })).toBe('none');
    expect(await policy({ 'x-place': 'US', 'sec-gpc': '1' })).toContain('count.localhost:*');
    expect((await get({ 'x-place': 'US' })).text).toContain('data-place="US"');
  });

  it('keeps a page for one visitor, and knows it is another one after a choice', async () => {
    answer = (req, res) => {
      const tag = '"v1"';
      const isSame = /(^|, )(W\/)?"v1"/.test(req.headers['if-none-match'] ?? '');
      res.writeHead(isSame ? 304 : 200, {
        'content-type': 'text/html',
        etag: tag,
        'cache-control': 'public, max-age=60, s-maxage=600',
        'last-modified': 'Thu, 26 Nov 2026 00:00:00 GMT',
      });
      res.end(isSame ? undefined : PAGE);
    };
    const first = await get();
    expect(first.headers).toMatchObject({ vary: 'Cookie, Sec-GPC', 'cache-control': 'private, max-age=60' });
    expect(first.headers['last-modified']).toBeUndefined();
    const tag = first.headers.etag!;
    expect((await get({ 'if-none-match': tag })).status).toBe(304);
    expect((await get({ 'if-none-match': tag, ...YES })).status).toBe(200);
  });

  it('drops cookies, links and reports of what is held, from every answer, and keeps the rest', async () => {
    answer = (_req, res) =>
      void res
        .writeHead(200, {
          'content-type': 'image/gif',
          'set-cookie': ['ad_1=x; Path=/', 'basket=7; HttpOnly', 'ad2=y'],
          link: '<http://ads.localhost/a.js>; rel=preload; as=script, </own.css>; rel="preload, x"; as=style',
          refresh: '5; url=http://ads.localhost/',
          'reporting-endpoints': 'a="http://ads.localhost/r", b="/r"',
        })
        .end('GIF');
    const { headers, text } = await get();
    expect(headers['set-cookie']).toEqual(['basket=7; HttpOnly', 'ad2=y']);
    expect(headers.link).toBe('</own.css>; rel="preload, x"; as=style');
    expect(headers['reporting-endpoints']).toBe('b="/r"');
    expect([headers.refresh, text]).toEqual([undefined, 'GIF']);
    expect((await get(YES)).headers['set-cookie']).toHaveLength(3);
  });

  it('joins a policy of the page’s own, which it opens for the gate and nobody else', async () => {
    answer = html(PAGE, { 'content-security-policy': "default-src 'none'; script-src 'self'; img-src *" });
    const [own, ours] = String((await get()).headers['content-security-policy']).split(', ');
    expect(own).toBe(
      "default-src 'none'; script-src 'self' http://douane.localhost; img-src *; connect-src http://douane.localhost",
    );
    expect(ours).toContain("default-src 'self'");
    answer = html(PAGE, { 'content-security-policy': "script-src 'nonce-abc' 'strict-dynamic'" });
    expect((await get()).text).toContain('<script nonce="abc" data-place="DE" src=');
  });

  it('takes what is held out of the site’s own style sheets', async () => {
    answer = (_req, res) =>
      void res
        .writeHead(200, { 'content-type': 'text/css' })
        .end('@import "//ads.localhost/x";a{background:url(/own.png)}');
    expect((await get()).text).toBe('@import "data:,";a{background:url(/own.png)}');
    expect((await get(YES)).text).toContain('ads.localhost');
  });
});

describe('whatever the site’s server sends', () => {
  it.each([
    ['gzip', (body: Buffer) => gunzipSync(body)],
    ['br', (body: Buffer) => brotliDecompressSync(body)],
  ] as const)('compressed by %s goes out so', async (encoding, open) => {
    answer = (req, res) => {
      expect(req.headers['accept-encoding']).toBe(encoding);
      const packed = encoding === 'gzip' ? gzipSync(PAGE) : brotliCompressed(PAGE);
      res.writeHead(200, {
        'content-type': 'text/html',
        'content-encoding': encoding,
        'content-length': packed.length,
      });
      res.end(packed);
    };
    const { headers, body } = await get({ 'accept-encoding': `${encoding}, zstd` });
    expect([headers['content-encoding'], headers['content-length']]).toEqual([encoding, undefined]);
    expect(open(body).toString()).toContain('data-gate="advertising"');
  });

  it('in UTF-16 goes out in UTF-8, marked', async () => {
    answer = html(Buffer.from(`\ufeff${PAGE}`, 'utf16le'), { 'content-type': 'text/html' });
    const { text } = await get();
    expect(text.startsWith('\ufeff<!doctype html>')).toBe(true);
    expect(text).toContain('data-gate="advertising"');
    expect(text).toContain('Café');
  });

  it('piece by piece goes out so: the first before the last is there', async () => {
    let finish = () => {};
    answer = (_req, res) => {
      res.writeHead(200, { 'content-type': 'text/html' }).write('<!doctype html><head></head><p>first');
      finish = () => res.end('<p>last');
    };
    const text = await new Promise<string>((resolve) => {
      request({ port, headers: { host: 'site.localhost' } }, (res) => {
        let seen = '';
        res.on('data', (piece) => {
          seen += piece;
          if (seen.includes('first')) finish();
        });
        res.on('end', () => resolve(seen));
      }).end();
    });
    expect(text).toContain('<p>first<p>last');
  });

  it('in part goes through as it is', async () => {
    answer = (req, res) => {
      expect(req.headers.range).toBe('bytes=0-3');
      res
        .writeHead(206, { 'content-type': 'video/mp4', 'content-range': 'bytes 0-3/9', 'content-length': 4 })
        .end('abcd');
    };
    const { status, headers, text } = await get({ range: 'bytes=0-3' });
    expect([status, headers['content-range'], text]).toEqual([206, 'bytes 0-3/9', 'abcd']);
  });

  it('that lies about its length breaks off, and the next is answered', async () => {
    answer = (_req, res) => {
      res.writeHead(200, { 'content-type': 'text/plain', 'content-length': 1000 });
      res.write('short');
      setTimeout(() => res.destroy());
    };
    await expect(get()).rejects.toThrow();
    answer = html(PAGE);
    expect((await get()).status).toBe(200);
  });

  it('or does not: slow is told as 504, and gone as 502, in a sentence', async () => {
    answer = () => {};
    expect(await get()).toMatchObject({ status: 504, text: 'The site’s server took too long to answer.\n' });
    const nowhere = new Edge({ origin: new URL('http://127.0.0.1:1'), site: site(), placeOf });
    const at = await nowhere.listen(0, '127.0.0.1');
    expect(await get({}, '/', at)).toMatchObject({ status: 502, text: 'The site’s server cannot be reached.\n' });
    await nowhere.close();
  });
});

it('passes what visitors send, with who they are', async () => {
  answer = (req, res) => {
    const pieces: Buffer[] = [];
    req.on('data', (piece) => pieces.push(piece));
    req.on('end', () => {
      const { host, 'x-forwarded-for': from, connection } = req.headers;
      res.end(JSON.stringify({ host, from, connection, method: req.method, body: Buffer.concat(pieces).toString() }));
    });
  };
  const response = await fetch(`http://127.0.0.1:${port}/form`, { method: 'POST', body: 'a=1' });
  expect(await response.json()).toMatchObject({
    host: `127.0.0.1:${port}`,
    from: '127.0.0.1',
    method: 'POST',
    body: 'a=1',
  });
});

it('lets a connection go over to another protocol', async () => {
  origin.once('upgrade', (_req, socket) => {
    socket.write('HTTP/1.1 101 Switching Protocols\r\nUpgrade: echo\r\nConnection: Upgrade\r\n\r\n');
    socket.on('data', (piece: Buffer) => socket.end(`echo ${piece}`));
  });
  const said = await new Promise<string>((resolve) => {
    const socket = connect(port, '127.0.0.1', () =>
      socket.write('GET / HTTP/1.1\r\nHost: site.localhost\r\nUpgrade: echo\r\nConnection: Upgrade\r\n\r\n'),
    );
    let all = '';
    socket.on('data', (piece) => {
      all += piece;
      if (all.endsWith('\r\n\r\n')) socket.write('hello');
    });
    socket.on('close', () => resolve(all));
  });
  expect(said).toMatch(/^HTTP\/1\.1 101 [\s\S]*\r\n\r\necho hello$/);
});

it('speaks HTTP/2, and HTTP/1.1 to who does not', async () => {
  const { private: key, cert } = await generate([{ name: 'commonName', value: 'site.localhost' }]);
  const secure = new Edge({
    origin: new URL(`http://127.0.0.1:${portOf(origin)}`),
    site: site(),
    placeOf,
    tls: { key: Buffer.from(key), cert: Buffer.from(cert) },
  });
  const at = await secure.listen(0, '127.0.0.1');
  answer = html(PAGE);
  const session = connectHttp2(`https://127.0.0.1:${at}`, { rejectUnauthorized: false });
  const text = await new Promise<string>((resolve) => {
    const stream = session.request({ ':path': '/', ':authority': 'site.localhost' });
    let all = '';
    stream.on('data', (piece) => {
      all += piece;
    });
    stream.on('end', () => resolve(all));
  });
  session.close();
  expect(text).toContain('data-gate="advertising"');
  await secure.close();
});

it('puts the gate into the page itself, by a hash where the page’s own policy asks for one', async () => {
  const release = compileRelease(setup(), 1, '2026-11-26');
  const inline = new EdgeSite(release, 'holds()');
  edge.take(inline);
  answer = html(PAGE, { 'content-security-policy': "script-src 'self'" });
  const closed = await get();
  expect(closed.text).toContain('<head><script data-place="DE">holds()</script><title>');
  expect(String(closed.headers['content-security-policy'])).toContain(
    `script-src 'self' http://douane.localhost ${inline.hash}`,
  );
  answer = html(PAGE, { 'content-security-policy': "script-src 'unsafe-inline'" });
  expect(String((await get()).headers['content-security-policy'])).not.toContain('sha256');
  edge.take(site());
});

it('takes another release while a page of the one before is on its way', async () => {
  let finish = () => {};
  answer = (_req, res) => {
    res.writeHead(200, { 'content-type': 'text/html' }).write('<head></head>');
    finish = () => res.end('<img src="http://ads.localhost/x">');
  };
  const underWay = get();
  await expect.poll(() => edge.counts.underWay).toBe(1);
  const free = new EdgeSite(compileRelease({ ...setup(), services: [] }, 2, '2026-11-26'));
  edge.take(free);
  await expect.poll(() => finish.length).toBe(0);
  finish();
  expect((await underWay).text).toContain('data-gate="advertising"');
  expect((await get({}, '/.well-known/douane/health')).text).toBe('{"status":"ok","release":2}\n');
  edge.take(site());
});

it('tells how it is', async () => {
  answer = html(PAGE);
  await get();
  const { text, headers } = await get({}, '/.well-known/douane/metrics');
  expect(headers['content-type']).toContain('version=0.0.4');
  expect(text).toMatch(/^douane_edge_marked_total [1-9]\d*$/m);
  expect(text).toMatch(/^douane_edge_requests_under_way 0$/m);
});

it('holds as middleware what an application answers, in whatever way it does', async () => {
  const app = express();
  app.use(holding({ site: () => current, placeOf }));
  const current = site();
  app.get('/send', (_req, res) => void res.send(PAGE));
  app.get('/pieces', (_req, res) => {
    res.type('html').write('<head></head>');
    res.write(Buffer.from('<img src="http://ads.localhost/x.gif">'));
    res.end();
  });
  app.get('/head', (_req, res) => {
    res.writeHead(200, { 'content-type': 'text/html', 'set-cookie': 'ad_1=x' });
    res.end(PAGE);
  });
  app.get('/json', (_req, res) => void res.json({ a: 1 }));
  const server = app.listen(0, '127.0.0.1');
  await new Promise((done) => server.once('listening', done));
  const at = portOf(server);
  for (const path of ['/send', '/pieces', '/head']) {
    const { text, headers } = await get({}, path, at);
    expect(text, path).toContain('<img data-gate="advertising"');
    expect(headers['content-security-policy'], path).toContain("default-src 'self'");
    expect(headers['set-cookie'], path).toBeUndefined();
  }
  expect(await get({}, '/json', at)).toMatchObject({ text: '{"a":1}' });
  expect((await get(YES, '/send', at)).text).toContain('<img src=');
  server.close();
  server.closeAllConnections();
});
