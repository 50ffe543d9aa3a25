import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { ScanReport } from '@douane/core/scan';
import { scanSite } from '@douane/scanner';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

/** A site on which much stands behind something else, and on which much must not be pressed. */
const HOME = `<!doctype html><html lang="en"><title>Behind</title>
<h1>Behind</h1><a href="/late">late</a>
<details><summary>Timetable</summary><img loading="lazy" id="d" alt=""></details>
<button type="button" onclick="load('film')">Play film</button>
<div role="button" tabindex="0" onclick="load('map')">Show the map</div>
<a href="#chat" onclick="load('talk')">Chat with us</a>
<button type="button" role="tab" aria-selected="false" onclick="load('tab')">Prices</button>
<div id="box" style="height:120px;overflow:auto"><div style="height:900px">words</div><img loading="lazy" src="http://inner.localhost:PORT/px" alt=""></div>
<div id="gallery"></div>
<button type="button" onclick="load('bought')">Buy now</button>
<button type="button" onclick="load('gone')">Sign out</button>
<button type="button" onclick="load('agreed')">Accept all</button>
<button type="button" onclick="location.href='/left'">Open the fares</button>
<button type="button" onclick="window.open('/window')">More pictures</button>
<button type="button" onclick="print(); load('printed')">Show more</button>
<button type="button" onclick="navigator.mediaDevices.getUserMedia({ video: true }).catch(() => load('refused'))">Open the viewfinder</button>
<form action="/sent" method="post"><input name="q"><button>Go</button></form>
<script>
  localStorage.setItem('probe', '1'); localStorage.removeItem('probe');
  document.cookie = 'probe_cookie=1'; document.cookie = 'probe_cookie=; max-age=0';
  localStorage.setItem('stays', '1'); localStorage.removeItem('stays'); localStorage.setItem('stays', '2');
  function load(name) { new Image().src = 'http://' + name + '.localhost:PORT/px'; document.cookie = name + '_seen=1'; }
  document.querySelector('details').addEventListener('toggle', () => load('opened'));
  let n = 0;
  function more() { n += 1; const b = document.createElement('button'); b.type = 'button'; b.className = 'next'; b.textContent = 'Picture ' + n; b.onclick = more; document.getElementById('gallery').append(b); }
  more();
</script></html>`;
const LATE = `<!doctype html><title>Late</title><h1>Late</h1><script>
  setTimeout(() => { new Image().src = 'http://late.localhost:PORT/px'; }, 2500);
  setInterval(() => {}, 400); (function ask() { setTimeout(ask, 300); })();
  const never = setTimeout(() => { new Image().src = 'http://never.localhost:PORT/px'; }, 7000); clearTimeout(never);
</script>`;

let server: Server;
let port: number;
const log: string[] = [];

beforeAll(async () => {
  server = createServer((req, res) => {
    const host = (req.headers.host ?? '').split(':')[0]!;
    log.push(`${req.method} ${host}${req.url}`);
    if (host !== 'behind.localhost') return void res.setHeader('content-type', 'image/gif').end();
    const body = { '/': HOME, '/late': LATE }[req.url ?? ''];
    res.statusCode = body ? 200 : 404;
    res.setHeader('content-type', 'text/html').end((body ?? 'none').replaceAll('PORT', String(port)));
  });
  server.listen(0, '127.0.0.1');
  await once(server, 'listening');
  port = (server.address() as AddressInfo).port;
});
afterAll(() => server?.close());

const scan = (plan: object): Promise<ScanReport> => {
  log.length = 0;
  return scanSite(`http://behind.localhost:${port}/`, { plan: { sitemaps: false, ...plan }, allowPrivate: true });
};
const hostsOf = ({ items }: ScanReport) => new Set(items.map(({ host }) => host.split('.')[0]!));

describe('a scan that explores', () => {
  let report: ScanReport;
  beforeAll(async () => {
    report = await scan({});
  });

  it('opens details, films, maps, chats and tabs, and scrolls what scrolls within', () => {
    expect([...hostsOf(report)]).toEqual(expect.arrayContaining(['opened', 'film', 'map', 'talk', 'tab', 'inner']));
  });

  it('says of each thing what it stood behind, and nothing of what was there at once', () => {
    const behind = (name: string) => report.items.find((item) => item.name === name)?.behind;
    expect([behind('film_seen'), behind('map_seen'), behind('talk_seen')]).toEqual([
      'Play film',
      'Show the map',
      'Chat with us',
    ]);
    expect(report.items.find(({ host }) => host === 'late.localhost')?.behind).toBeUndefined();
    expect(report.pages[0]!.pressed).toEqual(expect.arrayContaining(['Timetable', 'Play film']));
  });

  it('buys nothing, signs nobody out, accepts nothing and sends no form', () => {
    const hosts = hostsOf(report);
    for (const never of ['bought', 'gone', 'agreed']) expect(hosts).not.toContain(never);
    expect(log.filter((line) => line.startsWith('POST'))).toEqual([]);
  });

  it('stays on the page whatever is pressed: no other page, no window, no print, no camera', () => {
    expect(log.filter((line) => /\/(left|window|sent)$/.test(line))).toEqual([]);
    expect([...hostsOf(report)]).toEqual(expect.arrayContaining(['printed', 'refused']));
    expect(report.pages.map(({ outcome }) => outcome)).toEqual(['ok', 'ok']);
  });

  it('comes to the end of a gallery that has none', () => {
    expect(report.pages[0]!.pressed!.length).toBeLessThanOrEqual(24);
  });

  it('waits for what the page has put off, and not for what it has called off', () => {
    expect(log).toContain('GET late.localhost/px');
    expect(log).not.toContain('GET never.localhost/px');
    expect(report.pages.find(({ url }) => url.endsWith('/late'))!.seconds).toBeLessThan(7);
  });
});

it('knows what was set and removed at once from what stays', async () => {
  const { items } = await scan({ explore: false, pages: 1 });
  const removed = items.filter((item) => item.removedAtOnce).map(({ kind, name }) => `${kind} ${name}`);
  expect(removed.sort()).toEqual(['cookie probe_cookie', 'local-storage probe']);
  expect(items.map(({ name }) => name)).toContain('stays');
});

it('presses nothing where the plan says so', async () => {
  const report = await scan({ explore: false });
  expect([...hostsOf(report)]).not.toContain('film');
  expect(report.pages.every(({ pressed }) => pressed === undefined)).toBe(true);
});
