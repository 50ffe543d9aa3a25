import { once } from 'node:events';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { ScanReport } from '@douane/core/scan';
import { scanSite } from '@douane/scanner';
import { afterAll, beforeAll, expect, it } from 'vitest';

/** A page that reaches a host of its own by every means a browser has; what arrived is the truth. */
const arrived = new Set<string>();
let server: Server;
let report: ScanReport;

function page(port: number): string {
  const at = (host: string, path = '/x') => `http://${host}.localhost:${port}${path}`;
  return `<!doctype html><title>all</title><link rel="prefetch" href="${at('prefetch', '/p.js')}">
<style>@import url(${at('import', '/i.css')}); body { background: url(${at('background')}) }</style>
<script type="module">import '${at('module', '/m.js')}'</script>
<script>document.write('<script src="${at('written', '/w.js')}"><\\/script>')</script>
<picture><source srcset="${at('srcset')} 1x"><img src="${at('plain')}" alt=""></picture>
<object data="${at('object')}"></object><video src="${at('video')}" autoplay muted></video><svg><image href="${at('svg')}"/></svg>
<iframe srcdoc='<img src="${at('srcdoc')}" alt="">'></iframe>
<script>
new EventSource('${at('events')}');
new WebSocket('${at('socket').replace('http', 'ws')}');
new Worker(URL.createObjectURL(new Blob(["fetch('${at('worker')}'); importScripts('${at('imported', '/i.js')}')"])));
navigator.serviceWorker.register('/sw.js');
const sync = new XMLHttpRequest(); sync.open('GET', '${at('sync')}', false); try { sync.send(); } catch {}
fetch('${at('redirects')}').catch(() => {});
addEventListener('pagehide', () => navigator.sendBeacon('${at('leaving')}'));
localStorage.prop = '1';
sessionStorage.setItem('key', '1');
cookieStore.set({ name: 'stored', value: '1', expires: Date.now() + 3600e3 });
cookieStore.set({ name: '__Host-refused', value: '1', domain: 'elsewhere.localhost' }).catch(() => {});
indexedDB.open('database');
caches.open('cache');
document.cookie = 'refused=1; domain=elsewhere.localhost';
</script>`;
}

function answer(req: IncomingMessage, res: ServerResponse): void {
  const [host, port] = req.headers.host!.split(':');
  res.setHeader('access-control-allow-origin', '*');
  if (host === 'all.localhost') {
    if (req.url === '/sw.js') {
      res.setHeader('content-type', 'text/javascript').end(`fetch('http://serviceworker.localhost:${port}/x')`);
    } else {
      res
        .setHeader('content-type', 'text/html')
        .setHeader('set-cookie', ['http=1; HttpOnly', 'foreign=1; Domain=elsewhere.localhost']);
      res.end(req.url === '/' ? page(Number(port)) : '');
    }
    return;
  }
  arrived.add(host!);
  if (host === 'redirects.localhost')
    return void res.writeHead(302, { location: `http://redirected.localhost:${port}/x` }).end();
  if (req.url!.endsWith('.js')) res.setHeader('content-type', 'text/javascript');
  if (req.url!.endsWith('.css')) res.setHeader('content-type', 'text/css');
  res.end(
    req.url!.endsWith('.css')
      ? `@font-face{font-family:f;src:url(http://font.localhost:${port}/f)} body{font-family:f}`
      : '',
  );
}

beforeAll(async () => {
  server = createServer(answer).listen(0, '127.0.0.1');
  server.on('upgrade', (req, socket) => {
    arrived.add(req.headers.host!.split(':')[0]!);
    socket.destroy();
  });
  await once(server, 'listening');
  const { port } = server.address() as AddressInfo;
  report = await scanSite(`http://all.localhost:${port}/`, { allowPrivate: true });
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});

it('finds every host that anything arrived at, and no other', () => {
  const found = new Set(report.items.filter((item) => item.kind === 'request').map((item) => item.host));
  expect([...found].sort()).toEqual([...arrived].sort());
  expect(arrived.size).toBe(20);
});

it.each([
  ['events', 'fetch'],
  ['socket', 'websocket'],
  ['font', 'font'],
  ['video', 'media'],
  ['object', 'frame'],
  ['leaving', 'beacon'],
  ['import', 'style'],
  ['written', 'script'],
])('tells what %s was asked for: %s', (host, name) => {
  expect(report.items.find((item) => item.host === `${host}.localhost`)).toMatchObject({ kind: 'request', name });
});

it('finds all that was stored in the browser, and nothing that it refused', () => {
  const stored = report.items.filter((item) => item.kind !== 'request').map((item) => `${item.kind} ${item.name}`);
  expect(stored.sort()).toEqual([
    'cache-storage cache',
    'cookie http',
    'cookie stored',
    'indexed-db database',
    'local-storage prop',
    'service-worker /sw.js',
    'session-storage key',
  ]);
  const cookie = report.items.find((item) => item.name === 'stored')!;
  expect(cookie).toMatchObject({ setBy: 'script', sameSite: 'Strict', secure: true });
  expect(cookie.lifetimeSeconds).toBeGreaterThan(3500);
});
