import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { catalogueClassifier, catalogueSchema, DEFAULT_SETTINGS, deskOf, signBook } from '@douane/core/classify';
import { statedPurpose, thirdParties } from '@douane/demo';
import { scanSite } from '@douane/scanner';
import { addOrganisation } from '@douane/server';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { type ScannedSite, startScannedSite } from './support/desk';
import { Client, ROOT, type World } from './support/world';

/** What rules without a person, and what an organisation keeps about it. */
let world: World;
let ines: Client;
let siteId: string;
let items: ScannedSite['items'];
let find: ScannedSite['find'];
let rule: ScannedSite['rule'];

beforeAll(async () => {
  ({ world, ines, siteId, items, find, rule } = await startScannedSite());
});
afterAll(() => world?.stop());

const PARTIES = thirdParties(() => () => {});

describe.each(['skerrysound.localhost', '40.pebbleloft.localhost'])('what is ruled by itself on %s', (host) => {
  it('is as whoever is behind it says, or is open; also where the catalogue knows nothing', async () => {
    world.web.state.newcomer = true;
    const report = await scanSite(`http://${host}:${world.web.port}/`, { allowPrivate: true, plan: { pages: 25 } });
    world.web.state.newcomer = false;
    const text = await readFile(path.join(ROOT, 'demo/catalogue.json'), 'utf8');
    const { entries } = catalogueSchema.parse(JSON.parse(text));
    for (const known of [entries, []]) {
      const desk = deskOf({
        catalogue: catalogueClassifier(known),
        signs: signBook(report.signs),
        inventory: report.items.map(({ ruling: _, ...item }) => item),
        settings: DEFAULT_SETTINGS,
      });
      const ruled = report.items.flatMap((item) => {
        const ruling = desk.rule(item);
        return ruling ? [{ item, ruling, stated: statedPurpose(item, PARTIES) }] : [];
      });
      expect(
        ruled.filter(({ ruling, stated }) => ruling.purpose !== stated).map(({ item }) => `${item.name} ${item.host}`),
      ).toEqual([]);
      expect(ruled.length).toBeGreaterThanOrEqual(known.length > 0 ? 15 : 1);
      // Suggestions decide nothing, but most should be right, or nobody would look at them.
      const suggested = report.items.flatMap((item) => {
        const suggestion = desk.suggestion(item);
        return suggestion ? [suggestion.purpose === statedPurpose(item, PARTIES)] : [];
      });
      expect(suggested.filter(Boolean).length / suggested.length).toBeGreaterThan(0.8);
    }
  }, 120_000);
});

describe('what is known beforehand', () => {
  const names = async () =>
    (await items()).filter((item) => item.name.startsWith('qc_')).map((item) => [item.name, item.ruling?.by ?? null]);
  it('rules by house rules, which are tried before they are saved and end with their rule', async () => {
    const body = { siteId: null, rule: { when: { name: 'qc_*' }, purpose: 'functional', service: 'Quillchat' } };
    const tried = (await ines.call('POST', '/house-rules/try', body)).body;
    expect(tried).toMatchObject({
      fits: 2,
      byPersons: 0,
      total: 2,
      closed: 2,
      opened: 0,
      words: 'everything named qc_*',
    });
    expect(await names()).toEqual([
      ['qc_visitor', null],
      ['qc_open', null],
    ]);
    const { id } = (await ines.call('POST', '/house-rules', body)).body;
    expect((await names()).map(([, by]) => by)).toEqual(['house-rule', 'house-rule']);
    const off = (await ines.call('POST', `/house-rules/try?id=${id}`, { ...body, enabled: false })).body;
    expect(off).toMatchObject({ total: 2, opened: 2 });
    expect((await ines.call('DELETE', `/house-rules/${id}`)).status).toBe(204);
    expect((await names()).map(([, by]) => by)).toEqual([null, null]);
  });
  it('refuses a rule about everything, for no purpose, or of no host', async () => {
    const refused = async (rule: object) => {
      const { status, body } = await ines.call('POST', '/house-rules', {
        siteId,
        rule: { purpose: 'functional', service: 'S', ...rule },
      });
      return [status, body.fields?.[0].message];
    };
    expect(await refused({ when: {} })).toEqual([422, 'say a host, a name, or what brings it in']);
    expect(await refused({ when: { name: '*' } })).toEqual([422, expect.stringMatching(/nearly every name/)]);
    expect(await refused({ when: { host: 'http://x/' } })).toEqual([422, expect.stringMatching(/without scheme/)]);
    expect(await refused({ when: { host: 'x.example' }, purpose: 'fun' })).toEqual([
      422,
      expect.stringMatching(/one of necessary/),
    ]);
  });
  it('follows the bar and the layers that are switched off', async () => {
    const { settings } = (await ines.call('GET', '/knowledge')).body;
    const lower = { ...settings, bar: 0.8 };
    expect((await ines.call('POST', '/knowledge/try', lower)).body.changes).toEqual(
      expect.arrayContaining([
        expect.objectContaining({
          name: 'bfx.session',
          before: null,
          after: expect.objectContaining({ by: 'heuristic' }),
        }),
      ]),
    );
    await ines.call('PUT', '/knowledge', lower);
    expect(await find('skerrysound', 'bfx.session')).toMatchObject({
      ruling: { by: 'heuristic', purpose: 'measurement' },
    });
    await ines.call('PUT', '/knowledge', { ...settings, off: ['own-catalogue'] });
    expect((await find('oddgull', 'script')).ruling).toBeNull();
    await ines.call('PUT', '/knowledge', settings);
    expect((await find('oddgull', 'script')).ruling).toMatchObject({ by: 'catalogue' });
    expect((await find('skerrysound', 'bfx.session')).ruling).toBeNull();
    expect((await ines.call('PUT', '/knowledge', { bar: 0.1 })).status).toBe(422);
  });
  it('takes in a catalogue after a dry run, or nothing of it', async () => {
    const send = (text: string, query: string) =>
      ines.call('POST', `/catalogue/import?${query}`, text, { 'content-type': 'application/octet-stream' });
    const csv = 'host;service;purpose\nquillchat.localhost;Quillchat;functional';
    expect((await send(csv, 'dry=1')).body).toMatchObject({ added: 1, effect: { total: 3, closed: 3 } });
    expect((await send(csv.replace('functional', 'fun'), 'dry=0')).body.fields[0].path).toBe('line 2, purpose');
    expect((await find('quillchat', 'script')).ruling).toBeNull();
    await send(csv, 'dry=0');
    expect((await find('quillchat', 'script')).ruling).toMatchObject({
      by: 'catalogue',
      because: { code: 'catalogue', of: 'own', host: 'quillchat.localhost' },
    });
    expect((await ines.call('GET', '/catalogue/export?which=own&as=csv')).body).toContain('quillchat.localhost');
    await send('service,purpose,name\nNobody,necessary,nothing_at_all', 'dry=0&replace=1');
    expect((await find('quillchat', 'script')).ruling).toBeNull();
  });
});

describe('rulings as a file', () => {
  const send = (text: string, query: string) =>
    ines.call('POST', `/sites/${siteId}/rulings/import?${query}`, text, { 'content-type': 'application/octet-stream' });
  it('go out, and come in after a dry run, or not at all', async () => {
    const head = 'kind,name,host,purpose,service';
    const good = `${head}\ncookie,qc_open,skerrysound.localhost,functional,Quillchat\ncookie,gone,x.example,functional,X`;
    const dry = (await send(good, 'dry=1')).body;
    expect(dry).toMatchObject({
      rows: 2,
      total: 1,
      same: 0,
      unknown: { total: 1, shown: [{ where: 'line 3', name: 'gone' }] },
    });
    expect((await find('skerrysound', 'qc_open')).ruling).toBeNull();
    const bad = await send(`${good}\ncookie,qc_visitor,quillchat.localhost,fun,X`, 'dry=0&name=rulings.csv');
    expect(bad).toMatchObject({ status: 422, body: { fields: [{ path: 'line 4, purpose' }] } });
    expect((await find('skerrysound', 'qc_open')).ruling).toBeNull();
    const { body } = await send(good, 'dry=0&name=rulings.csv');
    expect(await find('skerrysound', 'qc_open')).toMatchObject({
      ruling: { by: 'person', because: { code: 'by-file', file: 'rulings.csv', person: 'Ines Varga' } },
    });
    const out = (await ines.call('GET', `/sites/${siteId}/rulings/export?as=csv`)).body;
    expect((await send(out, 'dry=1')).body).toMatchObject({ total: 0, unknown: { total: 0 } });
    expect((await send(' ', 'dry=1')).body.title).toBe('The file is empty');
    await ines.call('DELETE', `/sites/${siteId}/rulings/${body.act}`);
  });
});

describe('services', () => {
  interface Found {
    name: string;
    record: { id: string; aliases: string[] } | null;
    items: { id: string; name: string }[];
  }
  const services = async (): Promise<Found[]> => (await ines.call('GET', '/services')).body.services;
  const service = async (name: string) => (await services()).find((one) => one.name === name);
  it('are found in rulings, taken up, merged, parted, and split', async () => {
    const adnoddle = (await service('Adnoddle exchange'))!;
    expect(adnoddle).toMatchObject({ record: null, hosts: ['adnoddle.localhost'], purposes: ['advertising'] });
    expect(
      (await ines.call('POST', '/services', { name: 'Copperbarn ads', country: 'Ireland' })).body.fields[0],
    ).toMatchObject({ path: 'country' });
    const { id } = (
      await ines.call('POST', '/services', { name: 'Copperbarn ads', provider: 'Copperbarn Ltd', country: 'IE' })
    ).body;
    expect((await ines.call('POST', '/services', { name: 'Copperbarn ads' })).status).toBe(409);
    const before = (await service('Copperbarn ads'))!.items.length;
    await ines.call('POST', '/services/merge', { from: 'Adnoddle exchange', into: 'Copperbarn ads' });
    expect(await service('Adnoddle exchange')).toBeUndefined();
    expect((await service('Copperbarn ads'))!).toMatchObject({ record: { aliases: ['Adnoddle exchange'] } });
    expect((await service('Copperbarn ads'))!.items.length).toBe(before + adnoddle.items.length);
    const draft = (await ines.call('GET', `/sites/${siteId}/draft`)).body.setup;
    expect(draft.services.find((one: Found) => one.name === 'Copperbarn ads')).toMatchObject({
      provider: 'Copperbarn Ltd',
      country: 'IE',
    });
    await ines.call('DELETE', `/services/${id}/names/${encodeURIComponent('Adnoddle exchange')}`);
    expect((await service('Adnoddle exchange'))!.items.length).toBe(adnoddle.items.length);
    await ines.call('PUT', `/services/${id}`, { name: 'Copperbarn' });
    expect((await service('Copperbarn'))!.items.length).toBe(before);
    const [one] = (await service('Copperbarn'))!.items;
    const { body } = await ines.call('POST', '/services/split', { itemIds: [one!.id], into: 'Copperbarn pixel' });
    expect((await service('Copperbarn pixel'))!.items.map((item) => item.name)).toEqual([one!.name]);
    await ines.call('DELETE', `/sites/${siteId}/rulings/${body.act}`);
    expect(await service('Copperbarn pixel')).toBeUndefined();
    await ines.call('DELETE', `/services/${id}`);
    expect((await service('Copperbarn ads'))!.record).toBeNull();
  });
  it('are ignored with a reason, all their items at once', async () => {
    const { body } = await ines.call('POST', '/services/ignore', { name: 'Tagpantry', reason: 'goes next week' });
    expect(await find('tagpantry', 'script')).toMatchObject({
      ruling: null,
      aside: { state: 'ignored', because: { code: 'said', text: 'goes next week' } },
    });
    await ines.call('DELETE', `/sites/${siteId}/rulings/${body.act}`);
    expect((await find('tagpantry', 'script')).ruling).not.toBeNull();
  });
});

describe('purposes', () => {
  const draft = async () => (await ines.call('GET', `/sites/${siteId}/draft`)).body;
  const save = async (change: (purposes: { id: string }[]) => object[]) => {
    const { setup } = await draft();
    return ines.saveDraft(siteId, { purposes: change(setup.purposes) });
  };
  it('can be added and used, and not be taken away while they are', async () => {
    const weather = { id: 'weather', name: 'Weather', text: 'Shows the weather at sea.' };
    expect((await save((list) => [...list, weather])).status).toBe(200);
    const { body } = await rule({
      itemIds: [(await find('chartkeel', 'frame')).id],
      purpose: 'weather',
      service: 'Chartkeel',
    });
    expect(body.effects[0]).toMatch(/waits for a yes/);
    const { setup } = await draft();
    expect(setup.services.find((one: { purpose: string }) => one.purpose === 'weather')).toMatchObject({
      hosts: ['chartkeel.localhost'],
    });
    const refused = await save((list) => list.filter(({ id }) => id !== 'weather'));
    expect(refused).toMatchObject({
      status: 409,
      body: { fields: [{ message: expect.stringMatching(/^Weather cannot go: it is used by 1 ruled item\./) }] },
    });
    await ines.call('DELETE', `/sites/${siteId}/rulings/${body.act}`);
    expect((await save((list) => list.filter(({ id }) => id !== 'weather'))).status).toBe(200);
  });
  it('stay such that what is necessary cannot be refused, and nothing else is', async () => {
    const refused = async (change: (one: { id: string }) => object) =>
      (await save((list) => list.map(change))).body.fields[0].message;
    expect(await refused((one) => (one.id === 'necessary' ? { ...one, necessary: undefined } : one))).toMatch(
      /must stay necessary/,
    );
    expect(await refused((one) => (one.id === 'advertising' ? { ...one, necessary: true } : one))).toMatch(
      /cannot be necessary as well/,
    );
  });
});

it('keeps an organisation’s rules, services, catalogue and notes from another', async () => {
  const { id } = (
    await ines.call('POST', '/house-rules', {
      siteId,
      rule: { when: { name: 'secret_*' }, purpose: 'functional', service: 'S' },
    })
  ).body;
  const record = (await ines.call('POST', '/services', { name: 'Secret service' })).body.id;
  const stranger = { email: 'kim@elsewhere.example', name: 'Kim', password: 'another-password' };
  await addOrganisation(world.db, 'Elsewhere', stranger);
  const kim = await new Client(world.url).signIn(stranger);
  const item = await find('chartkeel', 'frame');
  expect((await kim.call('GET', '/house-rules')).body.rules).toEqual([]);
  expect((await kim.call('GET', '/services')).body.services).toEqual([]);
  expect((await kim.call('GET', '/catalogue/export?which=own&as=csv')).body).not.toContain('nothing_at_all');
  const tried = [
    kim.call('PUT', `/house-rules/${id}`, {
      siteId: null,
      rule: { when: { name: 'x_*' }, purpose: 'functional', service: 'S' },
    }),
    kim.call('DELETE', `/house-rules/${id}`),
    kim.call('DELETE', `/services/${record}`),
    kim.call('PUT', `/services/${record}`, { name: 'Mine' }),
    kim.call('POST', `/items/${item.id}/notes`, { text: 'x' }),
    kim.call('GET', `/items/${item.id}`),
    kim.call('POST', '/services/split', { itemIds: [item.id], into: 'Mine' }),
    kim.call('GET', `/sites/${siteId}/rulings/export`),
    kim.call('POST', `/sites/${siteId}/rulings/import?dry=1`, 'x', { 'content-type': 'text/csv' }),
    kim.call('POST', '/house-rules', { siteId, rule: { when: { name: 'x_*' }, purpose: 'functional', service: 'S' } }),
  ];
  for (const answer of await Promise.all(tried)) expect([404, 422]).toContain(answer.status);
  expect((await ines.call('GET', '/house-rules')).body.rules).toHaveLength(1);
  await ines.call('DELETE', `/house-rules/${id}`);
  await ines.call('DELETE', `/services/${record}`);
});
