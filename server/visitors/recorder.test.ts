import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import net, { type AddressInfo } from 'node:net';
import { compileRelease } from '@douane/core/release';
import { newSetup } from '@douane/core/setup';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import type { ServerContext } from '../context';
import { Surroundings } from '../surroundings';
import { Recorder } from './recorder';

const ORIGIN = 'http://site.localhost';
const release = compileRelease(
  newSetup({ key: 's', name: 'S', address: `${ORIGIN}/` }, 'http://localhost/g/s'),
  1,
  '2026-11-25',
);
const CHOICE = JSON.stringify({
  ...{ version: 1, place: 'DE', language: 'en', method: 'accept-all', gpc: false, replaces: null },
  purposes: Object.fromEntries(release.rules.purposes.map(({ id }) => [id, true])),
});

let server: Server;
let port: number;
let written: number;
let recorder: Recorder;

/** The recorder with one site `s`, a ledger that only counts, and a 418 for what it does not take. */
async function start(trustProxy = 0): Promise<void> {
  written = 0;
  const site = { organisationId: 'o', siteId: 'i', key: 's', number: 1 };
  const inForce = { site, release, pointer: '' };
  recorder = new Recorder({
    served: {
      site: async (key: string) => (key === 's' ? site : null),
      inForce: async () => inForce,
      release: async () => inForce,
    },
    ledgers: {
      append: async (_of: unknown, record: { id: string }) => {
        written += 1;
        return { ...record, number: written, at: 'now', previousHash: '', hash: 'h', replaces: null };
      },
    },
    surroundings: new Surroundings(trustProxy),
    config: { trustProxy },
  } as unknown as ServerContext);
  server = createServer((req, res) => {
    if (!recorder.takes(req, res)) res.writeHead(418).end();
  }).listen(0, '127.0.0.1');
  await once(server, 'listening');
  port = (server.address() as AddressInfo).port;
}
beforeEach(() => void vi.spyOn(console, 'warn').mockImplementation(() => {}));
afterEach(() => {
  vi.restoreAllMocks();
  recorder.close();
  server.closeAllConnections();
  server.close();
});

const send = (path = '/g/s/records', init: RequestInit & { duplex?: 'half' } = {}) =>
  fetch(`http://127.0.0.1:${port}${path}`, {
    method: 'POST',
    body: CHOICE,
    ...init,
    headers: { origin: ORIGIN, ...init.headers },
  });
/** A body of these pieces, of which nobody knows the length beforehand. */
const inPieces = (...pieces: string[]) => ({
  duplex: 'half' as const,
  body: new ReadableStream({
    start(controller) {
      for (const piece of pieces) controller.enqueue(new TextEncoder().encode(piece));
      controller.close();
    },
  }),
});

it('answers 201 with what stands in the ledger, so that pages of the site may read it', async () => {
  await start();
  const answer = await send('/g/s/records?x=1');
  expect([answer.status, answer.headers.get('access-control-allow-origin')]).toEqual([201, ORIGIN]);
  expect(answer.headers.get('cross-origin-resource-policy')).toBe('cross-origin');
  expect(await answer.json()).toEqual({ id: expect.any(String), hash: 'h', at: 'now' });
});

it('takes a body that comes in pieces, whatever it calls itself', async () => {
  await start();
  const whole = await send(undefined, inPieces(CHOICE.slice(0, 40), CHOICE.slice(40)));
  expect(whole.status).toBe(201);
  expect((await send(undefined, { headers: { 'content-type': 'image/png' } })).status).toBe(201);
});

it.each([
  ['a site that is none', '/g/nobody/records', {}, 404],
  ['another origin', '/g/s/records', { headers: { origin: 'http://evil.localhost' } }, 403],
  ['no origin', '/g/s/records', { headers: { origin: '' } }, 403],
  ['no JSON', '/g/s/records', { body: '{' }, 400],
  ['nothing', '/g/s/records', { body: '' }, 400],
  ['what is no choice', '/g/s/records', { body: '[]' }, 422],
  ['a long body', '/g/s/records', { body: 'x'.repeat(9_000) }, 413],
  ['a long body in pieces', '/g/s/records', inPieces('x'.repeat(5_000), 'x'.repeat(5_000)), 413],
])('refuses %s in words, and writes nothing', async (_what, path, init, status) => {
  await start();
  const answer = await send(path, init);
  expect([answer.status, answer.headers.get('content-type')]).toEqual([status, 'application/problem+json']);
  expect(await answer.json()).toMatchObject({ status, title: expect.any(String) });
  expect(written).toBe(0);
});

it.each([
  ['GET', '/g/s/records'],
  ['PUT', '/g/s/records'],
  ['POST', '/g/s/records/more'],
  ['POST', '/g/records'],
  ['POST', '/api/g/s/records'],
])('leaves %s %s to others', async (method, path) => {
  await start();
  expect((await send(path, { method, ...(method === 'GET' && { body: undefined }) })).status).toBe(418);
});

it('writes nothing of a choice that breaks off, and takes the next', async () => {
  await start();
  const socket = net.connect(port, '127.0.0.1').resume();
  await once(socket, 'connect');
  socket.end(`POST /g/s/records HTTP/1.1\r\nhost: x\r\norigin: ${ORIGIN}\r\ncontent-length: 900\r\n\r\n{"version":`);
  await once(socket, 'close');
  expect((await send()).status).toBe(201);
  expect(written).toBe(1);
});

it('takes no more than six hundred a minute from one address, told by the proxies that are trusted and no others', async () => {
  const statuses = async (from: (n: number) => string) => {
    const all: number[] = [];
    for (let n = 0; n < 603; n++) {
      const answer = await send(undefined, { headers: { 'x-forwarded-for': from(n) } });
      await answer.arrayBuffer();
      all.push(answer.status);
    }
    return { taken: all.filter((one) => one === 201).length, refused: all.filter((one) => one === 429).length };
  };
  await start(1);
  expect(await statuses((n) => `10.0.${n % 200}.${n % 7}`)).toEqual({ taken: 603, refused: 0 });
  // What the visitor says himself stands before what the proxy adds.
  expect(await statuses((n) => `10.9.0.${n % 200}, 10.1.1.1`)).toEqual({ taken: 600, refused: 3 });
  recorder.close();
  server.close();
  server.closeAllConnections();
  await start(0);
  expect(await statuses((n) => `10.0.0.${n % 200}`)).toEqual({ taken: 600, refused: 3 });
});
