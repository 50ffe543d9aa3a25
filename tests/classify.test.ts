import { textsFile } from '@douane/gate';
import { addPerson, startWorker } from '@douane/server';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { type Kept, type ScannedSite, startScannedSite } from './support/desk';
import { Client, type World } from './support/world';

let world: World;
let ines: Client;
let siteId: string;
let items: ScannedSite['items'];
let find: ScannedSite['find'];
let rule: ScannedSite['rule'];
let takeAllBack: ScannedSite['takeAllBack'];

beforeAll(async () => {
  ({ world, ines, siteId, items, find, rule, takeAllBack } = await startScannedSite());
});
afterEach(() => takeAllBack());
afterAll(() => world?.stop());

it('leaves open in the inventory what nobody knows, with a suggestion where its marks tell something', async () => {
  const open = (await items()).filter((item) => !item.ruling);
  expect(new Set(open.map((item) => item.host))).toEqual(
    new Set(['chartkeel.localhost', 'quillchat.localhost', 'skerrysound.localhost']),
  );
  expect(open.find((item) => item.name === 'bfx.session')?.suggestion).toMatchObject({
    purpose: 'measurement',
    service: 'Brinefox replay',
    because: { said: [{ because: { code: 'script-of', host: 'brinefox.localhost', service: 'Brinefox replay' } }] },
  });
});

it('gives evidence with an item: value over visits, script, chain, why, and what else its host does', async () => {
  const { body } = await ines.call('GET', `/items/${(await find('skerrysound', '_ogv')).id}`);
  expect(body.value).toMatch(/^Holds what looks like an identifier of \d+ characters, another at each of \d+ visits/);
  expect(body.item.excerpt).toMatchObject({ line: 5, text: expect.stringContaining("document.cookie = '_ogv='") });
  expect(JSON.stringify(body.item.value)).not.toMatch(/og\.\d{13}/);
  expect(body.trace).toContain(
    'Own catalogue: Measurement, Oddgull measurement (own catalogue: cookie named _ogv; 90 % sure). This decides.',
  );
  const beacon = (await ines.call('GET', `/items/${(await find('oddgull', 'beacon')).id}`)).body;
  expect(beacon.item.carries).toEqual(['page-address', 'page-title', 'screen-size']);
  const here = beacon.kin.filter((other: { siteId: string }) => other.siteId === siteId);
  expect(here.map((other: Kept) => other.name).sort()).toEqual(['fetch', 'script']);
  expect(beacon.links.map(({ url }: { url: string }) => url)).toContain('https://oddgull.localhost/privacy');
});

it('rules many at once, tells what that changes, and takes all of it back at once', async () => {
  const open = async () => (await items()).filter((item) => !item.ruling).length;
  const before = await open();
  const ids = (await items()).filter((item) => item.host === 'quillchat.localhost').map((item) => item.id);
  const { body } = await rule({ itemIds: ids, purpose: 'functional', service: 'Quillchat' });
  expect(body).toMatchObject({
    ruled: 3,
    standing: expect.arrayContaining([
      expect.objectContaining({ ruling: expect.objectContaining({ purpose: 'functional' }) }),
    ]),
  });
  expect(body.effects).toEqual([
    expect.stringMatching(/^waits for a yes under /),
    expect.stringMatching(/^may run with a notice under /),
  ]);
  expect(await find('quillchat', 'qc_visitor')).toMatchObject({
    ruling: {
      purpose: 'functional',
      by: 'person',
      service: 'Quillchat',
      because: { code: 'by-hand', person: 'Ines Varga' },
    },
  });
  expect(await open()).toBe(before - 3);
  expect((await ines.call('DELETE', `/sites/${siteId}/rulings/${body.act}`)).body).toEqual({ undone: 3 });
  expect(await open()).toBe(before);
  expect((await ines.call('DELETE', `/sites/${siteId}/rulings/${body.act}`)).status).toBe(404);
});

it('of two who rule the same item the second sees the first’s before it is covered, and neither is lost', async () => {
  const colleague = { email: 'ola.berg@skerrysound.example', name: 'Ola Berg', password: 'ropes-and-rigging' };
  await addPerson(world.db, world.organisationId, colleague);
  const ola = await new Client(world.url).signIn(colleague);
  const frame = await find('chartkeel', 'frame');
  const seen = { [frame.id]: null };
  const say = (who: Client, purpose: string, more: object = { seen }) =>
    who.call('POST', `/sites/${siteId}/rulings`, { itemIds: [frame.id], purpose, service: 'Chartkeel', ...more });
  const both = await Promise.all([say(ines, 'embedded'), say(ola, 'functional')]);
  expect(both.map(({ status }) => status).sort()).toEqual([201, 409]);
  const first = both[0]!.status === 201 ? 'Ines Varga' : 'Ola Berg';
  const refused = both.find(({ status }) => status === 409)!;
  expect(refused.body.fields[0].message).toMatch(new RegExp(`^${first} ruled frame `));
  // Having seen it, the second may still say otherwise.
  const second = first === 'Ines Varga' ? ola : ines;
  expect((await say(second, 'measurement', {})).status).toBe(201);
  const { history } = (await ines.call('GET', `/items/${frame.id}`)).body;
  const standing = history.filter((past: { undoneAt: string | null }) => !past.undoneAt);
  expect(standing.map((past: { person: string }) => past.person).sort()).toEqual(['Ines Varga', 'Ola Berg']);
  for (const { act } of history) await ines.call('DELETE', `/sites/${siteId}/rulings/${act}`);
  expect((await find('chartkeel', 'frame')).ruling).toBeNull();
});

it('keeps open, or ignores with a reason, what a person says so', async () => {
  const fetchItem = await find('adnoddle', 'fetch');
  const { body } = await rule({ itemIds: [fetchItem.id], state: 'open' });
  expect(await find('adnoddle', 'fetch')).toMatchObject({ ruling: null, aside: { state: 'open' } });
  await ines.run(siteId, 'scan', { pages: 2 });
  expect((await find('adnoddle', 'fetch')).ruling).toBeNull();
  expect((await rule({ itemIds: [fetchItem.id], state: 'ignored' })).status).toBe(422);
  await rule({ itemIds: [fetchItem.id], state: 'ignored', reason: 'only on the staging copy' });
  expect((await ines.call('GET', `/sites/${siteId}/draft`)).body.open).toBe(
    (await items()).filter((item) => !item.ruling).length - 1,
  );
  const { history } = (await ines.call('GET', `/items/${fetchItem.id}`)).body;
  expect(history.map((past: { state: string }) => past.state)).toEqual(['ignored', 'open', 'ruled']);
  await ines.call('DELETE', `/sites/${siteId}/rulings/${history[0].act}`);
  await ines.call('DELETE', `/sites/${siteId}/rulings/${body.act}`);
  expect((await find('adnoddle', 'fetch')).ruling).toMatchObject({ by: 'catalogue', purpose: 'advertising' });
});

it('tells where a person’s ruling wants a second look', async () => {
  const uid = await find('adnoddle', 'adn_uid');
  const { body } = await rule({ itemIds: [uid.id], purpose: 'necessary', lifetimeSeconds: 86_400 });
  const { findings } = await find('adnoddle', 'adn_uid');
  expect(findings).toEqual([
    expect.stringMatching(
      /^Ruled as necessary, so nobody can refuse it, but it has marks of a tracker: its identifier is sent to copperbarn.localhost; a third party recognises visitors by it for 1 y/,
    ),
    expect.stringMatching(/^Without this ruling, it would be Advertising/),
    expect.stringMatching(/^Visitors are told that it lives 1 d; the scan found 1 y/),
  ]);
  await ines.call('DELETE', `/sites/${siteId}/rulings/${body.act}`);
});

it('takes on another site what a person ruled of the same thing here, and lists where sites differ', async () => {
  const address = `http://no-gate.skerrysound.localhost:${world.web.port}/contact`;
  const other = (await ines.call('POST', '/sites', { name: 'Copy', address })).body.id;
  await ines.run(other, 'scan', { pages: 1 });
  const there = async (name: string) =>
    ((await ines.call('GET', `/sites/${other}/items`)).body.items as Kept[]).find(
      (item) => item.host === 'chartkeel.localhost' && item.name === name,
    )!;
  expect((await there('frame')).ruling).toBeNull();
  const here = await rule({
    itemIds: [(await find('chartkeel', 'frame')).id],
    purpose: 'embedded',
    service: 'Chartkeel',
  });
  expect((await there('frame')).ruling).toMatchObject({
    by: 'organisation',
    purpose: 'embedded',
    because: { code: 'elsewhere', site: 'Ferry tickets', because: { code: 'by-hand', person: 'Ines Varga' } },
  });
  const said = await ines.call('POST', `/sites/${other}/rulings`, {
    itemIds: [(await there('frame')).id],
    purpose: 'functional',
  });
  const { differences } = (await ines.call('GET', '/differences')).body;
  expect(differences).toEqual([
    expect.objectContaining({
      host: 'chartkeel.localhost',
      name: 'frame',
      on: expect.arrayContaining([
        expect.objectContaining({ site: 'Copy', ruling: expect.objectContaining({ purpose: 'functional' }) }),
      ]),
    }),
  ]);
  await ines.call('DELETE', `/sites/${other}/rulings/${said.body.act}`);
  await ines.call('DELETE', `/sites/${siteId}/rulings/${here.body.act}`);
  expect((await there('frame')).ruling).toBeNull();
});

it('keeps notes about an item, which only their writer takes away', async () => {
  const { id } = await find('chartkeel', 'ck_tiles');
  const { notes } = (await ines.call('POST', `/items/${id}/notes`, { text: '<b>asked</b>' })).body;
  expect(notes).toMatchObject([{ text: '<b>asked</b>', person: 'Ines Varga' }]);
  const ola = await new Client(world.url).signIn({
    email: 'ola.berg@skerrysound.example',
    password: 'ropes-and-rigging',
  });
  expect((await ola.call('DELETE', `/notes/${notes[0].id}`)).status).toBe(404);
  expect((await ines.call('DELETE', `/notes/${notes[0].id}`)).status).toBe(204);
});

it('lets a person overrule the catalogue, and no scan overrule a person', async () => {
  const pixel = await find('copperbarn', 'image');
  // Whose it is, nobody has to say where it shows.
  const session = await find('skerrysound', 'bfx.session');
  const told = (await rule({ itemIds: [session.id], purpose: 'measurement' })).body;
  expect((await find('skerrysound', 'bfx.session')).ruling?.service).toBe('Brinefox replay');
  await ines.call('DELETE', `/sites/${siteId}/rulings/${told.act}`);
  await rule({
    itemIds: [pixel.id],
    purpose: 'measurement',
    service: 'Copperbarn',
    reason: 'counts only, says their contract',
  });
  await ines.run(siteId, 'scan', { pages: 3 });
  expect((await find('copperbarn', 'image')).ruling).toMatchObject({
    purpose: 'measurement',
    by: 'person',
    because: { code: 'said', text: 'counts only, says their contract' },
  });
  const { history } = (await ines.call('GET', `/items/${pixel.id}`)).body;
  const standing = history.filter((past: { undoneAt: string | null }) => !past.undoneAt);
  expect(standing.map((past: { by: string }) => past.by)).toEqual(['person', 'catalogue']);
});

it('refuses a purpose there is not, and items of nobody', async () => {
  const some = await find('chartkeel', 'frame');
  expect(await rule({ itemIds: [some.id], purpose: 'fun' })).toMatchObject({
    status: 422,
    body: { fields: [{ path: 'purpose', message: expect.stringContaining('necessary') }] },
  });
  expect((await rule({ itemIds: ['3f8a3f0e-0000-4000-8000-000000000000'], purpose: 'functional' })).status).toBe(404);
  expect((await rule({ itemIds: [], purpose: 'functional' })).status).toBe(422);
});

describe('publishing', () => {
  it('freezes the lists, and the draft shows where rulings made since differ', async () => {
    const { number } = (await ines.publish(siteId)).body;
    expect((await ines.call('GET', `/sites/${siteId}/draft`)).body.differences).toEqual([]);
    const maps = (await items()).filter((item) => item.host === 'chartkeel.localhost').map((item) => item.id);
    await rule({ itemIds: maps, purpose: 'embedded', service: 'Chartkeel maps' });
    const { left } = (await ines.call('GET', `/sites/${siteId}/left-to-do`)).body;
    expect(left).toEqual([
      `The lists in banner and policy differ from release ${number}: a draft waits to be published.`,
    ]);
    const { body } = await ines.call('GET', `/sites/${siteId}/draft`);
    expect(body.differences).toEqual(['services']);
    expect(body.setup.services.find((service: { name: string }) => service.name === 'Chartkeel maps')).toMatchObject({
      purpose: 'embedded',
      hosts: ['chartkeel.localhost'],
      items: [{ name: 'ck_tiles' }],
    });
    const pointer = await (await fetch(`${world.url}/g/ferry-tickets/gate.js`)).text();
    const visit = /"visit":"(visit\.[0-9a-f]{10}\.js)"/.exec(pointer)![1]!;
    const seen = await (await fetch(`${world.url}/g/ferry-tickets/${visit}`)).text();
    const texts = textsFile('en', /"?contents"?:"([0-9a-f]{10})"/.exec(seen)![1]!);
    const contents = await (await fetch(`${world.url}/g/ferry-tickets/${texts}`)).text();
    expect(contents).toContain('Accept all');
    expect(contents).not.toContain('Chartkeel');
    for (const { id } of (await ines.call('GET', `/sites/${siteId}/alarms`)).body.alarms) {
      await ines.call('POST', `/alarms/${id}/seen`);
    }
    expect((await ines.call('GET', `/sites/${siteId}`)).body.next.words).toMatch(/^Rule \d+ open item/);
  });

  it('puts the gate on the site, which is known as itself; and what is known alike is not written again', async () => {
    const { snippet } = (await ines.call('GET', `/sites/${siteId}/draft`)).body;
    world.web.state.snippet = snippet;
    await ines.run(siteId, 'scan', { pages: 2 });
    world.web.state.snippet = '';
    const gate = new URL(world.url).hostname;
    expect((await items()).find((item) => item.host === gate)).toMatchObject({
      ruling: { by: 'setup', purpose: 'necessary', service: 'Douane' },
    });
    const count = async () => Number((await world.db.query('SELECT count(*) FROM ruling')).rows[0].count);
    const before = await count();
    await ines.call('PUT', '/knowledge', (await ines.call('GET', '/knowledge')).body.settings);
    expect(await count()).toBe(before);
  });

  it('gives two who publish at once two numbers', async () => {
    const both = await Promise.all([1, 2].map(() => ines.publish(siteId)));
    const [first, second] = both.map(({ body }) => body.number).sort((a, b) => a - b);
    expect(second).toBe(first + 1);
  });
});

it('tells open interfaces what changed, and only those of the organisation', async () => {
  const cookie = (ines as unknown as { cookie: string }).cookie;
  const response = await fetch(`${world.url}/api/events`, { headers: { cookie } });
  const reader = response.body!.pipeThrough(new TextDecoderStream()).getReader();
  const told: string[] = [];
  const reading = (async () => {
    for (let part = await reader.read(); !part.done; part = await reader.read()) told.push(part.value);
  })().catch(() => {});
  await rule({ itemIds: [(await find('skerrysound', 'qc_open')).id], purpose: 'functional' });
  await world.db.query('SELECT pg_notify($1, $2)', [
    'douane',
    JSON.stringify({ organisationId: 'another', siteId: 'theirs', what: 'items' }),
  ]);
  await expect.poll(() => told.join('')).toContain(JSON.stringify({ siteId, what: 'items' }));
  expect(told.join('')).not.toContain('theirs');
  await reader.cancel();
  await reading;
});

it('puts a scan back in the queue when its worker is asked to stop, and another finishes it', async () => {
  // The world's own worker is busy with a first site, so that the second goes to the one that will be stopped.
  const busy = (
    await ines.call('POST', '/sites', {
      name: 'Busy',
      address: `http://clean.skerrysound.localhost:${world.web.port}/`,
    })
  ).body.id;
  await ines.call('POST', `/sites/${busy}/scans`, { pages: 1 });
  const second = await startWorker(world.config);
  const { body } = await ines.call('POST', `/sites/${siteId}/scans`, { pages: 1 });
  const state = async () => (await ines.call('GET', `/runs/${body.run.id}`)).body.state;
  await expect.poll(state).toBe('running');
  await second.stop();
  await expect.poll(state, { timeout: 100_000 }).toBe('done');
});
