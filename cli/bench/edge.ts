import { type ChildProcess, spawn } from 'node:child_process';
import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { pipeline, Readable } from 'node:stream';

import { newSetup } from '@douane/core/setup';
import { freePort } from '@douane/server';
import { median, say } from './say';

const TURNS = 5;
const TURN_MS = 2_000;
const AT_ONCE = 16;

/** A page of 40 KB with tags of all kinds, some of them held. */
const PAGE = `<!doctype html><html lang="en"><head><title>Shop</title><link rel="stylesheet" href="/s.css">${'<meta name="x" content="words">'.repeat(20)}</head><body>${Array.from(
  { length: 150 },
  (_, i) =>
    `<article class="card c-${i}"><a href="/p/${i}?a=1&amp;b=2"><img src="/i/${i}.jpg" alt="Some words" width="90" height="90"></a><p>Some words about a thing of number ${i}, and <b>more</b> to fill the line.</p></article>\n`,
).join('')}<img src="http://ads.localhost/x.gif"><script src="http://ads.localhost/a.js"></script></body></html>`;
/** What a visit to it asks for besides, by path. */
const PARTS: Record<string, [type: string, body: Buffer]> = {
  '/s.css': ['text/css', Buffer.from('.card{margin:1px;background:url(/b.png)}'.repeat(400))],
  '/s.js': ['text/javascript', Buffer.from('const a = () => 1;\n'.repeat(2_000))],
  ...Object.fromEntries(Array.from({ length: 12 }, (_, i) => [`/i/${i}.jpg`, ['image/jpeg', Buffer.alloc(12_000, i)]])),
};

const LONG_BYTES = 100_000_000;

/** The same page over and over, as one. */
function* longPage(): Generator<string> {
  for (let sent = 0; sent < LONG_BYTES; sent += PAGE.length) yield PAGE;
}

/** The edge beside the same proxy that changes nothing: pages alone, a page with its parts, and what a page of 100 MB takes. */
export async function benchEdge(root: string): Promise<void> {
  const folder = await mkdtemp(path.join(tmpdir(), 'douane-bench-'));
  const origin = http
    .createServer((req, res) => {
      if (req.url === '/long') {
        res.writeHead(200, { 'content-type': 'text/html; charset=utf-8' });
        pipeline(Readable.from(longPage()), res, () => {});
        return;
      }
      const [type, body] = PARTS[req.url!] ?? ['text/html; charset=utf-8', PAGE];
      res.writeHead(200, { 'content-type': type, 'content-length': Buffer.byteLength(body) }).end(body);
    })
    .listen(0, '127.0.0.1');
  await new Promise((done) => origin.once('listening', done));
  const setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost' }, 'http://douane.localhost/g/s');
  setup.services = [{ id: 'ads', name: 'Ads', purpose: 'advertising', hosts: ['ads.localhost'], items: [] }];
  const file = path.join(folder, 'setup.json');
  await writeFile(file, JSON.stringify(setup));
  const running: ChildProcess[] = [];
  try {
    const at = `http://127.0.0.1:${(origin.address() as AddressInfo).port}`;
    const start = async (...more: string[]) => {
      const port = await freePort();
      const args = ['edge', '--setup', file, '--origin', at, '--port', String(port), '--host', '127.0.0.1', ...more];
      const child = spawn(process.execPath, [path.join(root, 'bin/douane'), ...args], {
        stdio: ['ignore', 'pipe', 'inherit'],
      });
      running.push(child);
      await new Promise<void>((done, failed) => {
        child.stdout!.once('data', () => done());
        child.once('exit', () => failed(new Error('the edge ended')));
      });
      return port;
    };
    const [edge, plain] = [await start(), await start('--untouched')];
    for (const [name, paths] of [
      ['edge.vs_plain_proxy', ['/', ...Object.keys(PARTS)]],
      ['edge.pages_vs_plain_proxy', ['/']],
    ] as const) {
      const ratios: number[] = [];
      for (let turn = 0; turn <= TURNS; turn++) {
        const [ours, theirs] = [await rate(edge, paths), await rate(plain, paths)];
        // The first is to get warm.
        if (turn > 0) ratios.push(ours / theirs);
      }
      say(name, median(ratios), 'ratio');
    }
    const later: number[] = [];
    for (let i = 0; i < 200; i++) later.push((await firstByteMs(edge)) - (await firstByteMs(plain)));
    say('edge.first_byte_later_ms', median(later), 'ms');
    const held = await heldBy(running[0]!.pid!, () => get(edge, '/long', new http.Agent()));
    say('edge.long_page_memory_mib', held, 'MiB');
  } finally {
    for (const child of running) child.kill();
    origin.closeAllConnections();
    origin.close();
    await rm(folder, { recursive: true, force: true });
  }
}

/** By how much a process has grown at most while something was done, in MiB; of Linux. */
async function heldBy(pid: number, run: () => Promise<unknown>): Promise<number> {
  const mib = async () => Number(/VmRSS:\s+(\d+)/.exec(await readFile(`/proc/${pid}/status`, 'utf8'))![1]) / 1024;
  const before = await mib();
  let most = before;
  const watch = setInterval(() => void mib().then((now) => (most = Math.max(most, now))), 50);
  await run();
  clearInterval(watch);
  return most - before;
}

/** Requests a second, several at once, over so many paths in turn. */
async function rate(port: number, paths: readonly string[]): Promise<number> {
  const agent = new http.Agent({ keepAlive: true, maxSockets: AT_ONCE });
  const until = Date.now() + TURN_MS;
  let done = 0;
  const lane = async (from: number) => {
    for (let i = from; Date.now() < until; i++, done++) await get(port, paths[i % paths.length]!, agent);
  };
  await Promise.all(Array.from({ length: AT_ONCE }, (_, i) => lane(i)));
  agent.destroy();
  return done / (TURN_MS / 1000);
}

async function firstByteMs(port: number): Promise<number> {
  const began = performance.now();
  return get(port, '/').then((first) => first - began);
}

/** Resolves, when all is there, with the time of the first byte. */
const get = (port: number, path: string, agent?: http.Agent): Promise<number> =>
  new Promise((resolve, reject) => {
    http
      .get(
        { port, path, agent, host: '127.0.0.1', headers: { host: 'site.localhost', 'accept-encoding': 'identity' } },
        (res) => {
          let first = 0;
          res.on('data', () => {
            first ||= performance.now();
          });
          res.on('end', () => resolve(first));
        },
      )
      .on('error', reject);
  });
