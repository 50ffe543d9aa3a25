import { effectsOf } from '@douane/core/classify';
import { MODE_WORDS, regimeById } from '@douane/core/regimes';
import type { Setup } from '@douane/core/setup';
import type { Queryable } from './db/db';
import { listRuled } from './db/items.sql';
import { newestRelease } from './db/releases.sql';
import { latestRuns } from './db/runs.sql';
import { listServices } from './db/services.sql';
import type { Site } from './db/sites.sql';
import { draftDifferences, fullDraft } from './site-state';

/** What a purpose means where: one sentence for each way it is treated, with the regimes of which it is true. */
export function effectWords(setup: Pick<Setup, 'purposes' | 'regions'>, purpose: string): string[] {
  const byMode = new Map<string, string[]>();
  for (const { regime, mode } of effectsOf(setup, purpose)) {
    const words = MODE_WORDS[mode];
    byMode.set(words, [...(byMode.get(words) ?? []), regimeById(regime)?.name ?? regime]);
  }
  if (byMode.size === 1) return [...byMode].map(([words]) => `${words} everywhere`);
  return [...byMode].map(([words, names]) => `${words} under ${names.join(', ')}`);
}

/** What lies open after rulings: lists that differ from the published ones, a check that is older. */
export async function leftToDo(db: Queryable, site: Site): Promise<string[]> {
  const { organisationId, id } = site;
  const [ruled, newest, records, runs] = await Promise.all([
    listRuled(db, organisationId, id),
    newestRelease(db, organisationId, id),
    listServices(db, organisationId),
    latestRuns(db, organisationId),
  ]);
  if (!newest) return ['Nothing is published yet.'];
  const left: string[] = [];
  if (
    draftDifferences(fullDraft(site, ruled, records, undefined), newest).some(({ path }) => path.startsWith('services'))
  ) {
    left.push(`The lists in banner and policy differ from release ${newest.number}: a draft waits to be published.`);
    const check = runs.find((run) => run.siteId === id && run.kind === 'check' && run.state === 'done');
    if (check) left.push('The last check was made before this and does not know of it.');
  }
  return left;
}
