import { startWorker } from '@douane/server';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { Client, startWorld, type World } from './support/world';

let world: World;
let ines: Client;
let siteId: string;

interface Kept {
  id: string;
  host: string;
  name: string;
  kind: string;
  ruling: { purpose: string; by: string; reason: string; service: string } | null;
}
const items = async (): Promise<Kept[]> => (await ines.call('GET', `/sites/${siteId}/items`)).body.items;
const find = async (host: string, name: string) =>
  (await items()).find((item) => item.host.startsWith(host) && item.name === name)!;
const rule = (body: object) => ines.call('POST', `/sites/${siteId}/rulings`, body);

beforeAll(async () => {
  world = await startWorld();
  ines = await new Client(world.url).signIn();
  const address = `http://skerrysound.localhost:${world.web.port}/`;
  siteId = (await ines.call('POST', '/sites', { name: 'Ferry tickets', address })).body.id;
  await ines.run(siteId, 'scan');
});
afterAll(() => world?.stop());

it('rules by itself only what the catalogue knows, as the third parties say of themselves, and leaves the rest open', async () => {
  const parties = (await (
    await fetch(`http://127.0.0.1:${world.web.port}/parties`, { headers: { host: 'control.localhost' } })
  ).json()) as { host: string; purpose: string }[];
  const truth = new Map(parties.map(({ host, purpose }) => [host, purpose]));
  const all = await items();
  for (const { host, ruling } of all) if (ruling && truth.has(host)) expect(ruling.purpose, host).toBe(truth.get(host));
  expect(new Set(all.filter((item) => !item.ruling).map((item) => item.host))).toEqual(
    new Set(['chartkeel.localhost', 'quillchat.localhost', 'skerrysound.localhost']),
  );
});

it('rules with a host what the host also does, and takes all of it back at once', async () => {
  const open = async () => (await items()).filter((item) => !item.ruling).length;
  const before = await open();
  const chat = await find('quillchat', 'script');
  const { body } = await rule({ itemIds: [chat.id], purpose: 'functional', service: 'Quillchat' });
  expect(body.ruled).toBe(3);
  expect(await find('quillchat', 'qc_visitor')).toMatchObject({
    ruling: {
      purpose: 'functional',
      by: 'person',
      service: 'Quillchat',
      reason: 'with request script of quillchat.localhost',
    },
  });
  expect(await open()).toBe(before - 3);
  expect((await ines.call('DELETE', `/sites/${siteId}/rulings/${body.act}`)).body).toEqual({ undone: 3 });
  expect(await open()).toBe(before);
  expect((await ines.call('DELETE', `/sites/${siteId}/rulings/${body.act}`)).status).toBe(404);
});

it('lets a person overrule the catalogue, and no scan overrule a person', async () => {
  const pixel = await find('copperbarn', 'image');
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
    reason: 'counts only, says their contract',
  });
  const { history } = (await ines.call('GET', `/items/${pixel.id}`)).body;
  expect(history.map((past: { by: string }) => past.by)).toEqual(['person', 'catalogue']);
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
    await ines.call('POST', `/sites/${siteId}/versions`, {});
    expect((await ines.call('GET', `/sites/${siteId}/draft`)).body.differences).toEqual([]);
    await rule({ itemIds: [(await find('chartkeel', 'frame')).id], purpose: 'embedded', service: 'Chartkeel maps' });
    const { body } = await ines.call('GET', `/sites/${siteId}/draft`);
    expect(body.differences).toEqual(['services']);
    expect(body.setup.services.find((service: { name: string }) => service.name === 'Chartkeel maps')).toMatchObject({
      purpose: 'embedded',
      hosts: ['chartkeel.localhost'],
      items: [{ name: 'ck_tiles' }],
    });
    const texts = /texts-en\.[0-9a-f]+\.json/.exec(
      await (await fetch(`${world.url}/g/ferry-tickets/gate.js`)).text(),
    )![0];
    expect(await (await fetch(`${world.url}/g/ferry-tickets/${texts}`)).text()).not.toContain('Chartkeel');
    expect((await ines.call('GET', `/sites/${siteId}`)).body.next.words).toMatch(/^Rule \d+ open item/);
  });

  it('gives two who publish at once two numbers', async () => {
    const both = await Promise.all([1, 2].map(() => ines.call('POST', `/sites/${siteId}/versions`, {})));
    expect(both.map(({ body }) => body.number).sort()).toEqual([2, 3]);
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
  await ines.call('POST', `/sites/${busy}/scans`, {});
  const second = await startWorker(world.config);
  const { body } = await ines.call('POST', `/sites/${siteId}/scans`, {});
  const state = async () => (await ines.call('GET', `/runs/${body.run.id}`)).body.state;
  await expect.poll(state).toBe('running');
  await second.stop();
  await expect.poll(state, { timeout: 60_000 }).toBe('done');
});
