import type { SiteState } from '@douane/core/board';
import { type ServiceRecord, servicesOf } from '@douane/core/classify';
import type { Release } from '@douane/core/release';
import { differences, type Setup } from '@douane/core/setup';
import { countUnseenAlarms } from './db/alarms.sql';
import type { Queryable } from './db/db';
import { countItems, listRuled, type RuledItem } from './db/items.sql';
import { majorPolicies } from './db/policy-versions.sql';
import { countRecords } from './db/records.sql';
import { newestRelease, releaseNumbers } from './db/releases.sql';
import { latestRuns, type Run } from './db/runs.sql';
import { listServices } from './db/services.sql';
import type { Site } from './db/sites.sql';
import { countPolicies } from './policy-states';

/** The draft of a site as it would be published now: its settings, and what follows from its rulings and policies. */
export function fullDraft(
  site: Site,
  ruled: readonly RuledItem[],
  records: readonly ServiceRecord[],
  policies: Setup['policies'],
): Setup {
  return { ...site.setup, services: servicesOf(ruled, records), ...(policies && { policies }) };
}

/** The same, from what is kept now. */
export async function draftOf(db: Queryable, site: Site): Promise<Setup> {
  // One after the other: inside a transaction there is one connection.
  const ruled = await listRuled(db, site.organisationId, site.id);
  const records = await listServices(db, site.organisationId);
  return fullDraft(site, ruled, records, await majorPolicies(db, site.organisationId, site.id));
}

/** Where the draft differs from the newest release; nothing where there is none. */
export function draftDifferences(draft: Setup, newest: Pick<Release, 'setup'> | null) {
  return newest ? differences(newest.setup, draft) : [];
}

/** How a site stands, from what is kept of it. */
export async function siteState(db: Queryable, site: Site, runs?: readonly Run[]): Promise<SiteState> {
  const { organisationId, id } = site;
  const [items, ruled, newestMade, numbers, records, policies, majors, alarms, providers, latest] = await Promise.all([
    countItems(db, organisationId, id),
    listRuled(db, organisationId, id),
    newestRelease(db, organisationId, id),
    releaseNumbers(db, organisationId, id),
    countRecords(db, organisationId, id),
    countPolicies(db, organisationId, id),
    majorPolicies(db, organisationId, id),
    countUnseenAlarms(db, organisationId, id),
    listServices(db, organisationId),
    runs ?? latestRuns(db, organisationId),
  ]);
  const newest = (kind: Run['kind']) => latest.find((run) => run.siteId === id && run.kind === kind);
  const [scan, check, look] = [newest('scan'), newest('check'), newest('look')];
  const scanned = { ...(scan?.progress as object), ...(scan?.summary as object) } as {
    done?: number;
    pages?: number;
    items?: number;
  };
  const looked = (look?.summary ?? {}) as { first?: number; of?: number };
  type Checked = { cases?: number; things?: number; failed?: number; version?: number | null };
  const checked = (check?.summary ?? {}) as Checked;
  const at = (run: Run) => (run.finishedAt ?? run.requestedAt).toISOString();
  return {
    scan: scan
      ? {
          state: scan.state,
          at: at(scan),
          pages: scanned.pages ?? scanned.done ?? 0,
          items: scanned.items ?? 0,
          why: scan.why,
        }
      : null,
    alarms,
    openItems: items.open,
    ruledItems: items.ruled,
    regimes: site.setup.regions.regimes,
    siteRules: site.setup.regions.rules?.length ?? 0,
    version: numbers.inForce,
    paused: numbers.paused,
    newest: numbers.newest,
    draftDiffers: draftDifferences(fullDraft(site, ruled, providers, majors), newestMade).length,
    gate: look ? { state: look.state, first: looked.first ?? 0, of: looked.of ?? 0, why: look.why } : null,
    check: check
      ? {
          state: check.state,
          at: at(check),
          cases: checked.cases ?? 0,
          slipped: checked.things ?? 0,
          failed: checked.failed ?? 0,
          version: checked.version ?? null,
          why: check.why,
        }
      : null,
    policies,
    records: records.counted,
  };
}
