import { differences, type Setup, type TakeoverPart, takenOver } from '@douane/core/setup';
import { reclassify } from '../classifying';
import type { ServerContext } from '../context';
import type { Queryable } from '../db/db';
import { newestRelease } from '../db/releases.sql';
import { siteById } from '../db/sites.sql';
import { notFound, Problem } from '../problems';
import { draftOf } from '../site-state';
import { type Actor, heldSite, perform } from './act';
import { keepDraft } from './drafts';

type Tools = Pick<ServerContext, 'db' | 'knowledge'>;

/** How it went with one of several sites. */
export interface ChangedSite {
  siteId: string;
  /** Paths of its draft that changed; none: it was so already. */
  changed: string[];
  /** Why nothing of it was changed. */
  problem?: string;
}

/**
 * Changes the drafts of several sites, each in a transaction of its own: where one cannot be changed so, the others are,
 * and it is told why. Nothing is published.
 */
export async function changeSites(
  { db, knowledge }: Tools,
  actor: Actor,
  act: string,
  siteIds: readonly string[],
  facts: object,
  change: (setup: Setup, tx: Queryable) => Setup | Promise<Setup>,
): Promise<ChangedSite[]> {
  const results: ChangedSite[] = [];
  for (const siteId of siteIds) {
    try {
      const { site, changed } = await perform(db, actor, act, async (tx) => {
        const before = await heldSite(tx, actor, siteId);
        const next = await change(await draftOf(tx, before), tx);
        const result = await keepDraft(tx, actor, before, { ...next, services: [] });
        const paths = differences(before.setup, result.setup).map(({ path }) => path);
        return {
          result: { site: result, changed: paths },
          siteId,
          facts: { ...facts, changed: paths },
          tell: [{ siteId, what: 'draft' }],
        };
      });
      if (changed.some((path) => path.startsWith('purposes'))) await reclassify(db, knowledge, site);
      results.push({ siteId, changed });
    } catch (cause) {
      if (!(cause instanceof Problem)) throw cause;
      const [first] = cause.fields ?? [];
      results.push({ siteId, changed: [], problem: first ? `${first.path}: ${first.message}` : cause.message });
    }
  }
  return results;
}

/**
 * Gives parts of a site's draft to other sites. `changesOnly`: of them, what differs from the site's newest release, and
 * nothing that another site has changed itself.
 */
export async function giveParts(
  tools: Tools,
  actor: Actor,
  fromId: string,
  { to, parts, changesOnly }: { to: readonly string[]; parts: readonly TakeoverPart[]; changesOnly: boolean },
): Promise<ChangedSite[]> {
  const { db } = tools;
  const { organisationId } = actor;
  const site = await siteById(db, organisationId, fromId);
  if (!site) throw notFound('site');
  const from = await draftOf(db, site);
  const newest = changesOnly ? await newestRelease(db, organisationId, fromId) : null;
  if (changesOnly && !newest) {
    throw new Problem(
      409,
      'Nothing is published at this site yet',
      'So nothing tells what has changed; give all of it.',
    );
  }
  return changeSites(tools, actor, 'give-parts', to, { from: fromId, parts, changesOnly }, (setup) =>
    takenOver(setup, from, parts, newest?.setup),
  );
}
