import type { LedgerState, RecordList } from '@douane/api';
import { breakWords, type LedgerFold } from '@douane/core/consent';
import { Router } from 'express';
import { answer } from '../answer';
import type { ServerContext } from '../context';
import { countRecords, ledgerHead, listRecords } from '../db/records.sql';
import { notFound } from '../problems';
import type { LedgerThreadData } from '../threads/ledger-thread';
import { runThread } from '../threads/run-thread';
import { siteOf } from './site-of';

/** A ledger of many millions takes its time; nobody waits longer than this in front of a screen. */
const LONGEST_VERIFYING_MS = 10 * 60_000;

/** A site's records, its ledger's proof and heads. */
export function recordRoutes(context: ServerContext): Router {
  const { db, config, heads, signer } = context;
  const router = Router();

  router.get('/sites/:siteId/records', async (req, res) => {
    const site = await siteOf(context, req);
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
    const { organisationId, id: siteId } = await siteOf(context, req);
    const kept = await heads.read(siteId);
    const data: LedgerThreadData = {
      databaseUrl: config.databaseUrl,
      organisationId,
      siteId,
      heads: kept ? [kept] : [],
    };
    const options = { root: config.root, timeoutMs: LONGEST_VERIFYING_MS };
    const { records, broken, head } = await runThread<ReturnType<LedgerFold['end']>>('ledger', data, options);
    answer<LedgerState>(res, {
      records,
      broken: broken && { number: broken.number, why: breakWords(broken) },
      last: head?.hash ?? null,
    });
  });

  /** The end of the ledger as it is now, signed: whoever keeps it can prove later that nothing before it was changed. */
  router.get('/sites/:siteId/ledger/head.json', async (req, res) => {
    const site = await siteOf(context, req);
    const head = await ledgerHead(db, site.organisationId, site.id);
    if (!head) throw notFound('record yet, so the ledger has no end');
    const signed = signer.sign({ key: site.key, siteId: site.id }, head, new Date().toISOString());
    res
      .attachment(`${site.key}-ledger-${head.number}.json`)
      .type('json')
      .send(JSON.stringify(signed, null, 2));
  });
  return router;
}
