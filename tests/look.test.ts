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

beforeAll(async () => {
  server = createServer((req, res) => {
    const head = HEADS[req.url!];
    const body = BODIES[req.url!];
    res.statusCode = head === undefined && body === undefined ? 404 : 200;
    const links = [...Object.keys(HEADS), '/gone'].map((path) => `<a href="${path}">x</a>`);
    res
      .setHeader('content-type', 'text/html')
      .end(
        `<!doctype html><html><head>${head ?? ''}<title>x</title></head><body>${body ?? links.join('')}</body></html>`,
      );
  }).listen(0, '127.0.0.1');
  await once(server, 'listening');
  address = `http://look.localhost:${(server.address() as AddressInfo).port}`;
  report = await lookForGate(`${address}/`, { snippetSrc: GATE, allowPrivate: true });
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

it.each([
  ['/back', { there: true }],
  ['/back-by-script', { there: true }],
  ['/back-by-code', { there: true }],
  ['/back-hidden', { there: false }],
  ['/back-not', { there: false }],
  ['/nowhere', { there: false, why: 'answered 404' }],
])('whether %s leads back to the choice: %j', async (path, expected) => {
  const wayBack = address + path;
  const looked = await lookForGate(`${address}/`, { snippetSrc: GATE, allowPrivate: true, most: 1, wayBack });
  expect(looked.wayBack).toEqual({ url: wayBack, ...expected });
});
