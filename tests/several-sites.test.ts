import { randomUUID } from 'node:crypto';
import { type Banner, lookOf, type Setup } from '@douane/core/setup';
import { insertSite, loadKnowledge, type Site } from '@douane/server';
import { beforeAll, beforeEach, describe, expect, it } from 'vitest';
import type { Actor } from '../server/acts/act';
import { addLook, changeLook, giveLook, removeLook } from '../server/acts/looks';
import { publishRelease, putInForce } from '../server/acts/publishing';
import { giveParts } from '../server/acts/several-sites';
import type { Knowledge } from '../server/catalogue';
import { listLooks } from '../server/db/looks.sql';
import { listPublications, newestRelease, servedSite } from '../server/db/releases.sql';
import { saveDraft, siteById } from '../server/db/sites.sql';
import { ServedSites } from '../server/visitors/served-sites';
import { BARE_GATE } from './support/bare-gate';
import { freshSite, useDatabase } from './support/sql';

/** What is done to several sites of an organisation at once, and what a release does to all visitors of one. */
const made = useDatabase();
let knowledge: Knowledge;
let sites: [Site, Site, Site];
let actor: Actor;
let tools: { db: typeof made.db; knowledge: Knowledge };

beforeAll(async () => {
  knowledge = await loadKnowledge(null);
});
beforeEach(async () => {
  const { db } = made;
  tools = { db, knowledge };
  const { site, personId } = await freshSite(db);
  const another = async (name: string) => {
    const setup = structuredClone(site.setup);
    Object.assign(setup.site, { key: `${name}-${randomUUID().slice(0, 8)}`, name });
    return (await insertSite(db, site.organisationId, setup))!;
  };
  sites = [site, await another('second'), await another('third')];
  actor = { organisationId: site.organisationId, personId, name: 'Pia Lund' };
});

const draft = async (of: Site) => (await siteById(made.db, actor.organisationId, of.id))!;
const change = async (of: Site, how: (banner: Banner) => void) => {
  const { setup, revisions } = await draft(of);
  how(setup.banner);
  await saveDraft(made.db, actor.organisationId, of.id, setup, revisions);
};
const ids = (...of: Site[]) => of.map(({ id }) => id);
const publish = async (of: Site, more: object = {}) =>
  publishRelease(
    {
      db: made.db,
      served: new ServedSites(made.db),
      gateCode: BARE_GATE,
    },
    actor,
    of.id,
    { revisions: (await draft(of)).revisions, measured: [], fromAt: null, why: 'for a test', ...more },
  );

describe('a look', () => {
  const rounder = (setup: Setup, radius: number) => {
    const look = structuredClone(lookOf(setup));
    look.face.radius = radius;
    return look;
  };

  it('is given to sites, and later no more of it than has changed', async () => {
    const [first, second, third] = sites;
    const id = await addLook(tools, actor, 'Island', rounder(first.setup, 20));
    await giveLook(tools, actor, id, ids(second, third));
    await change(third, (banner) => {
      banner.face.radius = 3; // goes its own way
    });
    const wider = rounder(first.setup, 12);
    wider.face.width = 500;
    await changeLook(tools, actor, id, { revision: 1, look: wider });
    expect((await draft(second)).setup.banner.face.radius).toBe(20); // offered, not done
    const given = await giveLook(tools, actor, id, ids(second, third));
    expect(given.map(({ problem }) => problem)).toEqual([undefined, undefined]);
    expect((await draft(second)).setup.banner).toMatchObject({
      look: { id, revision: 2 },
      face: { radius: 12, width: 500 },
    });
    expect((await draft(third)).setup.banner).toMatchObject({
      look: { id, revision: 2 },
      face: { radius: 3, width: 500 },
    });
  });

  it('has one name, is changed by one at a time, and can be taken off the list', async () => {
    const look = lookOf(sites[0].setup);
    const id = await addLook(tools, actor, 'Island', look);
    await expect(addLook(tools, actor, 'Island', look)).rejects.toMatchObject({ status: 409 });
    const both = await Promise.allSettled([1, 2].map(() => changeLook(tools, actor, id, { revision: 1, look })));
    expect(both.map(({ status }) => status).sort()).toEqual(['fulfilled', 'rejected']);
    await removeLook(tools, actor, id);
    expect(await listLooks(made.db, actor.organisationId)).toEqual([]);
    await expect(giveLook(tools, actor, id, ids(sites[1]))).rejects.toMatchObject({ status: 404 });
    await addLook(tools, actor, 'Island', look); // the name is free again
  });

  it('is nobody else’s', async () => {
    const id = await addLook(tools, actor, 'Island', lookOf(sites[0].setup));
    const { site, personId } = await freshSite(made.db);
    const stranger = { organisationId: site.organisationId, personId, name: 'X' };
    expect(await listLooks(made.db, stranger.organisationId)).toEqual([]);
    await expect(giveLook(tools, stranger, id, [site.id])).rejects.toMatchObject({ status: 404 });
    await expect(removeLook(tools, stranger, id)).rejects.toMatchObject({ status: 404 });
    // Nor are its sites: one of another organisation is told as not there, and left as it is.
    const [result] = await giveLook(tools, actor, id, [site.id]);
    expect(result).toMatchObject({ changed: [], problem: 'There is no such site' });
  });
});

describe('parts of a site', () => {
  it('are given whole to several, and where one cannot have them it is told and the others have them', async () => {
    const [first, second, third] = sites;
    await change(first, (banner) => {
      banner.texts = { en: { title: 'Ours' } };
    });
    const gone = randomUUID();
    const given = await giveParts(tools, actor, first.id, {
      to: [second.id, gone, third.id],
      parts: ['words'],
      changesOnly: false,
    });
    expect(given.map(({ changed, problem }) => problem ?? changed)).toEqual([
      ['banner.texts.en'],
      'There is no such site',
      ['banner.texts.en'],
    ]);
    expect((await draft(third)).setup.banner.texts).toEqual({ en: { title: 'Ours' } });
    expect((await draft(third)).revisions).toMatchObject({ banner: 2, purposes: 1 });
  });

  it('are given in what changed since the release, and what a site has of its own stays', async () => {
    const [first, second] = sites;
    const give = () => giveParts(tools, actor, first.id, { to: [second.id], parts: ['words'], changesOnly: true });
    await expect(give()).rejects.toMatchObject({ status: 409 });
    await publish(first);
    await change(first, (banner) => {
      banner.texts = { en: { title: 'New', accept: 'Yes to all' } };
    });
    await change(second, (banner) => {
      banner.texts = { en: { title: 'Second’s' } };
    });
    await give();
    expect((await draft(second)).setup.banner.texts.en).toEqual({ title: 'Second’s', accept: 'Yes to all' });
  });
});

describe('a release', () => {
  it('asks those again who are asked by a press, and the next ones remember it', async () => {
    const [site] = sites;
    await publish(site);
    await publish(site, { askAgain: 'accepters' });
    await publish(site);
    const { rules } = (await newestRelease(made.db, actor.organisationId, site.id))!;
    expect(rules.purposes.map(({ id, anew }) => [id, anew])).toContainEqual(['measurement', { yes: 2 }]);
    const { rows } = await made.owner.query(
      `SELECT facts->>'askAgain' AS press FROM audit WHERE act = 'publish' AND site_id = $1 ORDER BY id`,
      [site.id],
    );
    expect(rows.map(({ press }) => press)).toEqual([null, 'accepters', null]);
  });

  it('is paused and shown again, and one from before that could be is not', async () => {
    const [site] = sites;
    const context = { db: made.db, served: new ServedSites(made.db) };
    const { number } = await publish(site);
    const served = async () => {
      const found = (await servedSite(made.db, site.key))!;
      const { pointer, pausedPointer } = (await new ServedSites(made.db).inForce(found))!;
      return { paused: found.paused, visit: JSON.parse(found.paused ? pausedPointer : pointer).visit };
    };
    const shown = await served();
    expect(shown.paused).toBe(false);
    await putInForce(context, actor, site.id, { number, paused: true, fromAt: null, why: 'a fair' });
    const paused = await served();
    expect(paused.paused).toBe(true);
    expect(paused.visit).not.toBe(shown.visit);
    await putInForce(context, actor, site.id, { number, fromAt: null, why: null });
    expect(await served()).toEqual(shown);
    expect((await listPublications(made.db, actor.organisationId, site.id)).map(({ paused }) => paused)).toEqual([
      false,
      true,
      false,
    ]);
    await made.owner.query('ALTER TABLE release DISABLE TRIGGER release_is_final');
    await made.owner.query('UPDATE release SET paused_pointer = NULL WHERE site_id = $1', [site.id]);
    await made.owner.query('ALTER TABLE release ENABLE TRIGGER release_is_final');
    await expect(
      putInForce(context, actor, site.id, { number, paused: true, fromAt: null, why: null }),
    ).rejects.toMatchObject({ status: 409, title: 'This release cannot be paused' });
  });
});
