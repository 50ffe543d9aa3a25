import type { CheckedCase, CheckedItem } from '@douane/core/check';
import type { GateState, LookReport } from '@douane/core/look';
import { alarmWords } from '@douane/core/scan';
import {
  insertCheckedCases,
  type Run,
  type RunQueue,
  raiseCheckAlarm,
  raiseLookAlarm,
  type Site,
  saveCheckOccasions,
} from '@douane/server';
import { beforeEach, expect, it } from 'vitest';
import { freshSite, putInForce, useDatabase } from './support/sql';

const made = useDatabase();
const asked: string[] = [];
const queue = {
  deliver: async () => {},
  request: async (_db: unknown, run: { siteId: string; kind: string }) => void asked.push(`${run.siteId} ${run.kind}`),
} as unknown as RunQueue;
let site: Site;
let runs = 0;

beforeEach(async () => {
  ({ site } = await freshSite(made.db));
});

const reportOf = (states: Record<string, GateState>): LookReport => ({
  format: 'douane.look/1',
  seconds: 1,
  pages: Object.entries(states).map(([path, state]) => ({ url: `http://p.localhost${path}`, state, before: [] })),
});

async function ran(kind: string, report: object): Promise<Run> {
  const { rows } = await made.db.query<Run>(
    `INSERT INTO run (organisation_id, site_id, kind, state, requested_at, report)
     VALUES ($1, $2, $3, 'done', now() + $4 * interval '1 minute', $5)
     RETURNING id, organisation_id AS "organisationId", site_id AS "siteId", kind`,
    [site.organisationId, site.id, kind, ++runs, report],
  );
  return rows[0]!;
}

/** Looks once more, and raises what there is to raise. */
async function look(states: Record<string, GateState>, kind = 'look'): Promise<void> {
  const report = reportOf(states);
  await raiseLookAlarm(made.db, queue, site, await ran(kind, report), report);
}

/** Checks once more: one case, in which these hosts slip and those hold. */
async function check(slipped: string[], held: string[] = []): Promise<void> {
  const item = (host: string, verdict: string) =>
    ({
      kind: 'request',
      name: 'image',
      host,
      verdict,
      page: 'http://p.localhost/',
      firings: [],
    }) as unknown as CheckedItem;
  const items = [...slipped.map((host) => item(host, 'slipped')), ...held.map((host) => item(host, 'held'))];
  const cases = [{ id: 'DE none', recorded: [], items } as unknown as CheckedCase];
  const run = await ran('check', {});
  await insertCheckedCases(made.db, site.organisationId, run.id, cases);
  await raiseCheckAlarm(made.db, queue, site, run, cases);
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

it('has the site checked where that is wished and a release is in force, but not for an alarm of a check', async () => {
  const checks = () => asked.filter((one) => one.startsWith(site.id));
  const lose = async () => {
    await look({ '/': 'first' });
    await look({ '/': 'missing' });
  };
  await lose();
  expect(checks()).toEqual([]);
  await saveCheckOccasions(made.db, site.organisationId, site.id, ['alarm']);
  await lose();
  expect(checks()).toEqual([]);
  await putInForce(made.owner, site, 1);
  await lose();
  expect(checks()).toEqual([`${site.id} check`]);
  await check([], ['new.localhost']);
  await check(['new.localhost']);
  expect(await alarms()).toHaveLength(4);
  expect(checks()).toHaveLength(1);
});

it('what slips in a check and did not in the one before raises an alarm, which says what', async () => {
  await check(['old.localhost'], ['new.localhost']);
  await check(['old.localhost', 'new.localhost']);
  const [alarm, ...more] = await alarms();
  expect(more).toEqual([]);
  expect(alarmWords(alarm)).toBe('1 thing slips that did not before. First: request image of new.localhost');
});

it('no check raises one for what slipped before, for what slips no more, or where it is the first', async () => {
  for (const slipped of [['a.localhost'], ['a.localhost'], []]) await check(slipped);
  expect(await alarms()).toEqual([]);
  await check(['a.localhost']);
  expect(await alarms()).toHaveLength(1);
});
