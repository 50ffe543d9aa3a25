import type { SiteState } from '@douane/core/board';
import { type VersionState, versionStates } from '@douane/core/policy';
import type { Queryable } from './db/db';
import { countPolicyRows } from './db/policies.sql';
import { listPolicyVersions, type PolicyVersion } from './db/policy-versions.sql';

/** How each version of a policy stands at this moment, by its number. */
export const statesOf = (versions: readonly PolicyVersion[]): Map<number, VersionState> =>
  versionStates(
    versions.map(({ number, liveFrom, reviews }) => ({ number, reviews, liveFrom: liveFrom?.toISOString() ?? null })),
    new Date().toISOString(),
  );

/** How the policies of a site stand. */
export async function countPolicies(
  db: Queryable,
  organisationId: string,
  siteId: string,
): Promise<SiteState['policies']> {
  const all = await countPolicyRows(db, organisationId, siteId);
  if (all === 0) return { all, live: 0, inReview: 0, approved: 0 };
  const versions = await listPolicyVersions(db, organisationId, { siteId });
  const states = [...new Set(versions.map(({ policyId }) => policyId))].map((id) => {
    const own = versions.filter(({ policyId }) => policyId === id);
    const of = statesOf(own);
    // What was handed in last goes on; an earlier one that waits still is overtaken.
    return { newest: of.get(own[0]!.number), live: [...of.values()].includes('live') };
  });
  const newest = (state: VersionState) => states.filter((one) => one.newest === state).length;
  return {
    all,
    live: states.filter(({ live }) => live).length,
    inReview: newest('in-review'),
    approved: newest('approved'),
  };
}
