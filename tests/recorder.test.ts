import { randomUUID } from 'node:crypto';
import { afterAll, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { Client, startWorld, type World } from './support/world';

/** What visitors' browsers and the recorder say to each other, and which release is in force meanwhile. */
let world: World;
let ines: Client;
let count = 0;
let site: { id: string; key: string; origin: string };

beforeAll(async () => {
  world = await startWorld();
  ines = await new Client(world.url).signIn();
});
afterAll(() => world?.stop());
beforeEach(async () => {
  count += 1;
  site = await freshSite(`shop-${count}`);
});

async function freshSite(name: string) {
  const origin = `http://${name}.localhost:9`;
  const { body } = await ines.call('POST', '/sites', { name, address: `${origin}/` });
  return { id: body.id as string, key: name, origin };
}

const purposes = { necessary: true, functional: false, measurement: false, advertising: false, embedded: false };
const all = Object.fromEntries(Object.keys(purposes).map((id) => [id, true]));
const choice = (over: object = {}) => ({
  ...{ id: randomUUID(), version: 1, place: 'DE', language: 'en', purposes, method: 'refuse-all', gpc: false },
  replaces: null,
  ...over,
});

async function send(body: object, at = site) {
  const response = await fetch(`${world.url}/g/${at.key}/records`, {
    method: 'POST',
    headers: { origin: at.origin },
    body: JSON.stringify(body),
  });
  return { status: response.status, body: await response.json() };
}
const records = async (at = site) => (await ines.call('GET', `/sites/${at.id}/records`)).body.records;
const inForce = async (at = site) => {
  const pointer = await (await fetch(`${world.url}/g/${at.key}/gate.js`)).text();
  return Number(/"release":(\d+)/.exec(pointer)?.[1]);
};
const draft = async () => (await ines.call('GET', `/sites/${site.id}/draft`)).body;

describe('a choice that is sent', () => {
  beforeEach(() => ines.publish(site.id));

  it('twice under one id is one record, and answered alike', async () => {
    const once = choice();
    const [first, second] = [await send(once), await send(once)];
    expect([first.status, second.status]).toEqual([201, 201]);
    expect(second.body).toEqual(first.body);
    expect(await records()).toHaveLength(1);
  });

  it('under the id of another choice is refused, and the first one stands', async () => {
    const first = choice();
    await send(first);
    const other = await send({ ...first, purposes: all, method: 'accept-all' });
    expect(other).toMatchObject({ status: 409, body: { fields: [{ path: 'id' }] } });
    expect(await records()).toMatchObject([{ method: 'refuse-all' }]);
  });

  it('takes the place of the one whose answer was lost', async () => {
    const first = choice();
    await send(first);
    const lost = choice();
    await send({ ...lost, replaces: first.id });
    await send(
      choice({ replaces: first.id, unanswered: [lost.id, randomUUID()], purposes: all, method: 'accept-all' }),
    );
    expect((await records())[0]).toMatchObject({ number: 3, replaces: lost.id });
  });

  it('cannot take the place of a record of another site', async () => {
    const other = await freshSite(`other-${count}`);
    await ines.publish(other.id);
    const foreign = choice();
    await send(foreign, other);
    const answer = await send(choice({ replaces: foreign.id }));
    expect(answer).toMatchObject({ status: 422, body: { fields: [{ path: 'replaces' }] } });
    expect(await records()).toEqual([]);
  });

  it('is kept under the release that its visitor met, also when another is in force', async () => {
    const { purposes: list } = (await draft()).setup;
    await ines.saveDraft(site.id, { purposes: list.filter(({ id }: { id: string }) => id !== 'embedded') });
    await ines.publish(site.id);
    const { embedded: _gone, ...fewer } = purposes;
    expect((await send(choice())).status).toBe(201);
    expect((await send(choice({ version: 2 }))).status).toBe(422);
    expect((await send(choice({ version: 2, purposes: fewer }))).status).toBe(201);
  });
});

describe('which release is in force', () => {
  it('is none before the first, and the one just published after it', async () => {
    expect((await fetch(`${world.url}/g/${site.key}/gate.js`)).status).toBe(404);
    await ines.publish(site.id);
    expect(await inForce()).toBe(1);
    await ines.publish(site.id);
    expect(await inForce()).toBe(2);
  });

  it('stays the same until the time of a scheduled one has come', async () => {
    await ines.publish(site.id);
    const ahead = new Date(Date.now() + 3600_000).toISOString();
    expect((await ines.publish(site.id, { fromAt: ahead, why: 'the new law' })).status).toBe(201);
    expect(await inForce()).toBe(1);
    // Nobody met it yet, so nobody can have chosen under it.
    expect(await send(choice({ version: 2 }))).toMatchObject({ status: 422, body: { fields: [{ path: 'version' }] } });
    const [scheduled] = (await draft()).publications;
    expect(scheduled).toMatchObject({ number: 2, ahead: true, inForce: false, why: 'the new law' });
    await world.db.query(`UPDATE publication SET from_at = now() - interval '1 second' WHERE id = $1`, [scheduled.id]);
    await ines.publish(site.id); // has the server look
    expect((await send(choice({ version: 2 }))).status).toBe(201);
  });

  it('can be called off before it begins, and not after', async () => {
    await ines.publish(site.id);
    await ines.publish(site.id, { fromAt: new Date(Date.now() + 3600_000).toISOString() });
    const [scheduled, first] = (await draft()).publications;
    const callOff = (id: string) => ines.call('DELETE', `/sites/${site.id}/publications/${id}`);
    expect((await callOff(first.id)).status).toBe(404);
    expect((await callOff(scheduled.id)).status).toBe(204);
    expect((await callOff(scheduled.id)).status).toBe(404);
    expect((await draft()).publications.map(({ number }: { number: number }) => number)).toEqual([1]);
  });

  it('goes back to an older one, whose records it takes again', async () => {
    await ines.publish(site.id);
    await ines.publish(site.id);
    const back = await ines.call('POST', `/sites/${site.id}/publications`, {
      number: 1,
      why: 'the new banner is broken',
    });
    expect(back.status).toBe(204);
    expect(await inForce()).toBe(1);
    expect((await send(choice())).status).toBe(201);
  });

  it.each([
    ['a time that is past', { fromAt: '2020-01-01T00:00:00Z' }, 'fromAt'],
    ['a time that is none', { fromAt: 'tomorrow' }, 'fromAt'],
  ])('is not decided by %s', async (_what, terms, path) => {
    const answer = await ines.publish(site.id, terms);
    expect(answer).toMatchObject({ status: 422, body: { fields: [{ path }] } });
    expect((await draft()).releases).toEqual([]);
  });

  it('is not decided by a draft that somebody changed meanwhile', async () => {
    const { revisions, setup } = await draft();
    await ines.saveDraft(site.id, { regions: setup.regions });
    const answer = await ines.call('POST', `/sites/${site.id}/releases`, { revisions });
    expect(answer).toMatchObject({ status: 409, body: { detail: expect.stringContaining('regions') } });
  });

  it('of a number that is no release is not found', async () => {
    expect((await ines.call('POST', `/sites/${site.id}/publications`, { number: 5 })).status).toBe(404);
  });

  it('is written down with who did it', async () => {
    await ines.publish(site.id);
    const { rows } = await world.db.query(
      `SELECT a.act, a.facts, p.name FROM audit a JOIN person p ON p.id = a.person_id
       WHERE a.site_id = $1 AND a.act = 'publish'`,
      [site.id],
    );
    expect(rows).toMatchObject([{ facts: { number: 1 }, name: 'Ines Varga' }]);
  });
});

describe('a field report', () => {
  const report = { page: '/shop/*', seen: [{ host: 'new.localhost', kind: 'script', held: true }] };
  const tell = (body: unknown, origin = site.origin) =>
    fetch(`${world.url}/g/${site.key}/field-reports`, {
      method: 'POST',
      headers: { origin },
      body: typeof body === 'string' ? body : JSON.stringify(body),
    });
  const hosts = async () => (await ines.call('GET', `/sites/${site.id}/field-hosts`)).body.hosts;

  it('is taken from the site’s own address, and can be put on the desk and ruled', async () => {
    await ines.publish(site.id);
    expect((await tell(report)).status).toBe(204);
    await expect.poll(hosts).toMatchObject([{ host: 'new.localhost', reports: 1, held: 1, pages: ['/shop/*'] }]);
    expect((await ines.call('POST', `/sites/${site.id}/field-hosts/taken-up`, { host: 'new.localhost' })).status).toBe(
      204,
    );
    const { items } = (await ines.call('GET', `/sites/${site.id}/items`)).body;
    expect(items).toMatchObject([
      { kind: 'request', name: 'script', host: 'new.localhost', party: 'third', pages: [`${site.origin}/shop/*`] },
    ]);
    expect(await hosts()).toEqual([]);
    const again = await ines.call('POST', `/sites/${site.id}/field-hosts/taken-up`, { host: 'new.localhost' });
    expect(again.status).toBe(404);
  });

  it.each<[string, number, unknown, string?]>([
    ['from elsewhere', 403, report, 'http://elsewhere.localhost'],
    ['from nowhere', 403, report, ''],
    ['that says more than is asked', 422, { ...report, visitor: 7 }],
    ['that names a page whole', 422, { ...report, page: '/shop/mugs/red' }],
    ['that is no JSON', 400, '{'],
    ['that is far too long', 413, ' '.repeat(9_000)],
  ])('%s is refused with %i', async (_what, status, body, origin) => {
    await ines.publish(site.id);
    const answer = await tell(body, origin);
    expect(answer.status).toBe(status);
    expect((await answer.json()).title).not.toBe('');
  });

  it('of a site that wants none, or of one that has published nothing, counts nothing', async () => {
    expect((await tell(report)).status).toBe(409);
    const { setup } = await draft();
    await ines.saveDraft(site.id, { holding: { ...setup.holding, reports: { share: 0, alarmFrom: 5 } } });
    await ines.publish(site.id);
    expect((await tell(report)).status).toBe(204);
    // What is counted of another site afterwards is written down later.
    const before = site;
    site = await freshSite(`shop-${count}-too`);
    await ines.publish(site.id);
    await tell(report);
    await expect.poll(hosts).toHaveLength(1);
    site = before;
    expect(await hosts()).toEqual([]);
  });
});
