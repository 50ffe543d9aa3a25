import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { indexPlan, policyFor } from '@douane/core/hold';
import type { LookReport } from '@douane/core/look';
import { compileRelease } from '@douane/core/release';
import { newSetup, type Setup } from '@douane/core/setup';
import { type GateFiles, gateFiles, loadedFiles } from '@douane/gate';
import { lookForGate } from '@douane/scanner';
import { loadGateCode, sha256 } from '@douane/server/gate-code';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { ROOT } from './support/world';

const TAG = '<script src="http://tags.localhost:1/t.js"></script>';
/** The head of each page, with `GATE` where the address of the gate stands. */
const HEADS: Record<string, string> = {
  '/': `<script src="GATE"></script>${TAG}`,
  '/late': `${TAG}<img src="x.gif"><script src="GATE"></script>`,
  '/missing': TAG,
  '/async': '<script async src="GATE"></script>',
  '/other': '<script src="http://localhost:1/g/freight/gate.js"></script>',
  '/inserted': `<script src="GATE"></script><script>const s = document.createElement('script'); s.src = 'http://tags.localhost:1/t.js'; document.head.prepend(s);</script>`,
  '/marked': `<script src="GATE"></script><img data-gate="ads" data-gate-src="http://tags.localhost:1/p.gif">`,
  '/sent': '<script src="GATE"></script>',
  '/edge': '<script src="GATE"></script>',
  '/forbidden': '<script src="GATE"></script>',
  '/older': '',
};
/** Pages on which something may lead back to the choice. */
const BODIES: Record<string, string> = {
  '/back': '<p data-douane-open><a href="#">Your choices</a></p>',
  '/back-by-script':
    '<script>document.body.insertAdjacentHTML("beforeend", "<button data-douane-open>C</button>")</script>',
  '/back-by-code': '<button onclick="douane.open()">Choices</button>',
  '/back-hidden': '<p data-douane-open hidden>Your choices</p>',
  '/back-not': '<a href="#">Your choices</a>',
};
let server: Server;
let report: LookReport;
let address: string;
let look: (options?: { most?: number; wayBack?: string }) => Promise<LookReport>;

beforeAll(async () => {
  const files = new Map<string, string>();
  const headers: Record<string, Record<string, string>> = {
    '/edge': { 'douane-edge': '1' },
    '/forbidden': { 'content-security-policy': "script-src 'none'" },
  };
  server = createServer((req, res) => {
    const file = files.get(req.url!);
    if (file !== undefined) {
      res.setHeader('access-control-allow-origin', '*');
      return void res.setHeader('content-type', 'text/javascript').end(file);
    }
    const head = HEADS[req.url!]?.replace('GATE', `${address}/g/ferry/gate.js`);
    const body = BODIES[req.url!];
    res.statusCode = head === undefined && body === undefined ? 404 : 200;
    for (const [name, value] of Object.entries(headers[req.url!] ?? {})) res.setHeader(name, value);
    const links = [...Object.keys(HEADS), '/gone'].map((path) => `<a href="${path}">x</a>`);
    res
      .setHeader('content-type', 'text/html')
      .end(
        `<!doctype html><html><head>${head ?? ''}<title>x</title></head><body>${body ?? links.join('')}</body></html>`,
      );
  }).listen(0, '127.0.0.1');
  await once(server, 'listening');
  address = `http://look.localhost:${(server.address() as AddressInfo).port}`;
  const base = `${address}/g/ferry`;
  const setup = newSetup({ key: 'ferry', name: 'F', address: `${address}/` }, base);
  const code = await loadGateCode(ROOT);
  const filesOf = (of: Setup): GateFiles => gateFiles(compileRelease(of, 1, '2026-11-26'), code, sha256);
  const put = (folder: string, { pointer, immutable }: GateFiles) => {
    files.set(`${folder}/gate.js`, pointer);
    for (const { name, body } of immutable) files.set(`/g/ferry/${name}`, body);
  };
  const current = filesOf(setup);
  put('/g/ferry', current);
  const older = filesOf({ ...setup, holding: { ...setup.holding, afterChoice: 'nothing' } });
  put('/older', older);
  // Pinned by its hash.
  const { name } = older.immutable.find((one) => one.name.startsWith('hold.'))!;
  HEADS['/older'] = `<script src="${base}/${name}"></script>`;
  const { plan } = compileRelease(setup, 1, '2026-11-26');
  headers['/sent'] = { 'content-security-policy': policyFor(indexPlan(plan), () => false)! };
  look = (options = {}) =>
    lookForGate(`${address}/`, {
      ...{ base, plan: indexPlan(plan), files: loadedFiles(current), allowPrivate: true },
      ...options,
    });
  report = await look();
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});

it.each([
  ['/', 'first', 'script policy'],
  ['/late', 'late', 'script policy'],
  ['/missing', 'missing', ''],
  ['/async', 'not-blocking', 'script policy'],
  ['/other', 'other-key', ''],
  // What a script inserted above later was not in the way.
  ['/inserted', 'first', 'script policy'],
  ['/marked', 'first', 'script policy marked'],
  ['/sent', 'first', 'header script policy'],
  ['/edge', 'first', 'edge script policy'],
  ['/forbidden', 'silent', ''],
  ['/older', 'other-version', 'script policy'],
  ['/gone', 'failed', ''],
])('%s: %s, held by %s', (path, state, means) => {
  const page = report.pages.find(({ url }) => new URL(url).pathname === path);
  expect(page).toMatchObject({ state });
  expect((page?.means ?? []).join(' ')).toBe(means);
});

it.each([
  ['/back', { there: true }],
  ['/back-by-script', { there: true }],
  ['/back-by-code', { there: true }],
  ['/back-hidden', { there: false }],
  ['/back-not', { there: false }],
  ['/nowhere', { there: false, why: 'answered 404' }],
])('whether %s leads back to the choice: %j', async (path, expected) => {
  const wayBack = address + path;
  const looked = await look({ most: 1, wayBack });
  expect(looked.wayBack).toEqual({ url: wayBack, ...expected });
});
