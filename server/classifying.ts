import { randomUUID } from 'node:crypto';
import {
  type AutomaticChange,
  automaticChanges,
  type CatalogueEntry,
  type ClassifySettings,
  catalogueClassifier,
  type Desk,
  deskOf,
  entityClassifier,
  gateClassifier,
  type HouseRule,
  houseRuleClassifier,
  organisationClassifier,
  type SignBook,
  signBook,
} from '@douane/core/classify';
import type { Sign } from '@douane/core/observe';
import type { Knowledge } from './catalogue';
import { type Db, inTransaction, type Queryable } from './db/db';
import { type KeptItem, listItems } from './db/items.sql';
import { classifySettings, listHouseRules, listOwnCatalogue } from './db/knowledge.sql';
import { endAutomatic, insertRulings, rulingsElsewhere } from './db/rulings.sql';
import { newestSigns } from './db/runs.sql';
import { listSites, type Site } from './db/sites.sql';
import { announce } from './live';

/** What stands in place of what is kept, to try it out before it is saved. */
export interface Instead {
  houseRules?: readonly HouseRule[];
  settings?: ClassifySettings;
  ownCatalogue?: readonly CatalogueEntry[];
  signs?: readonly Sign[];
}

/** All that rules without a person on one site, from what is kept now. `inventory`: the site's items. */
export async function deskFor(
  db: Queryable,
  knowledge: Knowledge,
  site: Site,
  inventory: readonly KeptItem[],
  instead: Instead = {},
): Promise<{ desk: Desk; signs: SignBook }> {
  const { organisationId, id } = site;
  // One after the other: inside a transaction there is one connection.
  const settings = instead.settings ?? (await classifySettings(db, organisationId));
  const houseRules = instead.houseRules ?? (await listHouseRules(db, organisationId, id));
  const own = instead.ownCatalogue ?? (await listOwnCatalogue(db, organisationId));
  const elsewhere = await rulingsElsewhere(db, organisationId, id);
  const noticed = instead.signs ?? (await newestSigns(db, organisationId, id));
  const signs = signBook(noticed);
  const desk = deskOf({
    gate: gateClassifier(site.setup),
    organisation: organisationClassifier(elsewhere),
    'house-rules': houseRuleClassifier(houseRules.filter(({ siteId }) => siteId === null || siteId === id)),
    'own-catalogue': catalogueClassifier([...own, ...knowledge.operator], 'own catalogue'),
    catalogue: knowledge.catalogue,
    entities: entityClassifier(),
    signs,
    inventory,
    settings,
    purposes: site.setup.purposes.map((purpose) => purpose.id),
  });
  return { desk, signs };
}

/** Rules anew, without a person, what is otherwise known now; persons' rulings are never touched. Says what changed. */
export async function reclassify(
  db: Db,
  knowledge: Knowledge,
  site: Site,
  instead: Pick<Instead, 'signs'> = {},
): Promise<AutomaticChange<KeptItem>[]> {
  const { organisationId, id: siteId } = site;
  const changes = await inTransaction(db, async (tx) => {
    // Two at once would each write what the other does.
    await tx.query(`SELECT pg_advisory_xact_lock(hashtextextended($1, 0))`, [`reclassify ${siteId}`]);
    const items = await listItems(tx, organisationId, siteId);
    const { desk } = await deskFor(tx, knowledge, site, items, instead);
    const found = automaticChanges(items, desk.rule);
    await endAutomatic(
      tx,
      organisationId,
      found.filter(({ before }) => before).map(({ item }) => item.id),
    );
    const rulings = found.flatMap(({ item, after }) => {
      // That a ruling comes from the gate's own setup is told in its reason.
      return after ? [{ ...after, by: after.by === 'setup' ? ('catalogue' as const) : after.by, itemId: item.id }] : [];
    });
    if (rulings.length > 0) await insertRulings(tx, organisationId, rulings, randomUUID(), null);
    return found;
  });
  if (changes.length > 0) await announce(db, { organisationId, siteId, what: 'items' });
  return changes;
}

/** The same for several sites of an organisation: all, or those that share third-party things with one. */
export async function reclassifyAll(
  db: Db,
  knowledge: Knowledge,
  organisationId: string,
  which: (site: Site) => boolean = () => true,
): Promise<void> {
  for (const site of await listSites(db, organisationId)) if (which(site)) await reclassify(db, knowledge, site);
}
