import { randomUUID } from 'node:crypto';
import { type RunQueue, type Site, saveCheckOccasions, startChecksAfterPublishing } from '@douane/server';
import { beforeEach, expect, it } from 'vitest';
import { freshSite, putInForce, useDatabase } from './support/sql';

/** Which sites are checked by themselves, and how often: once for each release that comes into force. */
const made = useDatabase();
let site: Site;
let asked: string[];

const queue = {
  async request(_db: unknown, { siteId, kind }: { siteId: string; kind: string }) {
    asked.push(`${siteId} ${kind}`);
    await ran('check');
  },
} as unknown as RunQueue;

async function ran(kind: string): Promise<void> {
  await made.db.query(
    `INSERT INTO run (organisation_id, site_id, kind, state, requested_at) VALUES ($1, $2, $3, 'done', clock_timestamp())`,
    [site.organisationId, site.id, kind],
  );
}
const publish = (number: number, from?: string) => putInForce(made.owner, site, number, from);
const start = async () => {
  asked = [];
  await startChecksAfterPublishing(made.db, queue);
  return asked.filter((one) => one.startsWith(site.id));
};
const wish = (on: boolean) => saveCheckOccasions(made.db, site.organisationId, site.id, on ? ['publishing'] : []);

beforeEach(async () => {
  ({ site } = await freshSite(made.db));
});

it('checks once for each release that comes into force', async () => {
  await wish(true);
  expect(await start()).toEqual([]);
  await publish(1);
  expect(await start()).toEqual([`${site.id} check`]);
  expect(await start()).toEqual([]);
  await publish(2);
  expect(await start()).toHaveLength(1);
  await publish(1);
  expect(await start()).toHaveLength(1);
});

it('waits for a release that comes into force later, and for none that was checked by hand since', async () => {
  await wish(true);
  await publish(1, `clock_timestamp() + interval '1 hour'`);
  expect(await start()).toEqual([]);
  await publish(2);
  await ran('scan');
  await ran('check');
  expect(await start()).toEqual([]);
});

it('leaves alone whom nobody wants checked, and another organisation’s site', async () => {
  await publish(1);
  expect(await start()).toEqual([]);
  await saveCheckOccasions(made.db, randomUUID(), site.id, ['publishing']);
  expect(await start()).toEqual([]);
  await wish(true);
  expect(await start()).toHaveLength(1);
});
