import type { LedgerState, RecordList } from '@douane/api';
import { firstBreak } from '@douane/core/consent';
import { Router } from 'express';
import { answer } from '../answer';
import { countRecords, ledger, listRecords } from '../db/records.sql';
import type { Services } from '../services';
import { siteOf } from './site-of';

export function recordRoutes(services: Services): Router {
  const { db } = services;
  const router = Router();

  router.get('/sites/:siteId/records', async (req, res) => {
    const site = await siteOf(services, req);
    const search = String(req.query.search ?? '')
      .trim()
      .slice(0, 100);
    const before = Number(req.query.before) || undefined;
    const [records, counts] = await Promise.all([
      listRecords(db, site.organisationId, site.id, { search, before }),
      countRecords(db, site.organisationId, site.id),
    ]);
    answer<RecordList>(res, { records, counts });
  });

  router.get('/sites/:siteId/ledger', async (req, res) => {
    const site = await siteOf(services, req);
    const records = [];
    for await (const record of ledger(db, site.organisationId, site.id)) records.push(record);
    answer<LedgerState>(res, {
      records: records.length,
      broken: firstBreak(records),
      last: records.at(-1)?.hash ?? null,
    });
  });
  return router;
}
