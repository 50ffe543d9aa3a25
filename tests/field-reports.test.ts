import { addFieldCounts, listFieldHosts, type RunQueue, raiseFieldAlarms, type Site } from '@douane/server';
import { beforeEach, describe, expect, it } from 'vitest';
import { freshSite, useDatabase } from './support/sql';

const made = useDatabase();
let site: Site;

beforeEach(async () => {
  ({ site } = await freshSite(made.db));
});

type Told = Partial<Parameters<typeof addFieldCounts>[1][number]>;
const tell = (...told: Told[]) =>
  addFieldCounts(
    made.db,
    told.map((one) => ({
      ...{ organisationId: site.organisationId, siteId: site.id, page: '/', host: 'new.localhost', kind: 'script' },
      ...{ held: false, count: 1, ...one },
    })),
  );
const hosts = () => listFieldHosts(made.db, site.organisationId, site.id);
const asOf = (days: number) => made.db.query('UPDATE field_report SET day = day - $1::int', [days]);

describe('what visitors met', () => {
  it('is added up by host', async () => {
    await tell({ page: '/shop/*', count: 2 }, { kind: 'image', held: true });
    await tell({ page: '/shop/*' });
    const today = (await made.db.query('SELECT CURRENT_DATE::text AS day')).rows[0].day;
    expect(await hosts()).toEqual([
      {
        ...{ host: 'new.localhost', reports: 4, held: 1, kinds: ['image', 'script'], pages: ['/', '/shop/*'] },
        ...{ firstDay: today, lastDay: today },
      },
    ]);
  });

  it('is the site’s own business', async () => {
    await tell({});
    const other = await freshSite(made.db);
    expect(await listFieldHosts(made.db, other.site.organisationId, other.site.id)).toEqual([]);
    expect(await listFieldHosts(made.db, other.site.organisationId, site.id)).toEqual([]);
  });

  it('is nothing of note once a scan has seen it', async () => {
    await tell({}, { host: 'other.localhost' });
    await made.db.query(
      `INSERT INTO item (organisation_id, site_id, kind, name, host, facts)
       VALUES ($1, $2, 'request', 'image', 'new.localhost', '{"party":"third"}'), ($1, $2, 'cookie', 'c', 'other.localhost', '{}')`,
      [site.organisationId, site.id],
    );
    expect((await hosts()).map(({ host }) => host)).toEqual(['other.localhost']);
  });

  it('fills no table, however much is made up; what stands there is counted on', async () => {
    await tell({}, ...Array.from({ length: 2_100 }, (_, i) => ({ host: `x${i}.localhost` })));
    await tell({}, { host: 'one-more.localhost' });
    const { rows } = await made.db.query('SELECT count(*)::int AS n FROM field_report WHERE site_id = $1', [site.id]);
    expect(rows[0].n).toBe(2_000);
    expect((await hosts())[0]).toMatchObject({ host: 'new.localhost', reports: 2 });
  });
});

describe('the alarm', () => {
  const delivered: string[] = [];
  const queue = { deliver: async (id: string) => void delivered.push(id) } as unknown as RunQueue;
  const alarms = async () =>
    (await made.db.query('SELECT count, items, run_id FROM alarm WHERE site_id = $1 ORDER BY at', [site.id])).rows;

  it('is raised once for a host, from the number of reports that the site has set', async () => {
    await tell({ count: 4, page: '/shop/*' });
    await raiseFieldAlarms(made.db, queue);
    expect(await alarms()).toEqual([]);
    await tell({ page: '/shop/*' });
    await raiseFieldAlarms(made.db, queue);
    await tell({ count: 50 });
    await raiseFieldAlarms(made.db, queue);
    expect(await alarms()).toEqual([
      {
        ...{ count: 1, run_id: null },
        items: [{ kind: 'request', name: 'script', host: 'new.localhost', party: 'third', page: '/shop/*' }],
      },
    ]);
  });

  it('names all that came together', async () => {
    await tell({ count: 9 }, { host: 'and.localhost', count: 9 }, { host: 'few.localhost' });
    await raiseFieldAlarms(made.db, queue);
    const items = (await alarms()).flatMap(({ items }) => items.map(({ host }: { host: string }) => host));
    expect(items.sort()).toEqual(['and.localhost', 'new.localhost']);
  });

  it('goes to whoever is told of alarms', async () => {
    const told = { mail: ['ines@skerrysound.example'] };
    await made.db.query('UPDATE site SET notices = $2 WHERE id = $1', [site.id, told]);
    delivered.length = 0;
    await tell({ count: 9 });
    await raiseFieldAlarms(made.db, queue);
    const { rows } = await made.db.query('SELECT id, target FROM delivery WHERE target = $1', told.mail);
    expect(rows.map(({ id }) => id)).toEqual(delivered);
    expect(delivered).toHaveLength(1);
  });

  it('is not raised of old, which is deleted', async () => {
    await tell({ count: 9 });
    await asOf(31);
    await raiseFieldAlarms(made.db, queue);
    expect(await alarms()).toEqual([]);
    expect((await made.db.query('SELECT FROM field_report WHERE site_id = $1', [site.id])).rows).toEqual([]);
  });
});
