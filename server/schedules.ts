import cronParser from 'cron-parser';
import type { Queryable } from './db/db';
import { dueSchedules, moveSchedule } from './db/scan-setup.sql';
import type { RunQueue } from './jobs/queue';

const LEAST_GAP_MS = 15 * 60_000;

/**
 * The next time after `after` that a cron text (five fields) names in a time zone. Throws a sentence where the text or
 * the zone is not right, or it names times less than a quarter of an hour apart.
 */
export function nextTime(cron: string, zone: string, after: Date): Date {
  if (cron.trim().split(/\s+/).length !== 5) {
    throw new Error('give five fields: minute, hour, day of the month, month, day of the week, such as 0 3 * * 1');
  }
  try {
    Intl.DateTimeFormat('en', { timeZone: zone });
  } catch {
    throw new Error(`"${zone}" is no time zone; give one such as Europe/Berlin`);
  }
  let times: Date[];
  try {
    const all = cronParser.parseExpression(cron, { currentDate: after, tz: zone });
    times = Array.from({ length: 5 }, () => all.next().toDate());
  } catch (cause) {
    throw new Error(`"${cron}" names no time: ${(cause as Error).message}`);
  }
  if (times.some((time, i) => i > 0 && time.getTime() - times[i - 1]!.getTime() < LEAST_GAP_MS)) {
    throw new Error('a scan every few minutes helps nobody; leave at least a quarter of an hour between two');
  }
  return times[0]!;
}

/** Starts the scans whose time has come, each once, however many times were missed while no worker ran. */
export async function startDueScans(db: Queryable, queue: RunQueue, now = new Date()): Promise<number> {
  let started = 0;
  for (const schedule of await dueSchedules(db, now)) {
    if (!(await moveSchedule(db, schedule, nextTime(schedule.cron, schedule.zone, now)))) continue;
    const { organisationId, siteId } = schedule;
    await queue.request(db, { organisationId, siteId, kind: 'scan', options: { scheduled: true } });
    started += 1;
  }
  return started;
}
