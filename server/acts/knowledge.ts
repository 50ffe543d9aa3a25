import type { CatalogueEntry, ClassifySettings, HouseRuleBody } from '@douane/core/classify';
import { entryKey } from '@douane/core/exchange';
import { reclassifyAll } from '../classifying';
import type { ServerContext } from '../context';
import type { Queryable } from '../db/db';
import {
  deleteHouseRule,
  insertHouseRule,
  replaceOwnCatalogue,
  saveClassifySettings,
  updateHouseRule,
} from '../db/knowledge.sql';
import { listSites, siteById } from '../db/sites.sql';
import { notFound, Problem } from '../problems';
import { type Actor, newsForAll, perform } from './act';

type Tools = Pick<ServerContext, 'db' | 'knowledge'>;

/** Settles which layers rule by themselves, and from which confidence on. */
export async function saveSettings({ db, knowledge }: Tools, actor: Actor, settings: ClassifySettings): Promise<void> {
  const { organisationId } = actor;
  await perform(db, actor, 'save-classify-settings', async (tx) => {
    await saveClassifySettings(tx, organisationId, settings);
    return {
      result: undefined,
      siteId: null,
      facts: settings,
      tell: await newsForAll(tx, organisationId, 'knowledge'),
    };
  });
  await reclassifyAll(db, knowledge, organisationId);
}

/** A house rule as it is asked for; `siteId` null: for every site of the organisation. */
export interface AskedHouseRule {
  siteId: string | null;
  enabled: boolean;
  rule: HouseRuleBody;
}

/** Adds a house rule, or changes one (`id`), and rules by it at once. Gives back its id. */
export async function saveHouseRule(
  { db, knowledge }: Tools,
  actor: Actor,
  id: string | null,
  asked: AskedHouseRule,
): Promise<string> {
  const { organisationId, personId } = actor;
  const { siteId, enabled, rule } = asked;
  const saved = await perform(db, actor, 'save-house-rule', async (tx) => {
    await allowRule(tx, organisationId, siteId, rule.purpose);
    const change = { siteId, body: rule, enabled };
    if (id !== null && !(await updateHouseRule(tx, organisationId, id, change))) throw notFound('house rule');
    const result = id ?? (await insertHouseRule(tx, organisationId, siteId, rule, personId));
    return {
      result,
      siteId,
      facts: { id: result, enabled, rule },
      tell: await newsForAll(tx, organisationId, 'knowledge'),
    };
  });
  // One that was changed may have held elsewhere before.
  await reclassifyAll(db, knowledge, organisationId, (site) => id !== null || siteId === null || site.id === siteId);
  return saved;
}

/** Deletes a house rule and rules anew what it ruled. 404: none of the organisation's. */
export async function removeHouseRule({ db, knowledge }: Tools, actor: Actor, id: string): Promise<void> {
  const { organisationId } = actor;
  await perform(db, actor, 'remove-house-rule', async (tx) => {
    if (!(await deleteHouseRule(tx, organisationId, id))) throw notFound('house rule');
    return { result: undefined, siteId: null, facts: { id }, tell: await newsForAll(tx, organisationId, 'knowledge') };
  });
  await reclassifyAll(db, knowledge, organisationId);
}

/** Puts a whole catalogue in place of the organisation's own. */
export async function saveOwnCatalogue(
  { db, knowledge }: Tools,
  actor: Actor,
  entries: readonly CatalogueEntry[],
  facts: object,
): Promise<void> {
  const { organisationId } = actor;
  await perform(db, actor, 'import-catalogue', async (tx) => {
    const keyed = entries.map((entry) => ({ key: entryKey(entry), entry }));
    await replaceOwnCatalogue(tx, organisationId, keyed);
    return { result: undefined, siteId: null, facts, tell: await newsForAll(tx, organisationId, 'knowledge') };
  });
  await reclassifyAll(db, knowledge, organisationId);
}

/** A rule's purpose has to be one of the site's, or of some site where it is for all. Throws a problem otherwise. */
export async function allowRule(
  db: Queryable,
  organisationId: string,
  siteId: string | null,
  purpose: string,
): Promise<void> {
  const site = siteId ? await siteById(db, organisationId, siteId) : null;
  if (siteId && !site) throw notFound('site');
  const there = site ? site.setup.purposes.map(({ id }) => id) : await purposesOf(db, organisationId);
  if (there.includes(purpose)) return;
  const message = there.length > 0 ? `one of ${there.join(', ')}` : 'take on a site first: purposes belong to sites';
  throw new Problem(422, 'Some fields are not right', undefined, [{ path: 'rule.purpose', message }]);
}

/** Purposes that some site of the organisation has. */
export async function purposesOf(db: Queryable, organisationId: string): Promise<string[]> {
  const sites = await listSites(db, organisationId);
  return [...new Set(sites.flatMap((site) => site.setup.purposes.map(({ id }) => id)))];
}
