import { randomBytes } from 'node:crypto';
import type { ScanPlan } from '@douane/core/coverage';
import { assertTarget } from '@douane/scanner';
import type { ServerContext } from '../context';
import type { Queryable } from '../db/db';
import {
  deleteSchedule,
  deleteSignIn,
  saveNotices as keepNotices,
  saveScanPlan as keepScanPlan,
  saveSchedule as keepSchedule,
  scanSetupOf,
} from '../db/scan-setup.sql';
import { Problem } from '../problems';
import { nextTime } from '../schedules';
import { type AskedSignIn, keepSignIn as sealSignIn } from '../sign-ins';
import { type Actor, heldSite, perform } from './act';

type Tools = Pick<ServerContext, 'db' | 'config'>;

const wrong = (path: string, message: string) =>
  new Problem(422, 'Some fields are not right', undefined, [{ path, message }]);

/** A change of how a site is scanned. */
function changing<T>(
  { db }: Tools,
  actor: Actor,
  siteId: string,
  act: string,
  work: (tx: Queryable) => Promise<{ result: T; facts?: object }>,
): Promise<T> {
  return perform(db, actor, act, async (tx) => {
    await heldSite(tx, actor, siteId);
    return { ...(await work(tx)), siteId, tell: [{ siteId, what: 'scan-setup' }] };
  });
}

/** How the site is scanned from the next scan on. */
export function saveScanPlan(tools: Tools, actor: Actor, siteId: string, plan: ScanPlan): Promise<void> {
  return changing(tools, actor, siteId, 'save-scan-plan', async (tx) => {
    await keepScanPlan(tx, actor.organisationId, siteId, plan);
    return { result: undefined, facts: plan };
  });
}

/** Has the site scanned by itself. Throws a problem that names the field where cron text or time zone are not right. */
export async function saveSchedule(
  tools: Tools,
  actor: Actor,
  siteId: string,
  { cron, zone }: { cron: string; zone: string },
): Promise<Date> {
  const next = nextTime(cron, zone, new Date());
  if ('problem' in next) throw wrong(next.field, next.problem);
  return changing(tools, actor, siteId, 'save-schedule', async (tx) => {
    await keepSchedule(tx, { organisationId: actor.organisationId, siteId, cron, zone, nextAt: next.at });
    return { result: next.at, facts: { cron, zone } };
  });
}

/** The site is scanned by hand only from now on. */
export function removeSchedule(tools: Tools, actor: Actor, siteId: string): Promise<void> {
  return changing(tools, actor, siteId, 'remove-schedule', async (tx) => {
    await deleteSchedule(tx, actor.organisationId, siteId);
    return { result: undefined };
  });
}

/** Settles who is told of new things. A new webhook has a new secret, which is given back this once. */
export async function saveNotices(
  tools: Tools,
  actor: Actor,
  siteId: string,
  { mail, webhook: url }: { mail: string[]; webhook: string },
): Promise<{ webhook: string; secret?: string }> {
  const { allowPrivate, seal } = tools.config;
  const { organisationId } = actor;
  if (url) {
    await assertTarget(url, allowPrivate).catch((cause) => {
      throw wrong('webhook', cause.message);
    });
  }
  return changing(tools, actor, siteId, 'save-notices', async (tx) => {
    const { notices } = await scanSetupOf(tx, organisationId, siteId);
    let secret: string | undefined;
    let webhook = url ? notices.webhook : undefined;
    if (url && webhook?.url !== url) {
      // Whoever receives alarms checks their signature with it.
      secret = `whsec_${randomBytes(24).toString('base64')}`;
      webhook = { url, sealedSecret: seal.close(secret, siteId) };
    }
    await keepNotices(tx, organisationId, siteId, { mail: [...new Set(mail)], ...(webhook && { webhook }) });
    return { result: { webhook: webhook?.url ?? '', ...(secret && { secret }) }, facts: { mail, webhook: url } };
  });
}

/** Keeps how to get behind the site's login; what is filled in is sealed. */
export function saveSignIn(tools: Tools, actor: Actor, siteId: string, asked: AskedSignIn): Promise<void> {
  return changing(tools, actor, siteId, 'save-sign-in', async (tx) => {
    await sealSignIn(tx, tools.config.seal, actor.organisationId, siteId, asked);
    return { result: undefined, facts: { address: asked.address } };
  });
}

/** Deletes the recipe and the sealed password. */
export function removeSignIn(tools: Tools, actor: Actor, siteId: string): Promise<void> {
  return changing(tools, actor, siteId, 'remove-sign-in', async (tx) => {
    await deleteSignIn(tx, actor.organisationId, siteId);
    return { result: undefined };
  });
}
