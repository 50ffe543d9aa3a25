import { afterAll, beforeAll, expect, it } from 'vitest';
import { Client, startWorld, type World } from './support/world';

let world: World;
let ines: Client;
let siteId: string;

beforeAll(async () => {
  world = await startWorld();
  ines = await new Client(world.url).signIn();
  siteId = (await ines.call('POST', '/sites', { name: 'Ferry', address: 'http://ferry.localhost:9/' })).body.id;
});
afterAll(() => world?.stop());

const document = (query: string) => ines.call('GET', `/sites/${siteId}/treatments?${query}`);
const draft = async () => (await ines.call('GET', `/sites/${siteId}/draft`)).body;
const saveRegions = async (change: object) => {
  const { setup, revisions } = await draft();
  const body = { ...setup.regions, ...change };
  return ines.call('PUT', `/sites/${siteId}/draft`, { parts: { regions: { revision: revisions.regions, body } } });
};

it('gives who is asked what as CSV and PDF, and what differs from another version or day', async () => {
  await ines.publish(siteId);
  expect((await saveRegions({ rules: [{ places: ['BR'], treat: 'law' }] })).status).toBe(200);
  const csv = await document('as=csv');
  expect(csv.body).toMatch(/^Places,Codes,Treated by,Law,/);
  expect(csv.body).toContain('Brazil,BR,rule 1: the law of the place: Brazil');
  expect((await document('as=pdf')).body).toMatch(/^%PDF-/);
  const changes = await document('as=csv&beforeVersion=1');
  expect(changes.body).toContain('Brazil,BR,Treated by,fallback: European Economic Area,rule 1');
  expect((await document('as=csv&beforeOn=2026-11-01&on=2026-11-02')).body.trim()).toBe('Places,Codes,What,Before,Now');
});

it.each([
  ['as=xml', 'as', 'csv or pdf'],
  ['as=csv&on=2026-02-30', 'on', 'a day such as 2026-07-01'],
  ['as=csv&on=1980-01-01', 'on', expect.stringContaining('none of the laws that hold here was in force')],
])('tells what is wrong with %s', async (query, path, message) => {
  const { status, body } = await document(query);
  expect([status, body.fields]).toEqual([422, [{ path, message }]]);
});

it('tells a server or an edge what may run for the visitor on whose behalf it asks', async () => {
  const decision = async (headers: Record<string, string>, query = '') => {
    const key = new URL((await ines.call('GET', `/sites/${siteId}/draft`)).body.setup.recorder).pathname;
    return (await fetch(`${world.url}${key}/decision${query}`, { headers })).json();
  };
  expect(await decision({ 'x-visitor-place': 'US-CA' })).toMatchObject({ ask: false, granted: { advertising: true } });
  expect(await decision({ 'x-visitor-place': 'US-CA', 'sec-gpc': '1' })).toMatchObject({
    place: 'US-CA',
    regimes: ['us-ca'],
    granted: { advertising: false, measurement: true },
    gpcObeyed: true,
  });
  expect(await decision({ 'x-visitor-place': 'US-CA' }, '?age=12')).toMatchObject({ barred: ['advertising'] });
  const kept = encodeURIComponent(`1|${crypto.randomUUID()}|0|necessary:1,advertising:1,measurement:0|1`);
  const asked = { ask: true, granted: { measurement: false } };
  expect(await decision({ 'x-visitor-place': 'DE' })).toMatchObject(asked);
  // With the banner paused it is asked nothing by itself, whatever the page.
  const publish = (paused: boolean) => ines.call('POST', `/sites/${siteId}/publications`, { number: 1, paused });
  expect(await decision({ 'x-visitor-place': 'DE' }, '?path=/fares')).toMatchObject({ ask: true, comes: true });
  expect((await publish(true)).status).toBe(204);
  expect(await decision({ 'x-visitor-place': 'DE' }, '?path=/fares')).toMatchObject({ ask: true, comes: false });
  expect((await publish(false)).status).toBe(204);
  // So old that it has lapsed.
  expect(await decision({ 'x-visitor-place': 'DE', cookie: `douane_choice=${kept}` })).toMatchObject(asked);
});

it('finds no release that there is not', async () => {
  expect((await document('as=csv&beforeVersion=99')).status).toBe(404);
});

it('keeps each answer of the organisation with its day, and makes a document of it', async () => {
  const first = { established: ['DE'], offersTo: ['eea'] };
  const second = { ...first, people: { 'US-CA': 250_000 }, saleSharePercent: 5, children: true };
  for (const facts of [first, second])
    expect((await ines.call('POST', '/organisation/answers', facts)).status).toBe(201);
  const { answers } = (await ines.call('GET', '/organisation/answers')).body;
  expect(answers.map((one: { facts: object }) => one.facts)).toEqual([second, first]);
  expect(answers[0]).toMatchObject({ person: expect.any(String), at: expect.stringMatching(/^\d{4}-/) });
  const pdf = await ines.call('GET', `/organisation/answers/${answers[0].id}/pdf?on=2026-11-25`);
  expect(pdf.body).toMatch(/^%PDF-/);
});

it('says which answer is wrong', async () => {
  const { status, body } = await ines.call('POST', '/organisation/answers', {
    established: [],
    offersTo: ['California'],
    revenue: { amount: -1, currency: 'XYZ1' },
    people: { TX: 5 },
  });
  expect(status).toBe(422);
  expect(body.fields.map(({ path }: { path: string }) => path)).toEqual([
    'established',
    'offersTo[0]',
    'revenue.amount',
    'revenue.currency',
    'people.TX',
  ]);
});

it('keeps serving a site of which a regime was withdrawn, and lets the rest of its draft be worked on', async () => {
  const { setup } = await draft();
  const regimes = [...setup.regions.regimes, 'moon'];
  await world.db.query(`UPDATE site SET setup = jsonb_set(setup, '{regions,regimes}', $2) WHERE id = $1`, [
    siteId,
    JSON.stringify(regimes),
  ]);
  const now = await draft();
  expect(now.setup.regions.regimes).toEqual(regimes);
  const banner = { revision: now.revisions.banner, body: { ...now.setup.banner, defaultLanguage: 'de' } };
  expect((await ines.call('PUT', `/sites/${siteId}/draft`, { parts: { banner } })).status).toBe(200);
  const { revisions } = await draft();
  const published = await ines.call('POST', `/sites/${siteId}/releases`, { revisions });
  expect([published.status, JSON.stringify(published.body)]).toEqual([
    422,
    expect.stringContaining('may have been withdrawn'),
  ]);
  expect((await saveRegions({ regimes: setup.regions.regimes })).status).toBe(200);
});
