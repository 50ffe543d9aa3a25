import type { GateState, LookReport } from '@douane/core/look';
import { alarmWords } from '@douane/core/scan';
import { type Run, type RunQueue, raiseLookAlarm, type Site } from '@douane/server';
import { beforeEach, expect, it } from 'vitest';
import { freshSite, useDatabase } from './support/sql';

const made = useDatabase();
const queue = { deliver: async () => {} } as unknown as RunQueue;
let site: Site;
let looks = 0;

beforeEach(async () => {
  ({ site } = await freshSite(made.db));
});

const reportOf = (states: Record<string, GateState>): LookReport => ({
  format: 'douane.look/1',
  seconds: 1,
  pages: Object.entries(states).map(([path, state]) => ({ url: `http://p.localhost${path}`, state, before: [] })),
});

/** Looks once more, and raises what there is to raise. */
async function look(states: Record<string, GateState>, kind = 'look'): Promise<void> {
  const report = reportOf(states);
  const { rows } = await made.db.query<Run>(
    `INSERT INTO run (organisation_id, site_id, kind, state, requested_at, report)
     VALUES ($1, $2, $3, 'done', now() + $4 * interval '1 minute', $5)
     RETURNING id, organisation_id AS "organisationId", site_id AS "siteId", kind`,
    [site.organisationId, site.id, kind, ++looks, report],
  );
  await raiseLookAlarm(made.db, queue, site, rows[0]!, report);
}
const alarms = async () =>
  (await made.db.query('SELECT count, items, run_id AS "runId" FROM alarm WHERE site_id = $1 ORDER BY at', [site.id]))
    .rows;

it('a page that loses the gate raises an alarm, which says where and how', async () => {
  await look({ '/': 'first', '/shop': 'first', '/old': 'missing' });
  await look({ '/': 'first', '/shop': 'late', '/old': 'missing' });
  const [alarm, ...more] = await alarms();
  expect(more).toEqual([]);
  expect(alarmWords(alarm)).toBe(
    'The gate is no longer in order on 1 page. First: http://p.localhost/shop, too late: tags stand above it',
  );
  expect(alarm.items).toEqual([
    {
      ...{ kind: 'gate', name: 'too late: tags stand above it', host: 'p.localhost', party: 'first' },
      page: 'http://p.localhost/shop',
    },
  ]);
});

it('is raised once while the page stays so, and anew where it had come back', async () => {
  for (const state of ['first', 'missing', 'missing', 'first', 'missing'] as const) await look({ '/': state });
  expect(await alarms()).toHaveLength(2);
});

it('is not raised by the first look, by a page that cannot be reached, or against a run of another kind', async () => {
  await look({ '/': 'first' }, 'check');
  await look({ '/': 'missing' });
  await look({ '/': 'first' });
  await look({ '/': 'failed' });
  expect(await alarms()).toEqual([]);
});
