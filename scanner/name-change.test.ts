import { once } from 'node:events';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, expect, it, vi } from 'vitest';
import { fetchText } from './fetch-text';
import { assertTarget, startGuardProxy } from './guard';

/** A name that is public when it is looked at first, and leads inside when it is used. */
vi.mock('node:dns/promises', async (original) => ({
  ...(await original<object>()),
  lookup: async () => [{ address: '93.184.216.34', family: 4 }],
}));
vi.mock('node:dns', async (original) => ({
  ...(await original<object>()),
  lookup: (_host: string, _options: object, done: (error: null, found: object[]) => void) =>
    done(null, [{ address: '127.0.0.1', family: 4 }]),
}));

let reached = 0;
const server = createServer((_req, res) => {
  reached += 1;
  res.end('inside');
});
beforeAll(() => once(server.listen(0, '127.0.0.1'), 'listening'));
afterAll(() => server.close());

it('is refused at the moment of use, by the browser’s proxy and by our own requests', async () => {
  const { port } = server.address() as AddressInfo;
  const address = `http://changes.example:${port}/`;
  await expect(assertTarget(address, false)).resolves.toBeInstanceOf(URL); // at first sight it is public
  await expect(fetchText(address, { allowPrivate: false, maxBytes: 1000 })).rejects.toThrow('private address');
  const proxy = await startGuardProxy();
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
