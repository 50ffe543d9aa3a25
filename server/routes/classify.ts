import type { ItemDetail, ItemList, LeftToDo, NoteList, RulingAct, SiteDifferences } from '@douane/api';
import {
  type Because,
  consequenceOf,
  consequenceWords,
  type Desk,
  entityOfHost,
  findingWords,
  hostOf,
  legalBasisSchema,
  rulingFindings,
  type SeenThen,
  type SignBook,
  serviceNameFor,
  traceWords,
} from '@douane/core/classify';
import { registrableDomain, valueWords } from '@douane/core/observe';
import { webAddress } from '@douane/core/setup';
import { Router } from 'express';
import { z } from 'zod';
import { removeNote, writeNote } from '../acts/asides';
import { ruleItems, undoRulings } from '../acts/rulings';
import { answer } from '../answer';
import { deskFor } from '../classifying';
import type { ServerContext } from '../context';
import {
  isOpen,
  itemById,
  type KeptItem,
  listItems,
  listItemsOfHosts,
  listKin,
  listNotes,
  listSharedItems,
} from '../db/items.sql';
import { type NewRuling, rulingHistory } from '../db/rulings.sql';
import { signsAbout } from '../db/runs.sql';
import { listServices } from '../db/services.sql';
import { listSites, type Site, siteById } from '../db/sites.sql';
import { notFound, Problem } from '../problems';
import { effectWords, leftToDo } from '../ruling-consequences';
import { bodyOf, checked } from './body';
import { personOf } from './session';
import { actorOf, siteOf } from './site-of';

const about = {
  itemIds: z.array(z.uuid()).min(1, 'choose at least one item').max(1000, 'at most 1000 items at once'),
  /** The person's ruling that was in sight of each item; another one since is told before it is covered. */
  seen: z.record(z.uuid(), z.uuid().nullable()).optional(),
  reason: z.string().trim().max(2000).optional(),
};
const rulingSchema = z.discriminatedUnion('state', [
  z.strictObject({
    state: z.literal('ruled'),
    ...about,
    purpose: z.string().min(1),
    service: z.string().trim().min(1).max(200).optional(),
    description: z.string().trim().max(2000).optional(),
    policyUrl: webAddress.optional(),
    legalBasis: legalBasisSchema.optional(),
    lifetimeSeconds: z.number().int().min(0).nullable().optional(),
  }),
  z.strictObject({ state: z.literal('open'), ...about }),
  z.strictObject({
    state: z.literal('ignored'),
    ...about,
    reason: z.string().trim().min(1, 'say why it is ignored').max(2000),
  }),
]);
const noteSchema = z.strictObject({ text: z.string().trim().min(1, 'write something').max(4000) });

/** The desk: what was found, what is known of it, and what people rule. */
export function classifyRoutes(context: ServerContext): Router {
  const { db, knowledge } = context;
  const router = Router();

  router.get('/sites/:siteId/items', async (req, res) => {
    const site = await siteOf(context, req);
    const items = await listItems(db, site.organisationId, site.id);
    const { desk, signs } = await deskFor(db, knowledge, site, items);
    answer<ItemList>(res, { items: items.map((item) => atDesk(item, site, desk, signs)) });
  });

  router.get('/items/:itemId', async (req, res) => {
    const { organisationId } = personOf(req);
    const item = await itemById(db, organisationId, req.params.itemId);
    const site = item && (await siteById(db, organisationId, item.siteId));
    if (!site) throw notFound('item');
    const [{ desk, signs }, history, noticed, notes, kin, sites, records] = await Promise.all([
      listItemsOfHosts(db, organisationId, site.id, hostsAround(item)).then((items) =>
        deskFor(db, knowledge, site, items),
      ),
      rulingHistory(db, organisationId, item.id),
      signsAbout(db, organisationId, item),
      listNotes(db, organisationId, item.id),
      listKin(db, organisationId, item),
      listSites(db, organisationId),
      listServices(db, organisationId),
    ]);
    const { purposes } = site.setup;
    const siteNames = new Map(sites.map((one) => [one.id, one.setup.site.name]));
    const person = item.ruling?.by === 'person' ? item.ruling : null;
    const entity = entityOfHost(item.host);
    const service = item.ruling && records.find((record) => record.name === item.ruling!.service);
    answer<ItemDetail>(res, {
      item: atDesk(item, site, desk, signs),
      history,
      entity,
      signs: noticed,
      notes,
      trace: traceWords(person, desk.answers(item), (id) => purposes.find((p) => p.id === id)?.name ?? id),
      consequence: consequenceWords(consequenceOf(item, signs).marks),
      value: item.value ? valueWords(item.value) : null,
      effects: Object.fromEntries(purposes.map(({ id }) => [id, effectWords(site.setup, id)])),
      kin: kin.map(({ id, siteId, kind, name, host, ruling }) => ({
        id,
        siteId,
        site: siteNames.get(siteId) ?? '',
        kind,
        name,
        host,
        ruling: ruling && { purpose: ruling.purpose, service: ruling.service, by: ruling.by },
      })),
      links: item.party === 'third' ? linksFor(item, entity?.homepage, service?.policyUrl) : [],
    });
  });

  router.post('/sites/:siteId/rulings', async (req, res) => {
    const site = await siteOf(context, req);
    const person = personOf(req);
    const asked = checked(rulingSchema, { state: 'ruled', ...(req.body as object) });
    const { purposes } = site.setup;
    if (asked.state === 'ruled' && !purposes.some(({ id }) => id === asked.purpose)) {
      throw new Problem(422, 'Some fields are not right', undefined, [
        { path: 'purpose', message: `one of ${purposes.map(({ id }) => id).join(', ')}` },
      ]);
    }
    const { act, ruled } = await ruleItems(
      context,
      actorOf(req),
      'rule',
      [
        {
          siteId: site.id,
          itemIds: asked.itemIds,
          nameOf: (id) => purposes.find((purpose) => purpose.id === id)?.name ?? id,
          rule: async (items, tx) => {
            const { desk } = await deskFor(tx, knowledge, site, items);
            return items.map((item) => rulingFor(item, asked, person.name, items.length === 1, desk));
          },
        },
      ],
      asked.seen,
    );
    const effects = asked.state === 'ruled' ? effectWords(site.setup, asked.purpose) : [];
    answer<RulingAct>(res, { act, ruled: ruled.length, effects, standing: await standingOf(site, ruled) }, 201);
  });

  /** What lies open after rulings; it takes a look at the whole site, so nobody waits for it while ruling. */
  router.get('/sites/:siteId/left-to-do', async (req, res) => {
    answer<LeftToDo>(res, { left: await leftToDo(db, await siteOf(context, req)) });
  });

  router.delete('/sites/:siteId/rulings/:act', async (req, res) => {
    const site = await siteOf(context, req);
    const act = z.uuid().parse(req.params.act);
    answer<{ undone: number }>(res, { undone: await undoRulings(context, actorOf(req), site.id, act) });
  });

  router.post('/items/:itemId/notes', async (req, res) => {
    const { text } = bodyOf(noteSchema, req);
    answer<NoteList>(res, { notes: await writeNote(context, actorOf(req), req.params.itemId, text) }, 201);
  });

  router.delete('/notes/:noteId', async (req, res) => {
    await removeNote(context, actorOf(req), z.uuid().parse(req.params.noteId));
    res.status(204).end();
  });

  /** Third-party things that several sites have, where these rule differently. */
  router.get('/differences', async (req, res) => {
    const { organisationId } = personOf(req);
    const [items, sites] = await Promise.all([listSharedItems(db, organisationId), listSites(db, organisationId)]);
    const names = new Map(sites.map((site) => [site.id, site.setup.site.name]));
    const groups = new Map<string, KeptItem[]>();
    for (const item of items) {
      const key = `${item.kind}\n${item.host}\n${item.name}`;
      groups.set(key, [...(groups.get(key) ?? []), item]);
    }
    const differ = [...groups.values()].filter(
      (group) => new Set(group.map((item) => (isOpen(item) ? 'open' : (item.ruling?.purpose ?? 'ignored')))).size > 1,
    );
    answer<SiteDifferences>(res, {
      shared: groups.size,
      differences: differ.slice(0, 500).map((group) => ({
        kind: group[0]!.kind,
        name: group[0]!.name,
        host: group[0]!.host,
        on: group.map(({ id, siteId, ruling, aside }) => ({
          itemId: id,
          siteId,
          site: names.get(siteId) ?? '',
          ruling: ruling && { purpose: ruling.purpose, service: ruling.service, by: ruling.by, person: ruling.person },
          ignored: aside?.state === 'ignored',
        })),
      })),
    });
  });

  /** How ruled items stand now, and what is suggested for others of their hosts, so that no list is loaded anew for it. */
  async function standingOf(site: Site, ruled: readonly KeptItem[]) {
    const hosts = [...new Set(ruled.filter((item) => item.party === 'third').map((item) => item.host))].slice(0, 20);
    const around = await listItemsOfHosts(db, site.organisationId, site.id, hosts);
    const there = new Set(around.map((item) => item.id));
    const items = [...around.slice(0, 500), ...ruled.filter((item) => !there.has(item.id))];
    const { desk, signs } = await deskFor(db, knowledge, site, items);
    return items.map((item) => {
      const { id, ruling, aside, suggestion, findings } = atDesk(item, site, desk, signs);
      return { id, ruling, aside, suggestion, findings };
    });
  }

  return router;
}

/** An item as the desk shows it: with what it weighs, what is suggested while it is open, and what wants a second look. */
function atDesk(item: KeptItem, site: Site, desk: Desk, signs: SignBook) {
  const { weight } = consequenceOf(item, signs);
  const open = isOpen(item);
  const suggestion = open ? desk.suggestion(item) : null;
  const { purposes } = site.setup;
  const { ruling, automatic } = item;
  const findings =
    ruling?.by === 'person'
      ? rulingFindings(
          ruling,
          { item, signs, known: desk.known },
          {
            automatic,
            since: automatic !== null && automatic.at > ruling.at,
            purposes,
          },
        )
      : [];
  const nameOf = (id: string) => purposes.find((p) => p.id === id)?.name ?? id;
  return {
    ...item,
    weight,
    suggestion: suggestion && {
      purpose: suggestion.purpose,
      service: suggestion.service ?? serviceNameFor(item),
      confidence: suggestion.confidence,
      because: suggestion.because,
    },
    findings: findings.map((finding) => findingWords(finding, nameOf)),
  };
}

/** What a person says of an item, as a ruling. `alone`: of this item and no other, so what he does not say stays. */
function rulingFor(
  item: KeptItem,
  asked: z.output<typeof rulingSchema>,
  person: string,
  alone: boolean,
  desk: Desk,
): NewRuling {
  const because: Because = asked.reason
    ? { code: 'said', text: asked.reason }
    : asked.state === 'open'
      ? { code: 'kept-open' }
      : { code: 'by-hand', person };
  if (asked.state !== 'ruled') return { itemId: item.id, state: asked.state, because };
  const { state: _, itemIds: __, seen: ___, reason: ____, ...given } = asked;
  const { service, description, policyUrl, legalBasis, lifetimeSeconds } = item.ruling ?? {};
  return {
    ...(alone && JSON.parse(JSON.stringify({ description, policyUrl, legalBasis, lifetimeSeconds }))),
    service: service ?? desk.suggestion(item)?.service ?? serviceNameFor(item),
    ...given,
    itemId: item.id,
    by: 'person',
    because,
    confidence: 1,
    seen: seenNow(item),
  };
}

/** What a ruling rests on as it is made, to be read years later. */
function seenNow({ party, lifetimeSeconds, pages, chain, setBy, value }: KeptItem): SeenThen {
  return { party, setBy, pages: pages.length, lifetimeSeconds, value, chain: chain.map((link) => link.url) };
}

/** Hosts that tell something of an item: its own, and that of the script that wrote it. */
function hostsAround({ host, url, setBy }: KeptItem): string[] {
  return setBy === 'script' && url ? [host, hostOf(url)] : [host];
}

/** Where to read on: what is known of the provider, then what his host's name leads to. */
function linksFor({ host, ruling }: KeptItem, homepage: string | undefined, kept: string | undefined) {
  const domain = registrableDomain(host);
  const links: [string, string | undefined][] = [
    ['Privacy policy of the service', kept ?? ruling?.policyUrl],
    ['Home page of the host’s owner', homepage],
    [`${domain}, home page`, `https://${domain}/`],
    [`${domain}, its usual address for privacy`, `https://${domain}/privacy`],
  ];
  const seen = new Set<string>();
  return links.flatMap(([title, url]) => {
    if (!url || !/^https?:\/\//i.test(url) || seen.has(url)) return [];
    seen.add(url);
    return [{ title, url }];
  });
}
