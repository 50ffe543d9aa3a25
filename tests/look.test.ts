import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { type LookReport, lookForGate } from '@douane/scanner';
import { afterAll, beforeAll, expect, it } from 'vitest';

const GATE = 'http://localhost:1/g/ferry/gate.js';
const TAG = '<script src="http://tags.localhost:1/t.js"></script>';
const HEADS: Record<string, string> = {
  '/': `<script src="${GATE}"></script>${TAG}`,
  '/late': `${TAG}<img src="x.gif"><script src="${GATE}"></script>`,
  '/missing': TAG,
  '/async': `<script async src="${GATE}"></script>`,
  '/other': '<script src="http://localhost:1/g/freight/gate.js"></script>',
  '/held': `<template data-gate="functional">${TAG}</template><script src="${GATE}"></script>`,
  '/inserted': `<script src="${GATE}"></script><script>const s = document.createElement('script'); s.src = 'http://tags.localhost:1/t.js'; document.head.prepend(s);</script>`,
};
let server: Server;
let report: LookReport;

beforeAll(async () => {
  server = createServer((req, res) => {
    const head = HEADS[req.url!];
    res.statusCode = head === undefined ? 404 : 200;
    const links = [...Object.keys(HEADS), '/gone'].map((path) => `<a href="${path}">x</a>`);
    res
      .setHeader('content-type', 'text/html')
      .end(`<!doctype html><html><head>${head ?? ''}<title>x</title></head><body>${links.join('')}</body></html>`);
  }).listen(0, '127.0.0.1');
  await once(server, 'listening');
  const { port } = server.address() as AddressInfo;
  report = await lookForGate(`http://look.localhost:${port}/`, { snippetSrc: GATE, allowPrivate: true });
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});

it.each([
  ['/', 'first', 0],
  ['/late', 'late', 2],
  ['/missing', 'missing', 0],
  ['/async', 'not-blocking', 0],
  ['/other', 'other-key', 0],
  // What waits in a template does not run, so it may stand above.
  ['/held', 'first', 0],
  // What a script inserted above later was not in the way.
  ['/inserted', 'first', 0],
  ['/gone', 'failed', 0],
])('%s: %s', (path, state, above) => {
  const page = report.pages.find(({ url }) => new URL(url).pathname === path);
  expect(page).toMatchObject({ state });
  expect(page?.before).toHaveLength(above);
});
