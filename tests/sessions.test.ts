import { once } from 'node:events';
import { type AddressInfo, connect, createServer, type Server, type Socket } from 'node:net';
import { addPerson, freePort, markLeft, type RunningServer, startServer } from '@douane/server';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Client, startWorld, type World } from './support/world';

let world: World;
let count = 0;
let person: { name: string; email: string; password: string };

beforeAll(async () => {
  world = await startWorld();
});
afterAll(() => world?.stop());
beforeEach(async () => {
  count += 1;
  person = { name: 'Per', email: `per-${count}@skerrysound.example`, password: 'a-long-password' };
  await addPerson(world.db, world.organisationId, person);
});

const sessions = async () => (await world.db.query('SELECT count(*)::int AS n FROM session')).rows[0].n;
const signInAs = (email: string, password: string) =>
  new Client(world.url).call('POST', '/session', { email, password });

describe('a stranger', () => {
  it('leaves no session behind, whatever he asks for', async () => {
    const before = await sessions();
    const stranger = new Client(world.url);
    for (const path of ['/session', '/board', '/nothing']) await stranger.call('GET', path);
    await signInAs(person.email, 'wrong');
    expect(await sessions()).toBe(before);
  });

  it('gets no further at one account, and keeps nobody from another', async () => {
    for (let i = 0; i < 10; i++) expect((await signInAs(person.email, `guess ${i}`)).status).toBe(401);
    expect(await signInAs(person.email, person.password)).toMatchObject({
      status: 429,
      body: { detail: expect.stringContaining('5 minutes') },
    });
    expect((await signInAs(person.email.toUpperCase(), person.password)).status).toBe(429);
    expect((await signInAs('ines.varga@skerrysound.example', 'paper-and-ink')).status).not.toBe(429);
  });
});

describe('one who has left', () => {
  it('is nobody from that moment, in sessions that are open and ever after', async () => {
    const client = await new Client(world.url).signIn(person);
    expect((await client.call('GET', '/board')).status).toBe(200);
    await markLeft(world.db, person.email);
    expect((await client.call('GET', '/board')).status).toBe(401);
    expect((await signInAs(person.email, person.password)).status).toBe(401);
  });

  it('hears nothing more: the stream of news ends', async () => {
    const client = await new Client(world.url).signIn(person);
    const stream = await client.stream('/events');
    await markLeft(world.db, person.email);
    await expect(stream.ended).resolves.toBeUndefined();
  });
});

describe('a session', () => {
  it('gets another id when somebody signs in, so that a planted one is worth nothing', async () => {
    const client = await new Client(world.url).signIn(person);
    const planted = client.session;
    await client.signIn(person);
    expect(client.session).not.toBe(planted);
    const answer = await fetch(`${world.url}/api/board`, { headers: { cookie: planted } });
    expect(answer.status).toBe(401);
  });

  it('ends where somebody signs out', async () => {
    const client = await new Client(world.url).signIn(person);
    expect((await client.call('DELETE', '/session')).status).toBe(204);
    expect((await client.call('GET', '/board')).status).toBe(401);
  });
});

describe('while the database is away', () => {
  let road: Server;
  let server: RunningServer;
  let url: string;
  const open = new Set<Socket>();
  /** A road to the database that can be cut. */
  beforeEach(async () => {
    const direct = new URL(world.config.databaseUrl);
    road = createServer((from) => {
      const to = connect(Number(direct.port), direct.hostname);
      for (const end of [from, to]) open.add(end.on('error', () => {}));
      from.pipe(to).pipe(from);
    }).listen(0, '127.0.0.1');
    await once(road, 'listening');
    const over = Object.assign(new URL(direct), { hostname: '127.0.0.1', port: (road.address() as AddressInfo).port });
    const port = await freePort();
    url = `http://localhost:${port}`;
    server = await startServer({ ...world.config, databaseUrl: String(over), port, publicUrl: url });
  });
  const cut = () => {
    road.close();
    for (const end of open) end.destroy();
  };
  afterEach(async () => {
    cut();
    await server.stop();
  });

  it('people are told so, and when to come again', async () => {
    const client = await new Client(url).signIn(person);
    cut();
    const answer = await client.call('GET', '/board');
    expect(answer.status).toBe(503);
    expect(answer.headers.get('retry-after')).toMatch(/^\d+$/);
    expect(JSON.stringify(answer.body)).not.toMatch(/node_modules|ECONN/);
  });

  it('visitors have their gate and their place all the same', async () => {
    const ines = await new Client(url).signIn();
    const { body } = await ines.call('POST', '/sites', { name: 'Island', address: 'http://island.localhost:9/' });
    await ines.publish(body.id);
    const get = (file: string) => fetch(`${url}/g/island/${file}`);
    const pointer = await (await get('gate.js')).text();
    cut();
    expect(await (await get('gate.js')).text()).toBe(pointer);
    expect((await get('place')).status).toBe(200);
    const record = await fetch(`${url}/g/island/records`, {
      method: 'POST',
      headers: { origin: 'http://island.localhost:9' },
      body: JSON.stringify({
        ...{ version: 1, place: 'DE', language: 'en', method: 'accept-all', gpc: false, replaces: null },
        purposes: { necessary: true, functional: true, measurement: true, advertising: true, embedded: true },
      }),
    });
    // Never a yes that is written nowhere.
    expect(record.status).toBe(503);
  });

  it('visitors read the policies, in forms and languages that nobody has asked for before too', async () => {
    const ines = await new Client(url).signIn();
    const address = 'http://islet.localhost:9/';
    const at = `/sites/${(await ines.call('POST', '/sites', { name: 'Islet', address })).body.id}`;
    await ines.publish(at.split('/')[2]!);
    const made = await ines.call('POST', `${at}/policies`, { kind: 'privacy', name: 'privacy' });
    const version = { revision: 1, note: '', major: false, reviewers: [], dueOn: null };
    await ines.call('POST', `${at}/policies/${made.body.id}/versions`, version);
    await ines.call('PUT', `${at}/policies/${made.body.id}/versions/1/live`, { from: null });
    const get = (file: string) => fetch(`${url}/g/islet/${file}`);
    const page = await get('policies/privacy');
    const text = await page.text();
    expect(text).toContain('<h1>Privacy policy</h1>');
    cut();
    const again = await get('policies/privacy');
    expect([again.status, again.headers.get('etag')]).toEqual([200, page.headers.get('etag')]);
    expect(await again.text()).toBe(text);
    for (const name of [
      'policies/privacy.en.txt',
      'policies',
      'policy',
      'policy.en.html?find=x',
      'declaration.en.json',
    ])
      expect((await get(name)).status, name).toBe(200);
  });
});
