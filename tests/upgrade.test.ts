import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { decide, parsePlace } from '@douane/core/regimes';
import {
  type DatabaseUrls,
  type Db,
  listSites,
  migrate,
  newestRelease,
  openPool,
  releaseInForce,
  type Site,
  startCluster,
  verifyLedger,
} from '@douane/server';
import { afterAll, beforeAll, expect, inject, it } from 'vitest';
import { ROOT } from './support/world';

/** A database of the version before releases, brought up to this one. */
let urls: DatabaseUrls;
let db: Db;
let site: Site;

beforeAll(async () => {
  const cluster = await startCluster(inject('clusterFolder'));
  urls = await cluster.createDatabase(`old_${randomBytes(6).toString('hex')}`);
  const owner = openPool(urls.ownerUrl, { max: 1 });
  await owner.query(await readFile(path.join(import.meta.dirname, 'data/before-releases.sql'), 'utf8'));
  await owner.end();
  expect(await migrate(urls, ROOT)).toEqual(['0004_releases']);
  db = openPool(urls.databaseUrl);
  const { rows } = await db.query('SELECT id FROM organisation');
  [site] = (await listSites(db, rows[0].id)) as [Site];
});
afterAll(() => db?.end());

it('keeps the draft, in the format of today', () => {
  expect(site.setup).toMatchObject({
    format: 'douane.setup/2',
    site: { staging: ['http://staging.localhost:9'] },
    holding: { unruled: 'by-regime' },
    banner: { texts: { en: { title: 'One question before you sail' } }, look: { radius: 11 } },
  });
  expect(site.setup.purposes.find(({ id }) => id === 'advertising')?.activities).toContain('sale');
  expect(site.setup.regions.overrides).toEqual({
    'us-ca': { modes: { sale: 'opt-in', sharing: 'opt-in', 'targeted-advertising': 'opt-in' } },
  });
  expect(site.revisions.banner).toBe(1);
});

it('makes releases of the published versions, the newest in force, each with the gate that its visitors have', async () => {
  const release = (await releaseInForce(db, site.organisationId, site.id))!;
  expect(release).toMatchObject({ number: 2, origins: { staging: ['http://staging.localhost:9'] } });
  expect(release).toEqual(await newestRelease(db, site.organisationId, site.id));
  expect(decide(parsePlace('US-CA'), { gpc: false }, null, release.rules).modes.advertising).toBe('opt-in');
  expect(release.contents.en?.texts.title).toBe('One question before you sail');
  const { rows } = await db.query('SELECT number, pointer FROM release ORDER BY number');
  for (const { number, pointer } of rows) expect(pointer).toContain(`"version":${number},`);
  expect((await db.query(`SELECT 1 FROM gate_file WHERE name = 'gate.js'`)).rowCount).toBe(0);
});

it('keeps every ruling, and every record in a ledger that verifies', async () => {
  const { rows } = await db.query(`SELECT purpose, service, reason FROM ruling WHERE author = 'person'`);
  expect(rows).toEqual([{ purpose: 'functional', service: 'Odd', reason: 'asked the developer' }]);
  const { records, broken } = await verifyLedger(db, site.organisationId, site.id, []);
  expect([records, broken]).toEqual([5, null]);
});

it('keeps what a check found, case by case', async () => {
  const { rows } = await db.query('SELECT number, result FROM check_case');
  expect(rows).toMatchObject([{ number: 1, result: { id: 'DE withdraw', recordedAtMs: 900 } }]);
  const { rows: runs } = await db.query(`SELECT report FROM run WHERE kind = 'check'`);
  expect(runs[0].report).not.toHaveProperty('cases');
});

it('lets the application add to the ledger and change nothing of it', async () => {
  for (const statement of [
    'UPDATE consent_record SET test = NOT test',
    'DELETE FROM consent_record',
    'TRUNCATE consent_record',
    'ALTER TABLE consent_record DISABLE TRIGGER ALL',
    `UPDATE migration SET name = 'x'`,
  ]) {
    await expect(db.query(statement), statement).rejects.toThrow(/permission denied|must be owner/);
  }
  const { rows } = await db.query('SELECT rolsuper, rolcreaterole FROM pg_roles WHERE rolname = current_user');
  expect(rows).toEqual([{ rolsuper: false, rolcreaterole: false }]);
});

it('has nothing more to do the second time', async () => {
  expect(await migrate(urls, ROOT)).toEqual([]);
});
