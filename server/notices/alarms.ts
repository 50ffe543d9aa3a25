import { compareScans, type Item, plainText } from '@douane/core/observe';
import { alarmWords } from '@douane/core/scan';
import type { Config } from '../config';
import { deliveryById, insertAlarm, insertDelivery, noteDelivery } from '../db/alarms.sql';
import type { Db } from '../db/db';
import { familySettings } from '../db/name-families.sql';
import { type Run, scanBefore, visitedPages } from '../db/runs.sql';
import { scanSetupOf } from '../db/scan-setup.sql';
import { listScanItems } from '../db/scans.sql';
import { type Site, siteById } from '../db/sites.sql';
import type { RunQueue } from '../jobs/queue';
import { announce } from '../live';
import { sendMail } from './mail';
import { postWebhook } from './webhook';

/** Items told in a message; the rest is a number and a link. */
const MOST_TOLD = 50;

/** Raises an alarm where a scan found what the one before did not, and sends it on its ways. */
export async function raiseAlarm(
  db: Db,
  queue: RunQueue,
  site: Site,
  run: Run,
  now: { items: readonly Item[]; pages: string[] },
): Promise<void> {
  const { organisationId } = run;
  const before = await scanBefore(db, run);
  if (!before) return;
  const [items, pages, families] = await Promise.all([
    listScanItems(db, organisationId, before.id),
    visitedPages(db, organisationId, before.id),
    familySettings(db, organisationId, site.id),
  ]);
  const { added } = compareScans({ items, pages }, now, families);
  if (added.length === 0) return;
  const told = added.map(({ kind, name, host, party, pages: on }) => ({ kind, name, host, party, page: on[0] ?? '' }));
  const alarmId = await insertAlarm(db, {
    organisationId,
    siteId: site.id,
    runId: run.id,
    beforeRunId: before.id,
    count: added.length,
    items: told.slice(0, 1000),
  });
  if (!alarmId) return;
  const { notices } = await scanSetupOf(db, organisationId, site.id);
  for (const address of notices.mail)
    await queue.deliver(await insertDelivery(db, organisationId, alarmId, 'mail', address));
  if (notices.webhook) {
    await queue.deliver(await insertDelivery(db, organisationId, alarmId, 'webhook', notices.webhook.url));
  }
  await announce(db, { organisationId, siteId: site.id, what: 'alarms' });
}

/** Delivers one alarm on one way, and notes how it went. Throws where it is to be tried again. */
export async function deliver(db: Db, config: Config, deliveryId: string, lastTry: boolean): Promise<void> {
  const found = await deliveryById(db, deliveryId);
  if (!found || found.state === 'delivered') return;
  const { alarm, organisationId, target } = found;
  const site = (await siteById(db, organisationId, alarm.siteId))!;
  const link = `${config.publicUrl}/sites/${site.id}/scan/compare/${alarm.beforeRunId}/${alarm.runId}`;
  const told = alarm.items.slice(0, MOST_TOLD);
  try {
    if (found.way === 'mail') {
      const lines = told.map(
        ({ kind, name, host, party, page }) => `${kind} ${name}, ${host}, ${party} party, on ${page}`,
      );
      const more = alarm.count > told.length ? [`and ${alarm.count - told.length} more`] : [];
      await sendMail(config.smtpUrl, {
        from: config.mailFrom,
        to: target,
        subject: oneLine(`${site.setup.site.name}: ${alarmWords(alarm)}`),
        text: [
          `The scan of ${site.setup.site.address} found what the one before did not:`,
          '',
          ...[...lines, ...more].map(oneLine),
          '',
          link,
        ].join('\n'),
      });
    } else {
      const { notices } = await scanSetupOf(db, organisationId, site.id);
      if (!notices.webhook) throw new Error('the webhook has been taken away');
      const data = {
        site: { key: site.key, name: site.setup.site.name, address: site.setup.site.address },
        words: alarmWords(alarm),
        items: told,
        count: alarm.count,
        link,
      };
      await postWebhook(target, {
        id: alarm.id,
        secret: config.seal.open<string>(notices.webhook.sealedSecret, site.id),
        body: JSON.stringify({ type: 'scan.new-items', timestamp: alarm.at.toISOString(), data }),
        allowPrivate: config.allowPrivate,
      });
    }
    await noteDelivery(db, deliveryId, 'delivered', null);
  } catch (cause) {
    await noteDelivery(db, deliveryId, lastTry ? 'failed' : 'waiting', (cause as Error).message.slice(0, 300));
    throw cause;
  } finally {
    await announce(db, { organisationId, siteId: site.id, what: 'alarms' });
  }
}

/** Names come from pages; in a letter each stays on its line. */
const oneLine = (text: string) => plainText(text).slice(0, 500);
