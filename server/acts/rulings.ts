import { randomUUID } from 'node:crypto';
import { becauseWords, SAME_HOST_SHARE } from '@douane/core/classify';
import { reclassify, reclassifyAll } from '../classifying';
import type { ServerContext } from '../context';
import type { Queryable } from '../db/db';
import { type KeptItem, lockItems, sitesSharing } from '../db/items.sql';
import { classifySettings } from '../db/knowledge.sql';
import { insertRulings, type NewRuling, undoAct } from '../db/rulings.sql';
import { listSites, type Site } from '../db/sites.sql';
import { notFound, Problem } from '../problems';
import { type Actor, perform } from './act';

type Tools = Pick<ServerContext, 'db' | 'knowledge'>;

/**
 * What an actor had before him when he ruled: the person's ruling in sight of each item by id (`null`: none), or the
 * moment at which he looked. Absent: whatever stands is covered.
 */
export type InSight = Record<string, string | null> | Date;

/** What is ruled, of which items of which site. `rule` is asked once the items are held. */
export interface AskedRulings {
  siteId: string;
  itemIds: readonly string[];
  rule(items: readonly KeptItem[], tx: Queryable): Promise<NewRuling[]> | NewRuling[];
  /** What the site calls a purpose, where somebody has to be told of one. */
  nameOf?(purpose: string): string;
}

/** How somebody came to rule: by hand, by a file, or for a service as a whole. */
export type RulingWay = 'rule' | 'rule-by-file' | 'split-service' | 'ignore-service';

/**
 * The one act of ruling. Items are held, what another person ruled meanwhile is told before it is covered, and all of it
 * is one act that can be taken back as a whole. Rules anew afterwards what follows from it.
 */
export async function ruleItems(
  { db, knowledge }: Tools,
  actor: Actor,
  way: RulingWay,
  asked: readonly AskedRulings[],
  inSight?: InSight,
): Promise<{ act: string; ruled: KeptItem[] }> {
  const act = randomUUID();
  const { organisationId, personId } = actor;
  const ruled = await perform(db, actor, way, async (tx) => {
    const all: KeptItem[] = [];
    let written = 0;
    for (const { siteId, itemIds, rule, nameOf } of asked) {
      const ids = [...new Set(itemIds)];
      const items = await lockItems(tx, organisationId, siteId, ids);
      if (items.length !== ids.length) throw notFound('item of this site');
      if (inSight) refuseUnseen(items, inSight, nameOf);
      const rulings = await rule(items, tx);
      written += rulings.length;
      await insertRulings(tx, organisationId, rulings, act, personId);
      all.push(...(await lockItems(tx, organisationId, siteId, ids)));
    }
    return {
      result: all,
      siteId: asked.length === 1 ? asked[0]!.siteId : null,
      facts: { act, rulings: written },
      shown: way === 'rule',
      tell: asked.map(({ siteId }) => ({ siteId, what: 'items' as const })),
    };
  });
  await afterRuling({ db, knowledge }, organisationId, ruled);
  return { act, ruled };
}

/** Takes back all that was done by one act of ruling, and says who took it back. */
export async function undoRulings(
  { db, knowledge }: Tools,
  actor: Actor,
  siteId: string,
  act: string,
): Promise<number> {
  const { organisationId, personId } = actor;
  const undone = await perform(db, actor, 'undo-rulings', async (tx) => {
    const ids = await undoAct(tx, organisationId, act, personId);
    if (ids.length === 0) throw notFound('ruling to undo');
    return {
      result: await lockItems(tx, organisationId, siteId, ids),
      siteId,
      facts: { act, rulings: ids.length },
      tell: [{ siteId, what: 'items' }],
    };
  });
  await afterRuling({ db, knowledge }, organisationId, undone);
  return undone.length;
}

/** What a person ruled, or took back, may rule the same third-party thing on other sites, and others of its host here. */
async function afterRuling(
  { db, knowledge }: Tools,
  organisationId: string,
  items: readonly KeptItem[],
): Promise<void> {
  // Where the bar is as low as what follows from one item of a host, this ruling may rule others of it.
  const { bar } = await classifySettings(db, organisationId);
  for (const site of await listSites(db, organisationId)) {
    const here = items.filter(({ siteId }) => siteId === site.id);
    if (here.length === 0) continue;
    if (bar <= SAME_HOST_SHARE) await reclassify(db, knowledge, site);
    const shared = await sitesSharing(db, organisationId, site.id, here);
    if (shared.length > 0)
      await reclassifyAll(db, knowledge, organisationId, (other: Site) => shared.includes(other.id));
  }
}

/** Tells of what another person ruled meanwhile, before it is covered; nothing of either is lost. */
function refuseUnseen(
  items: readonly KeptItem[],
  inSight: InSight,
  nameOf: (purpose: string) => string = (purpose) => purpose,
): void {
  const changed = items.flatMap((item) => {
    const stands = item.ruling?.by === 'person' ? item.ruling : item.aside;
    if (!stands) return [];
    const seen =
      inSight instanceof Date
        ? new Date(stands.at) <= inSight
        : !(item.id in inSight) || inSight[item.id] === stands.id;
    if (seen) return [];
    const what = 'purpose' in stands ? nameOf(stands.purpose) : stands.state;
    return [
      {
        path: item.id,
        message: `${stands.person ?? 'somebody'} ruled ${item.name} ${what}: ${becauseWords(stands.because)}`,
      },
    ];
  });
  if (changed.length === 0) return;
  throw new Problem(
    409,
    'Somebody ruled this meanwhile',
    'Look at it, and rule again if you still want to.',
    changed.slice(0, 50),
  );
}
