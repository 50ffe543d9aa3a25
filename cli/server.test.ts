import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { json } from 'node:stream/consumers';
import { createGunzip } from 'node:zlib';
import type { CheckReport } from '@douane/core/check';
import { compileRelease } from '@douane/core/release';
import { newSetup } from '@douane/core/setup';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { PipelineServer } from './server';

/** What a pipeline makes of a server that answers well, badly, or not at all. */
const release = compileRelease(
  newSetup({ key: 's', name: 'S', address: 'https://s.test/' }, 'https://d.test/g/s'),
  5,
  '2026-11-26',
);
const SITE = { id: 'site-id', name: 'Ferries', release };
const REPORT = { format: 'douane.check/1' } as CheckReport;
let server: Server;
let url: string;
let asked: { path: string; by: string | undefined; body: unknown }[];
/** Answers by turns; the last goes on. */
let answers: [status: number, body: object][];

beforeEach(async () => {
  asked = [];
  answers = [[200, SITE]];
  server = createServer(async (req, res) => {
    const body = req.method === 'POST' ? await json(req.pipe(createGunzip())) : undefined;
    asked.push({ path: req.url!, by: req.headers.authorization, body });
    const [status, said] = answers.length > 1 ? answers.shift()! : answers[0]!;
    res.writeHead(status, { 'content-type': 'application/json' }).end(JSON.stringify(said));
  }).listen(0, '127.0.0.1');
  await once(server, 'listening');
  url = `http://127.0.0.1:${(server.address() as AddressInfo).port}`;
});
afterEach(() => {
  server.closeAllConnections();
  server.close();
});
const open = (named: { key?: string; address: string } = { address: 'https://s.test/a' }) =>
  PipelineServer.open(`${url}/`, 'token', named);

it('asks for a site by its address, or by its key, and has its release', async () => {
  const { site, release: inForce } = await open();
  expect([site, inForce.number, inForce.rules]).toEqual(['Ferries', 5, release.rules]);
  await open({ key: 'ferries', address: 'http://localhost:3000/' });
  expect(asked).toEqual([
    {
      path: `/api/pipeline/site?address=${encodeURIComponent('https://s.test/a')}`,
      by: 'Bearer token',
      body: undefined,
    },
    { path: '/api/pipeline/site?key=ferries', by: 'Bearer token', body: undefined },
  ]);
});

it('asks again where the server fails, and not where it says what is wrong', async () => {
  answers = [
    [503, {}],
    [200, SITE],
  ];
  expect((await open()).site).toBe('Ferries');
  expect(asked).toHaveLength(2);
  answers = [[404, { title: 'There is no site', detail: 'Name one by its key: a.' }]];
  await expect(open()).rejects.toThrow(`${url}: There is no site. Name one by its key: a.`);
  expect(asked).toHaveLength(3);
});

it('looks records up, and asks nothing for none', async () => {
  const of = await open();
  answers = [[200, { records: [{ id: 'a' }] }]];
  expect(await of.records([])).toEqual([]);
  expect(await of.records(['a'])).toEqual([{ id: 'a' }]);
  expect(asked.slice(1)).toMatchObject([{ path: '/api/pipeline/sites/site-id/records', body: { ids: ['a'] } }]);
});

it('hands a check in once, and says why it is not kept, whatever the reason', async () => {
  const of = await open();
  answers = [[201, { id: 'run' }]];
  expect(await of.handIn(REPORT)).toBeNull();
  expect(asked.at(-1)).toMatchObject({
    path: '/api/pipeline/sites/site-id/checks',
    body: { number: 5, report: REPORT },
  });
  answers = [[409, { title: 'It is not the site itself' }]];
  expect(await of.handIn(REPORT)).toContain('It is not the site itself');
  answers = [[500, {}]];
  expect(await of.handIn(REPORT)).toContain('it answered 500');
  // It may have been taken all the same, so it is not sent again.
  expect(asked).toHaveLength(4);
});

it('says that an address is none', async () => {
  await expect(PipelineServer.open('douane', 'token', { address: 'https://s.test/' })).rejects.toThrow(
    'give a web address',
  );
});
