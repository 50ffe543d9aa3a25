import { afterAll, beforeAll, beforeEach, expect, it } from 'vitest';
import type { Kept } from './support/desk';
import { type Client, freshOrganisation, startWorld, type World } from './support/world';

/** Families of names that vary, from what was brought in to what persons make and part. */
let world: World;
let ines: Client;
let siteId: string;

beforeAll(async () => {
  world = await startWorld();
});
afterAll(() => world?.stop());
beforeEach(async () => {
  ines = await freshOrganisation(world);
  siteId = (await ines.call('POST', '/sites', { name: 'Varying', address: 'https://varying.example/' })).body.id;
});

const bringIn = (...names: string[]) =>
  ines.bringIn(siteId, `kind,name,host\n${names.map((name) => `cookie,${name},kits.example`).join('\n')}`);
const items = async (): Promise<Kept[]> => (await ines.call('GET', `/sites/${siteId}/items`)).body.items;
const names = async () => (await items()).map(({ name }) => name).sort();
const idOf = async (name: string) => (await items()).find((item) => item.name === name)!.id;
const rule = async (name: string, purpose: string) =>
  ines.call('POST', `/sites/${siteId}/rulings`, { itemIds: [await idOf(name)], purpose, service: 'Kits' });
const make = async (name: string, pattern: string) =>
  ines.call('POST', `/sites/${siteId}/name-families`, { itemIds: [await idOf(name)], pattern });

it('takes in what differs by a drawn part as one item, and what comes later into the same', async () => {
  await bringIn('chk_01a211be77f04a3c', 'chk_9d2e0c5a1b2c3d4e', 'lang');
  expect(await names()).toEqual(['chk_*', 'lang']);
  await bringIn('chk_77b0e1aa5f9c2b7e');
  expect(await names()).toEqual(['chk_*', 'lang']);
});

it('makes one item of what persons call a family; the ruling stays, and later names fall under it', async () => {
  await bringIn('pref_lang', 'pref_size', 'other');
  await rule('pref_size', 'functional');
  expect((await make('pref_lang', 'pref_*')).status).toBe(201);
  expect(await names()).toEqual(['other', 'pref_*']);
  expect((await items()).find(({ name }) => name === 'pref_*')!.ruling).toMatchObject({
    purpose: 'functional',
    by: 'person',
  });
  await bringIn('pref_theme');
  expect(await names()).toEqual(['other', 'pref_*']);
});

it('parts a family: each name stands for itself, with what was ruled, at the next scan too', async () => {
  await bringIn('chk_01a211be77f04a3c', 'chk_9d2e0c5a1b2c3d4e');
  await rule('chk_*', 'measurement');
  expect((await ines.call('POST', `/items/${await idOf('chk_*')}/part`)).status).toBe(204);
  expect(await names()).toEqual(['chk_01a211be77f04a3c', 'chk_9d2e0c5a1b2c3d4e']);
  expect((await items()).map(({ ruling }) => ruling?.purpose)).toEqual(['measurement', 'measurement']);
  await bringIn('chk_01a211be77f04a3c');
  expect(await names()).toHaveLength(2);
});

it('says what is wrong with a pattern, and makes nothing one that persons ruled differently', async () => {
  await bringIn('pref_lang', 'pref_size');
  const problem = async (pattern: string) => (await make('pref_lang', pattern)).body.fields[0].message;
  expect(await problem('pref_lang')).toContain('put * where the names differ');
  expect(await problem('*')).toContain('nearly every name');
  expect(await problem('x_*')).toContain('does not fit pref_lang');
  await rule('pref_lang', 'functional');
  await rule('pref_size', 'measurement');
  const itemIds = (await items()).map(({ id }) => id);
  const torn = await ines.call('POST', `/sites/${siteId}/name-families`, { itemIds, pattern: 'pref_*' });
  expect([torn.status, torn.body.fields[0].message]).toEqual([
    409,
    expect.stringContaining('pref_size is measurement'),
  ]);
  expect(await names()).toEqual(['pref_lang', 'pref_size']);
});
