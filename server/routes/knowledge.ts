import type {
  CatalogueImport,
  HouseRuleList,
  ItemChange,
  Knowledge,
  Named,
  TriedHouseRule,
  WouldChange,
} from '@douane/api';
import {
  automaticChanges,
  catalogueFile,
  classifySettingsSchema,
  HEURISTICS,
  type HouseRule,
  houseRuleClassifier,
  houseRuleSchema,
  LAYER_WORDS,
  LAYERS,
  proposedRules,
  type Ruling,
  ruleWords,
  shippedCatalogue,
} from '@douane/core/classify';
import { catalogueAsCsv, mergeCatalogue, readCatalogue } from '@douane/core/exchange';
import { type Request, Router } from 'express';
import { z } from 'zod';
import {
  allowRule,
  purposesOf,
  removeHouseRule,
  saveHouseRule,
  saveOwnCatalogue,
  saveSettings,
} from '../acts/knowledge';
import { answer } from '../answer';
import { deskFor, type Instead } from '../classifying';
import type { ServerContext } from '../context';
import { type KeptItem, listItems } from '../db/items.sql';
import { classifySettings, listHouseRules, listOwnCatalogue } from '../db/knowledge.sql';
import { listRuledByPersons } from '../db/rulings.sql';
import { listSites, type Site } from '../db/sites.sql';
import { Problem } from '../problems';
import { today } from '../today';
import { bodyOf } from './body';
import { fileOf, takeFile } from './sent-file';
import { personOf } from './session';
import { actorOf } from './site-of';

const MOST_SHOWN = 200;
const MOST_ENTRIES = 20_000;

const keptRuleSchema = z.strictObject({
  siteId: z.uuid().nullable(),
  enabled: z.boolean().default(true),
  rule: houseRuleSchema,
});

/** What rules without a person: layers, bar, heuristics, house rules, own catalogue. */
export function knowledgeRoutes(context: ServerContext): Router {
  const { db, knowledge } = context;
  const router = Router();

  router.get('/knowledge', async (req, res) => {
    const { organisationId } = personOf(req);
    const [settings, rules, own] = await Promise.all([
      classifySettings(db, organisationId),
      listHouseRules(db, organisationId),
      listOwnCatalogue(db, organisationId),
    ]);
    const shipped = shippedCatalogue();
    const counts: Record<string, number> = {
      'house-rules': rules.filter((rule) => rule.enabled).length,
      'own-catalogue': own.length + knowledge.operator.length,
      catalogue: shipped.entries.length,
      heuristics: HEURISTICS.length,
    };
    answer<Knowledge>(res, {
      settings,
      layers: LAYERS.map((id) => ({ id, ...LAYER_WORDS[id], count: counts[id] ?? null })),
      heuristics: HEURISTICS.map(({ meta }) => meta),
      catalogue: {
        source: shipped.source,
        readOn: shipped.readOn,
        own: own.length,
        operator: knowledge.operator.length,
      },
    });
  });

  /** What other settings would change, before they are saved. */
  router.post('/knowledge/try', async (req, res) => {
    const settings = bodyOf(classifySettingsSchema, req);
    answer<WouldChange>(res, await wouldChange(req, () => ({ settings })));
  });

  router.put('/knowledge', async (req, res) => {
    const { organisationId } = personOf(req);
    await saveSettings(context, actorOf(req), bodyOf(classifySettingsSchema, req));
    answer<Pick<Knowledge, 'settings'>>(res, { settings: await classifySettings(db, organisationId) });
  });

  router.get('/house-rules', async (req, res) => {
    const { organisationId } = personOf(req);
    const [rules, sites, ruled] = await Promise.all([
      listHouseRules(db, organisationId),
      listSites(db, organisationId),
      listRuledByPersons(db, organisationId),
    ]);
    const names = new Map(sites.map((site) => [site.id, site.setup.site.name]));
    answer<HouseRuleList>(res, {
      rules: rules.map((rule) => ({
        ...rule,
        words: ruleWords(rule),
        site: rule.siteId && (names.get(rule.siteId) ?? ''),
      })),
      proposed: proposedRules(ruled, rules).map((rule) => ({ ...rule, words: ruleWords(rule) })),
    });
  });

  /** What a new or changed rule would change in the inventory; `id` names the one that it takes the place of. */
  router.post('/house-rules/try', async (req, res) => {
    const { organisationId } = personOf(req);
    const { siteId, enabled, rule } = bodyOf(keptRuleSchema, req);
    const id = z.uuid().optional().parse(req.query.id);
    await allowRule(db, organisationId, siteId, rule.purpose);
    const kept = await listHouseRules(db, organisationId);
    const tried: HouseRule = { ...rule, id: id ?? 'tried', siteId, enabled };
    const rules = id ? kept.map((one) => (one.id === id ? tried : one)) : [...kept, tried];
    const hits = await hitsOf(organisationId, tried);
    const effect = await wouldChange(req, () => ({ houseRules: rules }));
    answer<TriedHouseRule>(res, { ...effect, words: ruleWords(rule), ...hits });
  });

  router.post('/house-rules', async (req, res) => {
    const id = await saveHouseRule(context, actorOf(req), null, bodyOf(keptRuleSchema, req));
    answer<Named>(res, { id }, 201);
  });

  router.put('/house-rules/:ruleId', async (req, res) => {
    const { ruleId } = req.params;
    await saveHouseRule(context, actorOf(req), ruleId, bodyOf(keptRuleSchema, req));
    answer<Named>(res, { id: ruleId });
  });

  router.delete('/house-rules/:ruleId', async (req, res) => {
    await removeHouseRule(context, actorOf(req), req.params.ruleId);
    res.status(204).end();
  });

  router.get('/catalogue/export', async (req, res) => {
    const { organisationId } = personOf(req);
    const { as, which } = z
      .object({ as: z.enum(['csv', 'json']).catch('json'), which: z.enum(['own', 'open']).catch('own') })
      .parse(req.query);
    const shipped = shippedCatalogue();
    const entries = which === 'own' ? await listOwnCatalogue(db, organisationId) : shipped.entries;
    const source = which === 'own' ? `Own catalogue of ${personOf(req).organisation}` : shipped.source;
    res.attachment(`${which}-catalogue-${today()}.${as}`).type(as === 'csv' ? 'text/csv' : 'application/json');
    res.send(
      as === 'csv'
        ? catalogueAsCsv(entries)
        : JSON.stringify(catalogueFile(entries, source, which === 'own' ? today() : shipped.readOn), null, 2),
    );
  });

  /** `dry`: says what it would change. `replace`: what the file does not hold goes. */
  router.post('/catalogue/import', takeFile, async (req, res) => {
    const { organisationId } = personOf(req);
    const flag = z
      .enum(['0', '1'])
      .catch('0')
      .transform((text) => text === '1');
    const { dry, replace } = z.object({ dry: flag, replace: flag }).parse(req.query);
    const { text, encoding } = fileOf(req);
    const purposes = await purposesOf(db, organisationId);
    const { entries, problems } = readCatalogue(text, purposes);
    if (problems.length > 0) {
      throw new Problem(
        422,
        'The file was not taken in',
        `${problems.length} of its cells are not right.`,
        problems.slice(0, 100),
      );
    }
    const change = mergeCatalogue(await listOwnCatalogue(db, organisationId), entries, replace);
    if (change.result.length > MOST_ENTRIES) {
      const detail = `It would have ${change.result.length} entries; at most ${MOST_ENTRIES} are kept. Leave out what the site never met.`;
      throw new Problem(422, 'The catalogue would be too large', detail);
    }
    const effect = await wouldChange(req, () => ({ ownCatalogue: change.result }));
    const { added, changed, removed, same } = change;
    const counts = { added: added.length, changed: changed.length, removed: removed.length };
    if (!dry) await saveOwnCatalogue(context, actorOf(req), change.result, counts);
    answer<CatalogueImport>(
      res,
      {
        encoding,
        entries: entries.length,
        ...counts,
        same,
        shown: [
          ...added.map((entry) => ({ what: 'added' as const, entry })),
          ...changed.map(({ before, after }) => ({ what: 'changed' as const, entry: after, before })),
          ...removed.map((entry) => ({ what: 'removed' as const, entry })),
        ].slice(0, MOST_SHOWN),
        effect,
      },
      dry ? 200 : 201,
    );
  });

  /** Which items rules, layers or entries as they are tried would rule otherwise, on every site. */
  async function wouldChange(req: Request, instead: (site: Site) => Instead): Promise<WouldChange> {
    const { organisationId } = personOf(req);
    const changes: ItemChange[] = [];
    let total = 0;
    let opened = 0;
    let closed = 0;
    let follow = 0;
    for (const site of await listSites(db, organisationId)) {
      const items = await listItems(db, organisationId, site.id);
      const { desk } = await deskFor(db, knowledge, site, items, instead(site));
      for (const { item, before, after } of automaticChanges(items.filter(standsByItself), desk.rule)) {
        if (before?.purpose === after?.purpose && before?.service === after?.service) continue;
        total += 1;
        if (!before) closed += 1;
        if (!after) opened += 1;
        if (after?.by === 'heuristic') follow += 1;
        if (changes.length < MOST_SHOWN)
          changes.push({ ...head(item, site), before: brief(before), after: brief(after) });
      }
    }
    return { total, opened, closed, follow, changes };
  }

  /** How many items a rule fits, and how many of them a person ruled, so that it changes nothing there. */
  async function hitsOf(organisationId: string, rule: HouseRule): Promise<{ fits: number; byPersons: number }> {
    const alone = houseRuleClassifier([{ ...rule, enabled: true }]);
    let fits = 0;
    let byPersons = 0;
    for (const site of await listSites(db, organisationId)) {
      if (rule.siteId && rule.siteId !== site.id) continue;
      for (const item of await listItems(db, organisationId, site.id)) {
        if (!alone(item)) continue;
        fits += 1;
        if (!standsByItself(item)) byPersons += 1;
      }
    }
    return { fits, byPersons };
  }
  return router;
}

/** Not ruled by a person, whom nothing overrules. */
const standsByItself = (item: KeptItem) => item.ruling?.by !== 'person' && !item.aside;

const brief = (ruling: Ruling | null) => ruling && { purpose: ruling.purpose, service: ruling.service, by: ruling.by };
const head = ({ id, kind, name, host }: KeptItem, site: Site) => ({
  itemId: id,
  siteId: site.id,
  site: site.setup.site.name,
  kind,
  name,
  host,
});
