import { EventEmitter, once } from 'node:events';
import { createServer, type RequestListener, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { Webhook } from 'standardwebhooks';
import { afterEach, expect, it } from 'vitest';
import { postWebhook } from './webhook';

let server: Server;
afterEach(() => {
  server.closeAllConnections();
  server.close();
});

const SECRET = `whsec_${Buffer.from('a key of some length').toString('base64')}`;
const BODY = JSON.stringify({ type: 'scan.new-items', data: { count: 1 } });

async function receiver(listen: RequestListener): Promise<string> {
  server = createServer(listen).listen(0, '127.0.0.1');
  await once(server, 'listening');
  return `http://127.0.0.1:${(server.address() as AddressInfo).port}/hook`;
}
const post = (url: string, allowPrivate = true, timeoutMs?: number) =>
  postWebhook(url, { id: 'msg_1', secret: SECRET, body: BODY, allowPrivate, timeoutMs });

it('is signed so that the receiver’s own library takes it, and no changed body passes', async () => {
  let got = { body: '', headers: {} as Record<string, string> };
  const url = await receiver(async (req, res) => {
    let body = '';
    for await (const piece of req) body += piece;
    got = { body, headers: req.headers as Record<string, string> };
    res.end();
  });
  await post(url);
  const webhook = new Webhook(SECRET);
  expect(webhook.verify(got.body, got.headers)).toEqual(JSON.parse(BODY));
  expect(() => webhook.verify(got.body.replace('1', '2'), got.headers)).toThrow();
});

it.each([
  ['answered 500', (_req, res) => void res.writeHead(500).end()],
  // Where it leads to might be a private address.
  ['answered 302', (_req, res) => void res.writeHead(302, { location: '/elsewhere' }).end()],
  ['socket hang up', (req) => void req.socket.destroy()],
] as [string, RequestListener][])('fails, to be tried again, where the receiver %s', async (words, listen) => {
  await expect(post(await receiver(listen))).rejects.toThrow(words);
});

it('gives up on a receiver that takes all and says nothing', async () => {
  const silent = await receiver(() => {});
  await expect(post(silent, true, 50)).rejects.toThrow('no answer within 0.05 s');
});

it('does not read what a receiver says beside its status, however long', async () => {
  let written = 0;
  const closed = new EventEmitter();
  const cut = once(closed, 'cut');
  const url = await receiver((_req, res) => {
    res.on('close', () => closed.emit('cut'));
    const more = () => {
      while (!res.destroyed && res.write('x'.repeat(65_536))) written += 65_536;
    };
    res.on('drain', more);
    more();
  });
  await post(url);
  await cut;
  expect(written).toBeLessThan(20_000_000);
});

it('goes to no private address unless that is allowed', async () => {
  let asked = 0;
  const url = await receiver((_req, res) => {
    asked += 1;
    res.end();
  });
  await expect(post(url, false)).rejects.toThrow(/private/);
  expect(asked).toBe(0);
});
