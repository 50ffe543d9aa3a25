import { mkdtemp, readFile, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { douane } from './support/cli';
import { Client, startWorld, type World } from './support/world';

/** A pipeline that checks against what is in force at a server, and hands its checks in. */
let world: World;
let ines: Client;
let siteId: string;
let address: string;
let token: string;
let folder: string;

beforeAll(async () => {
  world = await startWorld();
  ines = await new Client(world.url).signIn();
  address = `http://skerrysound.localhost:${world.web.port}/`;
  siteId = (await ines.call('POST', '/sites', { name: 'Ferry tickets', address })).body.id;
  world.web.state.snippet = (await ines.publish(siteId)).body.snippet;
  world.web.state.fault = 'clean';
  ({ token } = (await ines.call('POST', '/access-tokens', { name: 'Nightly' })).body);
  folder = await mkdtemp(path.join(tmpdir(), 'douane-pipeline-'));
});
afterAll(async () => {
  await world?.stop();
  await rm(folder, { recursive: true });
});

const check = (url: string, ...more: string[]) =>
  douane(
    ['check', url, '--server', world.url, '--pages', '1', '--case', 'place=DE,choice=refuse', '--private', ...more],
    { DOUANE_TOKEN: token },
  );
const ask = (where: string, init: RequestInit = {}, by = token) =>
  fetch(`${world.url}/api/pipeline${where}`, { ...init, headers: { authorization: `Bearer ${by}`, ...init.headers } });
const handIn = (site: string, body: object) =>
  ask(`/sites/${site}/checks`, {
    method: 'POST',
    body: JSON.stringify(body),
    headers: { 'content-type': 'application/json' },
  });
const checks = async () => (await ines.call('GET', `/sites/${siteId}/checks`)).body.runs;

it('is held against the release in force and the ledger, and stands among the checks of the site', async () => {
  const file = path.join(folder, 'check.json');
  const said = await check(address, '--json', file);
  expect(said.err).toContain('Kept as a check of Ferry tickets, v1.');
  const report = JSON.parse(await readFile(file, 'utf8'));
  // Only the ledger knows when a record was written.
  expect(report.cases[0].recorded).toMatchObject([{ step: 'refuse', committedAtMs: expect.any(Number) }]);
  expect(report.cases[0].notChecked).toBeUndefined();
  const [kept] = await checks();
  expect(kept).toMatchObject({ state: 'done', options: { pipeline: 'Nightly' }, summary: { cases: 1, version: 1 } });
  const { body: run } = await ines.call('GET', `/runs/${kept.id}`);
  expect(run.report.cases[0].items.length).toBe(report.cases[0].items.length);
  expect((await ines.call('GET', `/runs/${kept.id}`)).body.report.target).toBe(address);

  const elsewhere = { ...report, target: 'http://test.localhost:9/' };
  const answer = await handIn(siteId, { number: 1, report: elsewhere });
  expect([answer.status, (await answer.json()).title]).toEqual([409, expect.stringContaining('not the site itself')]);
  expect((await handIn(siteId, { number: 7, report })).status).toBe(422);
  expect((await handIn(siteId, { number: 1, report: { ...report, cases: [{ id: 'x' }] } })).status).toBe(422);
  expect(await checks()).toHaveLength(1);
});

it('refuses with a sentence that says what would be right', async () => {
  expect(await check('http://nowhere.localhost:9/')).toMatchObject({
    code: 2,
    err: expect.stringContaining('Name one by its key: '),
  });
  expect(await check(address, '--setup', 'x.json')).toMatchObject({
    code: 2,
    err: expect.stringContaining('leave out --setup'),
  });
  expect(await douane(['check', address, '--server', 'http://localhost:9/', '--token', 'x'.repeat(30)])).toMatchObject({
    code: 2,
    err: expect.stringContaining('http://localhost:9 cannot be reached'),
  });
  expect(await douane(['check', address])).toMatchObject({
    code: 2,
    err: expect.stringContaining('give --setup FILE'),
  });
});

it('is nothing without a good token, and with another organisation’s only theirs', async () => {
  expect((await ask('/site?key=x', {}, 'y'.repeat(43))).status).toBe(401);
  const other = await world.db.query(`INSERT INTO organisation (name) VALUES ('Lightermen') RETURNING id`);
  await world.db.query(
    `INSERT INTO access_token (organisation_id, name, hash, person_id)
     SELECT $1, 'theirs', encode(sha256($2::bytea), 'hex'), id FROM person LIMIT 1`,
    [other.rows[0].id, 'z'.repeat(43)],
  );
  expect((await ask(`/site?address=${address}`, {}, 'z'.repeat(43))).status).toBe(404);
  const theirs = { method: 'POST', body: '{"ids":[]}', headers: { 'content-type': 'application/json' } };
  expect(await (await ask(`/sites/${siteId}/records`, theirs, 'z'.repeat(43))).json()).toEqual({ records: [] });

  const { tokens } = (await ines.call('GET', '/access-tokens')).body;
  expect(tokens).toMatchObject([{ name: 'Nightly' }]);
  expect(JSON.stringify(tokens)).not.toContain(token);
  expect((await ask(`/site?address=${address}`)).status).toBe(200);
  expect((await ines.call('DELETE', `/access-tokens/${tokens[0].id}`)).status).toBe(204);
  expect((await ask(`/site?address=${address}`)).status).toBe(401);
});
