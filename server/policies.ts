import { slippedThings } from '@douane/core/check';
import { type Answers, answersSchema, proposedAnswers, type WrittenFrom } from '@douane/core/policy';
import type { Queryable } from './db/db';
import { newestAnswers, type Policy } from './db/policies.sql';
import { latestRuns, listCheckedCases } from './db/runs.sql';
import type { Site } from './db/sites.sql';
import { draftOf } from './site-state';

/** What policies of a site are written from now. */
export interface PolicySource {
  setup: WrittenFrom['setup'];
  answers: Answers;
  proposed: Answers;
  /** Of the answers; 0: nobody has answered anything, and they are what was proposed. */
  revision: number;
  answered: { person: string; at: Date } | null;
  on: string;
}

/** Reads it all; `organisation`: the name that stands for the controller until somebody says otherwise. */
export async function policySource(db: Queryable, site: Site, organisation: string): Promise<PolicySource> {
  const setup = await draftOf(db, site);
  const on = new Date().toISOString().slice(0, 10);
  const proposed = proposedAnswers(setup, organisation, on);
  const kept = await newestAnswers(db, site.organisationId, site.id);
  return {
    ...{ setup, proposed, on },
    // What an earlier version kept lacks what is asked since.
    answers: kept ? answersSchema.parse(kept.answers) : proposed,
    revision: kept?.revision ?? 0,
    answered: kept && { person: kept.person, at: kept.at },
  };
}

/** What one of them is written from. */
export const writtenFrom = (
  { setup, answers, on }: PolicySource,
  { kind, draft }: Pick<Policy, 'kind' | 'draft'>,
): WrittenFrom => ({
  ...{ kind, setup, answers, on },
  audience: draft.audience,
});

/** Ids of services that fired before a yes when the site was last checked. */
export async function slippedServices(db: Queryable, site: Site, setup: WrittenFrom['setup']): Promise<string[]> {
  const runs = await latestRuns(db, site.organisationId);
  const check = runs.find((run) => run.siteId === site.id && run.kind === 'check' && run.state === 'done');
  if (!check) return [];
  const slipped = slippedThings(await listCheckedCases(db, site.organisationId, check.id));
  const asked = new Set(setup.purposes.filter(({ necessary }) => !necessary).map(({ id }) => id));
  return setup.services
    .filter(({ purpose }) => asked.has(purpose))
    .filter(({ hosts, items }) =>
      slipped.some(
        ({ item }) =>
          hosts.includes(item.host ?? '') || items.some(({ kind, name }) => kind === item.kind && name === item.name),
      ),
    )
    .map(({ id }) => id);
}
