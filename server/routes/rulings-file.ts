import type { RulingsImport } from '@douane/api';
import { type Because, serviceNameFor } from '@douane/core/classify';
import { fileRulings, readRulings, rulingsAsCsv } from '@douane/core/exchange';
import { itemKey } from '@douane/core/observe';
import { Router } from 'express';
import { z } from 'zod';
import { ruleItems } from '../acts/rulings';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { type KeptItem, listItems } from '../db/items.sql';
import type { NewRuling } from '../db/rulings.sql';
import { Problem } from '../problems';
import { today } from '../today';
import { fileOf, takeFile } from './sent-file';
import { personOf } from './session';
import { actorOf, siteOf } from './site-of';

const MOST_SHOWN = 200;

/** Rulings of a site as a file, out and in. */
export function rulingsFileRoutes(context: ServerContext): Router {
  const { db } = context;
  const router = Router();

  router.get('/sites/:siteId/rulings/export', async (req, res) => {
    const site = await siteOf(context, req);
    const { as } = z.object({ as: z.enum(['csv', 'json']).catch('csv') }).parse(req.query);
    const rulings = fileRulings(await listItems(db, site.organisationId, site.id));
    res.attachment(`${site.key}-rulings-${today()}.${as}`);
    if (as === 'csv') res.type('text/csv').send(rulingsAsCsv(rulings));
    else {
      const { address } = site.setup.site;
      const plain = rulings.map(({ by: _, ...ruling }) => ruling);
      res
        .type('application/json')
        .send(JSON.stringify({ format: 'douane.rulings/1', site: address, rulings: plain }, null, 2));
    }
  });

  /** `dry=1`: says what it would change and writes nothing. `since`: when that was looked at; what somebody ruled after it is told. A file with one wrong cell is not taken in at all. */
  router.post('/sites/:siteId/rulings/import', takeFile, async (req, res) => {
    const site = await siteOf(context, req);
    const { name: person } = personOf(req);
    const lookedAt = new Date();
    const dry = req.query.dry === '1';
    const file = String(req.query.name ?? 'a file').slice(0, 200);
    const { text, encoding } = fileOf(req);
    const { rulings, problems } = readRulings(text, site.setup.purposes);
    if (problems.length > 0) {
      const detail = `${problems.length} of its cells are not right; nothing was changed.`;
      throw new Problem(422, 'The file was not taken in', detail, problems.slice(0, 100));
    }
    const byKey = new Map((await listItems(db, site.organisationId, site.id)).map((item) => [itemKey(item), item]));
    const changes: { item: KeptItem; ruling: NewRuling; after: string | null }[] = [];
    const unknown: RulingsImport['unknown']['shown'] = [];
    let same = 0;
    for (const { where, by: _, kind, name, host, ...asked } of rulings) {
      const item = byKey.get(itemKey({ kind, name, host }));
      if (!item) {
        unknown.push({ where, kind, name, host });
        continue;
      }
      const { state, purpose, reason, ...rest } = asked;
      const because: Because = reason ? { code: 'said', text: reason } : { code: 'by-file', file, person };
      if (saysTheSame(item, asked)) same += 1;
      else if (state === 'ruled') {
        const service = rest.service || item.ruling?.service || serviceNameFor(item);
        const ruling = {
          ...rest,
          purpose: purpose!,
          service,
          itemId: item.id,
          by: 'person',
          because,
          confidence: 1,
        } as const;
        changes.push({ item, after: purpose!, ruling });
      } else changes.push({ item, after: null, ruling: { itemId: item.id, state, because } });
    }
    let act: string | undefined;
    if (!dry && changes.length > 0) {
      const since = z.iso.datetime({ offset: true }).safeParse(req.query.since);
      const asked = {
        siteId: site.id,
        itemIds: changes.map(({ item }) => item.id),
        rule: () => changes.map(({ ruling }) => ruling),
      };
      const inSight = since.success ? new Date(since.data) : undefined;
      ({ act } = await ruleItems(context, actorOf(req), 'rule-by-file', [asked], inSight));
    }
    answer<RulingsImport>(
      res,
      {
        encoding,
        rows: rulings.length,
        total: changes.length,
        same,
        overPersons: changes.filter(({ item }) => item.ruling?.by === 'person').length,
        unknown: { total: unknown.length, shown: unknown.slice(0, MOST_SHOWN) },
        changes: changes.slice(0, MOST_SHOWN).map(({ item, ruling, after }) => ({
          itemId: item.id,
          kind: item.kind,
          name: item.name,
          host: item.host,
          before: item.ruling && { purpose: item.ruling.purpose, service: item.ruling.service, by: item.ruling.by },
          after: after === null ? null : { purpose: after, service: 'service' in ruling ? ruling.service : '' },
          state: 'state' in ruling ? ruling.state : 'ruled',
        })),
        lookedAt,
        ...(act !== undefined && { act }),
      },
      dry ? 200 : 201,
    );
  });
  return router;
}

/** Whether the file says what stands already, so that a person's ruling is not written for nothing. */
function saysTheSame(
  { ruling, aside }: KeptItem,
  asked: {
    state: string;
    purpose?: string;
    service?: string;
    description?: string;
    lifetimeSeconds?: number | null;
    legalBasis?: string;
  },
): boolean {
  if (asked.state !== 'ruled') return aside?.state === asked.state;
  return (
    !!ruling &&
    ruling.purpose === asked.purpose &&
    (!asked.service || ruling.service === asked.service) &&
    (asked.description ?? '') === (ruling.description ?? '') &&
    asked.lifetimeSeconds === ruling.lifetimeSeconds &&
    asked.legalBasis === ruling.legalBasis
  );
}
