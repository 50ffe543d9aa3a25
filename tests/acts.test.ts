import { randomUUID } from 'node:crypto';
import { shippedCatalogue } from '@douane/core/classify';
import { compileRelease } from '@douane/core/release';
import { type Db, insertSite, loadKnowledge, type Site } from '@douane/server';
import pg from 'pg';
import { beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { type Actor, perform } from '../server/acts/act';
import { removeNote, seeAlarm, writeNote } from '../server/acts/asides';
import { saveDraft } from '../server/acts/drafts';
import { removeHouseRule, saveHouseRule, saveSettings } from '../server/acts/knowledge';
import { callOff, publishRelease, putInForce } from '../server/acts/publishing';
import { type AskedRulings, ruleItems, undoRulings } from '../server/acts/rulings';
import { saveSchedule } from '../server/acts/scan-setup';
import { ignoreService, mergeServices, partName, saveService, splitService } from '../server/acts/services';
import { takeOnSite } from '../server/acts/sites';
import type { Knowledge } from '../server/catalogue';
import { readConfig } from '../server/config';
import { insertAlarm } from '../server/db/alarms.sql';
import { listItems } from '../server/db/items.sql';
import { listPublications, releaseInForce } from '../server/db/releases.sql';
import { rulingHistory } from '../server/db/rulings.sql';
import { requestRun } from '../server/db/runs.sql';
import { siteById } from '../server/db/sites.sql';
import { takeIn } from '../server/jobs/scan';
import { ServedSites } from '../server/visitors/served-sites';
import { BARE_GATE } from './support/bare-gate';
import { freshSite, useDatabase } from './support/sql';
import { ROOT } from './support/world';

/** What people do, each act by itself: what it writes, what it refuses, and that it is written down. */
const made = useDatabase();
let knowledge: Knowledge;
let db: Db;
let site: Site;
let actor: Actor;
let tools: { db: Db; knowledge: Knowledge };

beforeAll(async () => {
  knowledge = await loadKnowledge(null);
});
beforeEach(async () => {
  db = made.db;
  tools = { db, knowledge };
  const fresh = await freshSite(db);
  site = fresh.site;
  actor = { organisationId: site.organisationId, personId: fresh.personId, name: 'Pia Lund' };
});

const THIRD = { kind: 'request', name: 'script', party: 'third', pages: ['http://p/'], chain: [] } as const;
/** Third-party things of these hosts on a site, by host. */
async function found(...hosts: string[]): Promise<Record<string, string>> {
  const items = hosts.map((host) => ({ ...THIRD, host, pages: [...THIRD.pages], chain: [] }));
  await takeIn(db, site, items, knowledge, []);
  return Object.fromEntries((await listItems(db, site.organisationId, site.id)).map(({ host, id }) => [host, id]));
}
const item = async (id: string) => (await listItems(db, site.organisationId, site.id)).find((one) => one.id === id)!;
const audited = async () =>
  (
    await made.owner.query(
      'SELECT act, facts, person_id AS "personId" FROM audit WHERE organisation_id = $1 ORDER BY id',
      [site.organisationId],
    )
  ).rows;
const asRuled = (itemIds: string[], purpose = 'advertising', service = 'S'): AskedRulings => ({
  siteId: site.id,
  itemIds,
  rule: (items) =>
    items.map(({ id }) => ({
      ...{ itemId: id, purpose, service, by: 'person' as const, confidence: 1 },
      because: { code: 'by-hand' as const, person: actor.name },
    })),
});

describe('an act', () => {
  it('is the change, its row in the audit and its news, or nothing of the three', async () => {
    const heard: string[] = [];
    const listener = new pg.Client({ connectionString: made.urls.databaseUrl });
    await listener.connect();
    await listener.query('LISTEN douane');
    listener.on('notification', ({ payload }) => heard.push(JSON.parse(payload!).what));
    const act = (fails: boolean) =>
      perform(db, actor, 'try', async (tx) => {
        await tx.query(`UPDATE site SET notices = '{"mail":["x@p.example"]}' WHERE id = $1`, [site.id]);
        await tx.query('SELECT pg_notify($1, $2)', ['douane', JSON.stringify({ what: 'inside' })]);
        if (fails) throw new Error('not so');
        return { result: 7, siteId: site.id, facts: { n: 1 }, tell: [{ siteId: site.id, what: 'items' }] };
      });
    await expect(act(true)).rejects.toThrow('not so');
    expect(await audited()).toEqual([]);
    expect((await db.query('SELECT notices FROM site WHERE id = $1', [site.id])).rows[0].notices.mail).toEqual([]);
    expect(await act(false)).toBe(7);
    expect(await audited()).toEqual([{ act: 'try', facts: { n: 1 }, personId: actor.personId }]);
    await expect.poll(() => heard).toEqual(['inside', 'items']);
    await listener.end();
  });
});

describe('taking on sites', () => {
  const take = (name: string, address: string) =>
    takeOnSite({ db, config: readConfig({ DATABASE_URL: 'x', DOUANE_URL: 'http://d.localhost' }, ROOT) }, actor, {
      name,
      address,
    });
  it('two of one name at once get two keys, and of one address the second is told', async () => {
    const name = `Odd ${randomUUID().slice(0, 6)}`;
    const taken = await Promise.all([take(name, 'http://a.localhost/'), take(name, 'http://b.localhost/')]);
    const keys = taken.map((one) => one.site.key).sort();
    expect(keys[1]).toBe(`${keys[0]}-2`);
    const [first, second] = await Promise.allSettled([
      take('X', 'http://c.localhost/'),
      take('Y', 'http://c.localhost/p'),
    ]);
    const failed = [first, second].filter((one) => one.status === 'rejected');
    expect(failed).toEqual([expect.objectContaining({ reason: expect.objectContaining({ status: 409 }) })]);
  });
  it('a key that another organisation has is not taken', async () => {
    const other = await freshSite(db);
    expect((await take(other.site.key, 'http://d.localhost/')).site.key).toBe(`${other.site.key}-2`);
  });
});

describe('drafts and releases', () => {
  const served = () => new ServedSites(db);
  const context = () => ({
    db,
    gateCode: BARE_GATE,
    served: served(),
  });
  const now = { fromAt: null, why: 'for a test', measured: [] };
  const draft = async () => (await siteById(db, site.organisationId, site.id))!;
  const publish = async () =>
    publishRelease(context(), actor, site.id, { ...now, revisions: (await draft()).revisions });
  const inForce = async () => (await releaseInForce(db, site.organisationId, site.id))?.number ?? null;

  it('two people save two parts, and of one part the second is told by its name', async () => {
    const { regions, banner } = site.setup;
    const first = saveDraft(tools, actor, site.id, { regions: { revision: site.revisions.regions, body: regions } });
    const second = saveDraft(tools, actor, site.id, { banner: { revision: site.revisions.banner, body: banner } });
    await Promise.all([first, second]);
    await expect(
      saveDraft(tools, actor, site.id, { banner: { revision: site.revisions.banner, body: banner } }),
    ).rejects.toMatchObject({ status: 409, title: expect.stringContaining('banner') });
    expect((await audited()).map(({ act }) => act)).toEqual(['save-draft', 'save-draft']);
  });

  it('a purpose that rulings use stays', async () => {
    const items = await found('a.example');
    await ruleItems(tools, actor, 'rule', [asRuled([items['a.example']!], 'embedded')]);
    const { purposes } = (await draft()).setup;
    const without = purposes.filter(({ id }) => id !== 'embedded');
    await expect(
      saveDraft(tools, actor, site.id, { purposes: { revision: site.revisions.purposes, body: without } }),
    ).rejects.toMatchObject({
      status: 409,
      fields: [{ message: expect.stringContaining('used by 1 ruled item. ') }],
    });
    expect((await draft()).setup.purposes).toEqual(purposes);
  });

  it('what was changed since it was seen is not published', async () => {
    const { revisions } = await draft();
    await saveDraft(tools, actor, site.id, { regions: { revision: revisions.regions, body: site.setup.regions } });
    await expect(publishRelease(context(), actor, site.id, { ...now, revisions })).rejects.toMatchObject({
      status: 409,
      detail: expect.stringContaining('regions'),
    });
    expect(await inForce()).toBeNull();
  });

  it('goes back to an older release, and calls off what has not begun', async () => {
    await publish();
    await publish();
    expect(await inForce()).toBe(2);
    await putInForce(context(), actor, site.id, { number: 1, fromAt: null, why: 'the second was wrong' });
    expect(await inForce()).toBe(1);
    const later = new Date(Date.now() + 3_600_000);
    await putInForce(context(), actor, site.id, { number: 2, fromAt: later, why: null });
    const [waiting] = (await listPublications(db, site.organisationId, site.id)).filter(
      ({ fromAt }) => fromAt > new Date(),
    );
    await callOff(context(), actor, site.id, waiting!.id);
    await expect(callOff(context(), actor, site.id, waiting!.id)).rejects.toMatchObject({ status: 404 });
    expect(await inForce()).toBe(1);
    await expect(putInForce(context(), actor, site.id, { ...now, number: 9 })).rejects.toMatchObject({ status: 404 });
    const past = new Date(Date.now() - 3_600_000);
    await expect(putInForce(context(), actor, site.id, { number: 2, fromAt: past, why: null })).rejects.toMatchObject({
      fields: [{ path: 'fromAt' }],
    });
  });

  it('a release never changes', async () => {
    await publish();
    for (const sql of ['UPDATE release SET setup = setup', 'DELETE FROM release']) {
      await expect(made.owner.query(`${sql} WHERE site_id = $1`, [site.id])).rejects.toThrow(/release/);
    }
    const { release } = (await served().inForce({ ...(await served().site(site.key))! }))!;
    expect(release.rules).toEqual(compileRelease(site.setup, 1, release.compiledOn).rules);
  });
});

describe('rulings', () => {
  it('of one act are taken back by one act, and who took them back is named', async () => {
    const items = await found('a.example', 'b.example');
    const { act, ruled } = await ruleItems(tools, actor, 'rule', [asRuled(Object.values(items))]);
    expect(ruled.map(({ ruling }) => ruling!.purpose)).toEqual(['advertising', 'advertising']);
    const { rows } = await db.query<{ id: string }>(
      `INSERT INTO person (organisation_id, email, name, password_hash) VALUES ($1, $2, 'Ola Berg', 'x') RETURNING id`,
      [site.organisationId, `${randomUUID()}@p.example`],
    );
    expect(await undoRulings(tools, { ...actor, personId: rows[0]!.id, name: 'Ola Berg' }, site.id, act)).toBe(2);
    const history = await rulingHistory(db, site.organisationId, items['a.example']!);
    expect(history).toMatchObject([{ person: 'Pia Lund', undoneBy: 'Ola Berg', undoneAt: expect.any(Date) }]);
    await expect(undoRulings(tools, actor, site.id, act)).rejects.toMatchObject({ status: 404 });
  });

  it('what somebody ruled meanwhile is told before it is covered, and then nothing of the act is written', async () => {
    const items = await found('a.example', 'b.example');
    const [a, b] = [items['a.example']!, items['b.example']!];
    await ruleItems(tools, actor, 'rule', [asRuled([a], 'measurement')]);
    await expect(ruleItems(tools, actor, 'rule', [asRuled([a, b])], { [a]: null, [b]: null })).rejects.toMatchObject({
      status: 409,
      fields: [{ path: a, message: expect.stringContaining('Pia Lund ruled script measurement') }],
    });
    expect((await item(b)).ruling).toBeNull();
    const { id } = (await item(a)).ruling!;
    await ruleItems(tools, actor, 'rule', [asRuled([a, b])], { [a]: id, [b]: null });
    expect((await item(a)).ruling).toMatchObject({ purpose: 'advertising' });
  });

  it('items of another site are none of this one', async () => {
    const items = await found('a.example');
    const setup = { ...site.setup, site: { ...site.setup.site, key: `t-${randomUUID().slice(0, 8)}` } };
    const other = (await insertSite(db, site.organisationId, setup))!;
    await expect(
      ruleItems(tools, actor, 'rule', [{ ...asRuled([items['a.example']!]), siteId: other.id }]),
    ).rejects.toMatchObject({ status: 404 });
  });

  it('of a third party hold on the organisation’s other sites too, until they are taken back', async () => {
    const items = await found('shared.example');
    const first = site;
    const setup = { ...site.setup, site: { ...site.setup.site, key: `t-${randomUUID().slice(0, 8)}` } };
    site = (await insertSite(db, first.organisationId, setup))!;
    const there = await found('shared.example');
    site = first;
    const { act } = await ruleItems(tools, actor, 'rule', [asRuled([items['shared.example']!])]);
    const elsewhere = async () => {
      const { rows } = await db.query(
        `SELECT author, because->>'code' AS code FROM ruling WHERE item_id = $1 AND undone_at IS NULL`,
        [there['shared.example']],
      );
      return rows;
    };
    expect(await elsewhere()).toEqual([{ author: 'organisation', code: 'elsewhere' }]);
    await undoRulings(tools, actor, site.id, act);
    expect(await elsewhere()).toEqual([]);
  });

  it('ruling anew on the same facts writes nothing', async () => {
    // Whichever host the catalogue that ships knows first.
    const { host } = shippedCatalogue().entries.find((entry) => entry.host && !entry.name)!;
    await found(host!);
    const count = async () => (await db.query('SELECT count(*)::int AS n FROM ruling')).rows[0].n;
    const before = await count();
    expect(await count()).toBeGreaterThan(0);
    await found(host!);
    expect(await count()).toBe(before);
  });
});

describe('knowledge and services', () => {
  const rule = (over: object = {}) => ({ when: { host: 'a.example' }, purpose: 'functional', service: 'A', ...over });
  it('a house rule rules at once, and what it ruled is open again without it', async () => {
    const { 'a.example': a } = await found('a.example');
    const id = await saveHouseRule(tools, actor, null, { siteId: null, enabled: true, rule: rule() });
    expect((await item(a!)).ruling).toMatchObject({
      by: 'house-rule',
      because: { code: 'house-rule', when: { host: 'a.example' } },
    });
    await saveHouseRule(tools, actor, id, { siteId: null, enabled: false, rule: rule() });
    expect((await item(a!)).ruling).toBeNull();
    await saveHouseRule(tools, actor, id, { siteId: null, enabled: true, rule: rule() });
    await saveSettings(tools, actor, { bar: 0.9, off: ['house-rules'], heuristicsOff: [] });
    expect((await item(a!)).ruling).toBeNull();
    await removeHouseRule(tools, actor, id);
    await expect(removeHouseRule(tools, actor, id)).rejects.toMatchObject({ status: 404 });
    await expect(
      saveHouseRule(tools, actor, null, { siteId: site.id, enabled: true, rule: rule({ purpose: 'spying' }) }),
    ).rejects.toMatchObject({ fields: [{ path: 'rule.purpose' }] });
  });

  it('services are merged, parted, split and ignored, each written down', async () => {
    const items = await found('a.example', 'b.example');
    const [a, b] = [items['a.example']!, items['b.example']!];
    await ruleItems(tools, actor, 'rule', [asRuled([a], 'functional', 'Old name')]);
    await ruleItems(tools, actor, 'rule', [asRuled([b], 'functional', 'New name')]);
    const { id } = await mergeServices(tools, actor, { from: 'Old name', into: 'New name' });
    expect((await item(a)).ruling!.service).toBe('New name');
    await partName(tools, actor, id, 'Old name');
    expect((await item(a)).ruling!.service).toBe('Old name');
    await splitService(tools, actor, { itemIds: [a], into: 'Third name' });
    expect((await item(a)).ruling).toMatchObject({
      because: { code: 'service-moved', from: 'Old name', into: 'Third name', person: 'Pia Lund' },
    });
    await ignoreService(tools, actor, { name: 'Third name', reason: 'goes next week' });
    expect(await item(a)).toMatchObject({
      ruling: null,
      aside: { state: 'ignored', because: { text: 'goes next week' } },
    });
    await expect(saveService(tools, actor, null, { name: 'New name' })).rejects.toMatchObject({ status: 409 });
    expect((await audited()).map(({ act }) => act).slice(2)).toEqual([
      'merge-services',
      'part-name',
      'split-service',
      'ignore-service',
    ]);
  });
});

describe('asides', () => {
  it('only who wrote a note takes it away', async () => {
    const { 'a.example': a } = await found('a.example');
    const [note] = await writeNote(tools, actor, a!, 'asked the agency');
    const other = await freshSite(db);
    for (const stranger of [
      { ...actor, personId: other.personId },
      { organisationId: other.site.organisationId, personId: other.personId, name: 'Odd' },
    ]) {
      await expect(removeNote(tools, stranger, note!.id)).rejects.toMatchObject({ status: 404 });
    }
    await removeNote(tools, actor, note!.id);
    expect((await item(a!)).notes).toBe(0);
  });

  it('an alarm names who saw it first', async () => {
    const run = await requestRun(db, site.organisationId, site.id, 'scan', {}, null);
    const of = { organisationId: site.organisationId, siteId: site.id, runId: run.run.id, beforeRunId: run.run.id };
    const id = (await insertAlarm(db, { ...of, count: 1, items: [] }))!;
    expect(await insertAlarm(db, { ...of, count: 2, items: [] })).toBeNull();
    const seen = await seeAlarm(tools, actor, id);
    expect(seen).toMatchObject({ count: 1, seenBy: 'Pia Lund' });
    expect((await seeAlarm(tools, { ...actor, name: 'later' }, id)).seenAt).toEqual(seen.seenAt);
  });

  it.each([
    ['every minute', { cron: '* * * * *', zone: 'Europe/Oslo' }, 'cron'],
    ['a time zone that is none', { cron: '0 3 * * *', zone: 'Moon/Base' }, 'zone'],
    ['a text that is no schedule', { cron: 'sometimes', zone: 'UTC' }, 'cron'],
  ])('no site is scanned by itself %s', async (_what, asked, path) => {
    const config = readConfig({ DATABASE_URL: 'x' }, ROOT);
    await expect(saveSchedule({ db, config }, actor, site.id, asked)).rejects.toMatchObject({ fields: [{ path }] });
  });
});
