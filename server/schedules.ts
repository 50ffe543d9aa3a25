import cronParser from 'cron-parser';
import type { Queryable } from './db/db';
import { releaseInForce } from './db/releases.sql';
import { dueSchedules, moveSchedule, sitesToCheck } from './db/scan-setup.sql';
import type { RunQueue } from './jobs/queue';

const LEAST_GAP_MS = 15 * 60_000;

/** The next time of a schedule, or which of its two fields is not right and why. */
export type NextTime = { at: Date } | { field: 'cron' | 'zone'; problem: string };

/**
 * The next time after `after` that a cron text (five fields) names in a time zone. Times less than a quarter of an hour
 * apart are refused.
 */
export function nextTime(cron: string, zone: string, after: Date): NextTime {
  const wrong = (field: 'cron' | 'zone', problem: string) => ({ field, problem });
  if (cron.trim().split(/\s+/).length !== 5) {
    const fields = 'minute, hour, day of the month, month, day of the week';
    return wrong('cron', `give five fields: ${fields}, such as 0 3 * * 1`);
  }
  try {
    Intl.DateTimeFormat('en', { timeZone: zone });
  } catch {
    return wrong('zone', `"${zone}" is no time zone; give one such as Europe/Berlin`);
  }
  let times: Date[];
  try {
    const all = cronParser.parseExpression(cron, { currentDate: after, tz: zone });
    times = Array.from({ length: 5 }, () => all.next().toDate());
  } catch (cause) {
    return wrong('cron', `"${cron}" names no time: ${(cause as Error).message}`);
  }
  if (times.some((time, i) => i > 0 && time.getTime() - times[i - 1]!.getTime() < LEAST_GAP_MS)) {
    return wrong('cron', 'a scan every few minutes helps nobody; leave at least a quarter of an hour between two');
  }
  return { at: times[0]! };
}

/**
 * Starts the scans whose time has come, each once, however many times were missed while no worker ran, and with each, where
 * a version is in force, a look whether the gate stands in the pages still and a check.
 */
export async function startDueScans(db: Queryable, queue: RunQueue, now = new Date()): Promise<number> {
  let started = 0;
  for (const schedule of await dueSchedules(db, now)) {
    const next = nextTime(schedule.cron, schedule.zone, now);
    // It was right when it was saved; a time zone may have gone since, and it is then left as it is.
    if ('problem' in next) {
      console.error(`schedule of site ${schedule.siteId}: ${next.problem}`);
      continue;
    }
    if (!(await moveSchedule(db, schedule, next.at))) continue;
    const { organisationId, siteId } = schedule;
    await queue.request(db, { organisationId, siteId, kind: 'scan', options: { scheduled: true } });
    if (await releaseInForce(db, organisationId, siteId))
      for (const kind of ['look', 'check'] as const)
        await queue.request(db, { organisationId, siteId, kind, options: { scheduled: true } });
    started += 1;
  }
  return started;
}

/** Starts the checks of sites at which another release has come into force, each once. */
export async function startChecksAfterPublishing(db: Queryable, queue: RunQueue): Promise<number> {
  const sites = await sitesToCheck(db);
  for (const site of sites) await queue.request(db, { ...site, kind: 'check', options: { published: true } });
  return sites.length;
}
