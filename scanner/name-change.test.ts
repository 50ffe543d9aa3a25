import dns from 'node:dns';
import { once } from 'node:events';
import { createServer } from 'node:http';
import { syncBuiltinESMExports } from 'node:module';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, expect, it, vi } from 'vitest';
import { fetchText } from './fetch-text';
import { assertTarget, startProxy } from './guard';

let reached = 0;
const server = createServer((_req, res) => {
  reached += 1;
  res.end('inside');
});

/** A name that is public when it is looked at first, and leads inside when it is used. */
const first = async () => [{ address: '93.184.216.34', family: 4 }];
const real = dns.lookup;
const then = (host: string, options: object, done: (error: null, found: object[]) => void) =>
  host === 'changes.example' ? done(null, [{ address: '127.0.0.1', family: 4 }]) : real(host, options, done as never);
beforeAll(async () => {
  await once(server.listen(0, '127.0.0.1'), 'listening');
  vi.spyOn(dns.promises, 'lookup').mockImplementation(first as unknown as typeof dns.promises.lookup);
  vi.spyOn(dns, 'lookup').mockImplementation(then as unknown as typeof dns.lookup);
  // Names that were imported from it follow (Node.js, `node:module`).
  syncBuiltinESMExports();
});
afterAll(() => {
  vi.restoreAllMocks();
  syncBuiltinESMExports();
  server.close();
});

it('is refused at the moment of use, by the browser’s proxy and by our own requests', async () => {
  const { port } = server.address() as AddressInfo;
  const address = `http://changes.example:${port}/`;
  await expect(assertTarget(address, false)).resolves.toBeInstanceOf(URL); // at first sight it is public
  await expect(fetchText(address, { allowPrivate: false, maxBytes: 1000 })).rejects.toThrow('private address');
  const proxy = await startProxy({ allowPrivate: false });
  const { request } = await import('node:http');
  const { hostname, port: proxyPort } = new URL(proxy.url);
  const sent = request({
    host: hostname,
    port: proxyPort,
    path: address,
    headers: { host: `changes.example:${port}` },
  });
  sent.end();
  const [response] = await once(sent, 'response');
  expect(response.statusCode).toBeGreaterThanOrEqual(400);
  response.resume();
  await proxy.close();
  expect(reached).toBe(0);
});
