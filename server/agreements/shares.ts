import type { AgreementShare, AgreementsOverTime } from '@douane/api';
import { standings, titleIn } from '@douane/core/agreements';
import { type AgreementsOf, agreeingAlike, firstAskedAt } from '../db/agreements.sql';
import type { Queryable } from '../db/db';
import { livePolicies } from '../db/policy-versions.sql';
import { askedOf } from './agreeing';

const DAY = 86_400_000;
/** Days that a line over time is drawn through: each costs a look through the ledger. */
const MOST_DAYS = 25;

/** How all persons of a site stand to its policies, now or as they stood at a moment. */
export async function sharesOf(
  db: Queryable,
  site: AgreementsOf,
  at: Date | null = null,
): Promise<{ persons: number; shares: AgreementShare[] }> {
  const live = await livePolicies(db, site.organisationId, site.siteId, at);
  const alike = await agreeingAlike(db, site, new Map(live.map(({ name, since }) => [name, since])), at);
  const shares = new Map<string, AgreementShare>();
  for (const { audience, country, byGuardian, answers, count } of alike) {
    for (const { policy, standing } of standings(askedOf(live, audience, country), answers, byGuardian)) {
      const { name, version, must } = policy;
      const share = shares.get(name) ?? {
        ...{ policy: name, title: titleIn(policy), version, audience, must },
        standings: { pending: 0, guardian: 0, agreed: 0, declined: 0, withdrawn: 0 },
      };
      share.standings[standing] += count;
      shares.set(name, share);
    }
  }
  return { persons: alike.reduce((sum, { count }) => sum + count, 0), shares: [...shares.values()] };
}

/** The same at the end of days since the site first asked, evenly spaced; of what persons told, what is known of them now. */
export async function sharesOverTime(db: Queryable, site: AgreementsOf, now = Date.now()): Promise<AgreementsOverTime> {
  const first = await firstAskedAt(db, site);
  if (!first) return { days: [] };
  const days: AgreementsOverTime['days'] = [];
  for (const start of spacedDays(first.getTime(), now)) {
    const end = Math.min(start + DAY - 1, now);
    const { shares } = await sharesOf(db, site, new Date(end));
    days.push({ day: new Date(start).toISOString().slice(0, 10), shares });
  }
  return { days };
}

/** Beginnings of days (ms, UTC) from one moment to another, both days among them; no more than are drawn. */
export function spacedDays(from: number, to: number): number[] {
  const [first, last] = [Math.floor(from / DAY), Math.floor(to / DAY)];
  const steps = Math.min(MOST_DAYS - 1, last - first);
  return Array.from(
    { length: steps + 1 },
    (_, i) => DAY * (steps ? Math.round(first + ((last - first) * i) / steps) : last),
  );
}
