import { randomUUID } from 'node:crypto';
import {
  type AutomaticChange,
  automaticChanges,
  type CatalogueEntry,
  type Classifier,
  type ClassifySettings,
  catalogueClassifier,
  type Desk,
  deskOf,
  entityClassifier,
  gateClassifier,
  type HouseRule,
  houseRuleClassifier,
  kitClassifier,
  organisationClassifier,
  type SignBook,
  shippedKits,
  signBook,
} from '@douane/core/classify';
import type { Sign } from '@douane/core/observe';
import type { Knowledge } from './catalogue';
import { type Db, inTransaction, type Queryable } from './db/db';
import { type KeptItem, listItems } from './db/items.sql';
import { classifySettings, listHouseRules, listOwnCatalogue, ownCatalogueRevision } from './db/knowledge.sql';
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
  const own = instead.ownCatalogue
    ? catalogueClassifier([...instead.ownCatalogue, ...knowledge.operator], OWN)
    : await ownCatalogue(db, knowledge, organisationId);
  const elsewhere = await rulingsElsewhere(db, organisationId, id);
  const noticed = instead.signs ?? (await newestSigns(db, organisationId, id));
  const signs = signBook(noticed);
  const desk = deskOf({
    gate: gateClassifier(site.setup),
    organisation: organisationClassifier(elsewhere),
    'house-rules': houseRuleClassifier(houseRules.filter(({ siteId }) => siteId === null || siteId === id)),
    'own-catalogue': own,
    catalogue: knowledge.catalogue,
    entities: entityClassifier(),
    kits: kitClassifier(shippedKits()),
    signs,
    inventory,
    settings,
    purposes: site.setup.purposes.map((purpose) => purpose.id),
  });
  return { desk, signs };
}

const OWN = 'own';
const compiled = new WeakMap<Knowledge, Map<string, { revision: string; rule: Classifier }>>();

/** The organisation's own catalogue, laid out once for each state it is in: it may have thousands of entries. */
async function ownCatalogue(db: Queryable, knowledge: Knowledge, organisationId: string): Promise<Classifier> {
  const revision = await ownCatalogueRevision(db, organisationId);
  const kept = compiled.get(knowledge) ?? new Map<string, { revision: string; rule: Classifier }>();
  compiled.set(knowledge, kept);
  const known = kept.get(organisationId);
  if (known?.revision === revision) return known.rule;
  const rule = catalogueClassifier([...(await listOwnCatalogue(db, organisationId)), ...knowledge.operator], OWN);
  kept.set(organisationId, { revision, rule });
  return rule;
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
    const rulings = found.flatMap(({ item, after }) => (after ? [{ ...after, itemId: item.id }] : []));
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
