import { type CheckedCase, newlySlipped } from '@douane/core/check';
import { fieldSettings } from '@douane/core/field';
import { type LookReport, lostSince } from '@douane/core/look';
import { compareScans, type Item, plainText } from '@douane/core/observe';
import { type AlarmItem, type AlarmSource, alarmSource, alarmWords, gateAlarmItem } from '@douane/core/scan';
import type { Config } from '../config';
import { deliveryById, insertAlarm, insertDelivery, noteDelivery } from '../db/alarms.sql';
import { type Db, inTransaction } from '../db/db';
import { deleteOldFieldReports, listFieldHosts, noteFieldAlarm, sitesWithFieldNews } from '../db/field-reports.sql';
import { familySettings } from '../db/name-families.sql';
import { releaseNumbers } from '../db/releases.sql';
import { listCheckedCases, type Run, reportsBefore, runBefore, visitedPages } from '../db/runs.sql';
import { checkOccasionsOf, scanSetupOf } from '../db/scan-setup.sql';
import { listScanItems } from '../db/scans.sql';
import { type Site, siteById } from '../db/sites.sql';
import type { RunQueue } from '../jobs/queue';
import { announce } from '../live';
import { sendMail } from './mail';
import { postWebhook } from './webhook';

/** Items kept with an alarm; the rest is a number. */
const MOST_KEPT = 1_000;
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
  const before = await runBefore(db, run);
  if (!before) return;
  const [items, pages, families] = await Promise.all([
    listScanItems(db, organisationId, before.id),
    visitedPages(db, organisationId, before.id),
    familySettings(db, organisationId, site.id),
  ]);
  const { added } = compareScans({ items, pages }, now, families);
  if (added.length === 0) return;
  const told = added.map(({ kind, name, host, party, pages: on }) => ({ kind, name, host, party, page: on[0] ?? '' }));
  await raise(db, queue, site, { runId: run.id, beforeRunId: before.id, count: added.length, items: told });
}

type Raised = Pick<Parameters<typeof insertAlarm>[1], 'runId' | 'beforeRunId' | 'count' | 'items'>;

/** Keeps an alarm with the first of what it tells of, and sends it on its ways. */
async function raise(db: Db, queue: RunQueue, site: Site, { items, ...alarm }: Raised): Promise<void> {
  const { organisationId, id: siteId } = site;
  const alarmId = await insertAlarm(db, { organisationId, siteId, ...alarm, items: items.slice(0, MOST_KEPT) });
  if (alarmId) await sendOnItsWays(db, queue, site, alarmId, items[0]?.slipped);
}

/** Raises an alarm where something slips in a check that did not in the one before. */
export async function raiseCheckAlarm(
  db: Db,
  queue: RunQueue,
  site: Site,
  run: Run,
  cases: readonly CheckedCase[],
): Promise<void> {
  const before = await runBefore(db, run);
  if (!before) return;
  const items = newlySlipped(await listCheckedCases(db, run.organisationId, before.id), cases).map(
    ({ kind, name, host, page = '' }): AlarmItem => ({ kind, name, host, party: 'third', page, slipped: true }),
  );
  if (items.length === 0) return;
  await raise(db, queue, site, { runId: run.id, beforeRunId: before.id, count: items.length, items });
}

/** How many looks may have failed to reach a page before it counts as never seen. */
const LOOKS_BACK = 10;

/** Raises an alarm where pages that carried the gate in order when they were last looked at do not any more. */
export async function raiseLookAlarm(db: Db, queue: RunQueue, site: Site, run: Run, report: LookReport): Promise<void> {
  const lost = lostSince((await reportsBefore(db, run, LOOKS_BACK)) as LookReport[], report);
  if (lost.length === 0) return;
  await raise(db, queue, site, {
    ...{ runId: run.id, beforeRunId: null },
    ...{ count: lost.length, items: lost.map(gateAlarmItem) },
  });
}

/** Raises an alarm where enough pages of visitors have told of third parties that no scan has seen; each raises one once. */
export async function raiseFieldAlarms(db: Db, queue: RunQueue): Promise<void> {
  await deleteOldFieldReports(db);
  for (const { organisationId, siteId } of await sitesWithFieldNews(db)) {
    const site = (await siteById(db, organisationId, siteId))!;
    const { alarmFrom } = fieldSettings(site.setup);
    const hosts = await listFieldHosts(db, organisationId, siteId);
    const enough = new Map(hosts.filter(({ reports }) => reports >= alarmFrom).map((one) => [one.host, one]));
    const alarmId = await inTransaction(db, async (tx) => {
      const fresh = await noteFieldAlarm(tx, organisationId, siteId, [...enough.keys()]);
      const items = fresh.map((host): AlarmItem => {
        const { kinds, pages } = enough.get(host)!;
        return { kind: 'request', name: kinds[0]!, host, party: 'third', page: pages[0]! };
      });
      if (items.length === 0) return null;
      return insertAlarm(tx, { organisationId, siteId, runId: null, beforeRunId: null, count: items.length, items });
    });
    if (alarmId) await sendOnItsWays(db, queue, site, alarmId);
  }
}

/** Has the site checked where that is wished: what is new may well slip. An alarm of a check is the answer already. */
async function checkAfter(
  db: Db,
  queue: RunQueue,
  { organisationId, id: siteId }: Site,
  alarmId: string,
): Promise<void> {
  const isWished = (await checkOccasionsOf(db, organisationId, siteId)).includes('alarm');
  if (!isWished || (await releaseNumbers(db, organisationId, siteId)).inForce === null) return;
  await queue.request(db, { organisationId, siteId, kind: 'check', options: { alarm: alarmId } });
}

async function sendOnItsWays(db: Db, queue: RunQueue, site: Site, alarmId: string, isOfCheck = false): Promise<void> {
  const { organisationId } = site;
  if (!isOfCheck) await checkAfter(db, queue, site, alarmId);
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
  const source = alarmSource(alarm);
  const view = {
    scan: `scan/compare/${alarm.beforeRunId}/${alarm.runId}`,
    visitors: 'scan/visitors',
    look: 'install',
    check: 'check',
  };
  const link = `${config.publicUrl}/sites/${site.id}/${view[source]}`;
  const { address } = site.setup.site;
  const told = alarm.items.slice(0, MOST_TOLD);
  try {
    if (found.way === 'mail') {
      const lines = told.map(({ kind, name, host, party, page }) =>
        kind === 'gate' ? `${page}: ${name}` : `${kind} ${name}, ${host}, ${party} party, on ${page}`,
      );
      const more = alarm.count > told.length ? [`and ${alarm.count - told.length} more`] : [];
      await sendMail(config.smtpUrl, {
        from: config.mailFrom,
        to: target,
        subject: oneLine(`${site.setup.site.name}: ${alarmWords(alarm)}`),
        text: [`${FOUND[source](address)}:`, '', ...[...lines, ...more].map(oneLine), '', link].join('\n'),
      });
    } else {
      const { notices } = await scanSetupOf(db, organisationId, site.id);
      if (!notices.webhook) throw new Error('the webhook has been taken away');
      const data = {
        site: { key: site.key, name: site.setup.site.name, address },
        words: alarmWords(alarm),
        items: told,
        count: alarm.count,
        link,
      };
      await postWebhook(target, {
        id: alarm.id,
        secret: config.seal.open<string>(notices.webhook.sealedSecret, site.id),
        body: JSON.stringify({
          type: TYPES[source],
          timestamp: alarm.at.toISOString(),
          data,
        }),
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

const FOUND: Record<AlarmSource, (address: string) => string> = {
  scan: (address) => `The scan of ${address} found what the one before did not`,
  visitors: (address) => `Visitors of ${address} met what no scan has seen`,
  check: (address) => `The check of ${address} found to slip what did not in the one before`,
  look: (address) => `Pages of ${address} no longer carry the gate as they did`,
};

/** Types of what is posted; see docs/formats.md. */
const TYPES: Record<AlarmSource, string> = {
  scan: 'scan.new-items',
  visitors: 'field.new-hosts',
  look: 'look.gate-lost',
  check: 'check.slipped',
};

/** Names come from pages; in a letter each stays on its line. */
const oneLine = (text: string) => plainText(text).slice(0, 500);
