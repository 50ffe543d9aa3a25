import { randomBytes } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { signWords } from '@douane/core/observe';
import { decide, parsePlace } from '@douane/core/regimes';
import { alarmWords } from '@douane/core/scan';
import {
  type DatabaseUrls,
  type Db,
  listSites,
  migrate,
  newestRelease,
  newestSigns,
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

const SIGNS = [
  { what: 'disguise', host: 'm.old.localhost', name: 'collect.tracker.example', words: 'it leads away' },
  { what: 'id-travels', host: 'pool.localhost', name: 'uid', from: 'ads.localhost', words: 'it was sent' },
  { what: 'fingerprinting', host: 'fp.localhost', name: 'f.js', words: 'a script read much' },
  { what: 'refused-cookie', host: 'ads.localhost', name: 'c', words: 'the browser refused it' },
];
const ALARM_ITEMS = [{ kind: 'local-storage', name: 'k', host: 'ads.localhost', party: 'third', page: 'http://p/' }];
const SIGNS_AND_ALARM = `
  WITH scan AS (
    INSERT INTO run (organisation_id, site_id, kind, state, report)
    SELECT organisation_id, id, 'scan', 'done', jsonb_build_object('signs', $1::jsonb) FROM site
    RETURNING organisation_id, site_id, id),
  page AS (
    INSERT INTO scan_page (organisation_id, run_id, url, after_yes, record)
    SELECT organisation_id, id, 'http://p/', false, jsonb_build_object('signs', $1::jsonb) FROM scan)
  INSERT INTO alarm (organisation_id, site_id, run_id, before_run_id, words, items)
  SELECT organisation_id, site_id, id, id, '1 new thing', $2::jsonb FROM scan`;

beforeAll(async () => {
  const cluster = await startCluster(inject('clusterFolder'));
  urls = await cluster.createDatabase(`old_${randomBytes(6).toString('hex')}`);
  const owner = openPool(urls.ownerUrl, { max: 1 });
  await owner.query(await readFile(path.join(import.meta.dirname, 'data/before-releases.sql'), 'utf8'));
  // What the dump does not hold of its version.
  await owner.query(`UPDATE organisation SET classify_settings = '{"heuristicsOff":["basket","identifier-syncing"]}'`);
  await owner.query(SIGNS_AND_ALARM, [JSON.stringify(SIGNS), JSON.stringify(ALARM_ITEMS)]);
  await owner.end();
  expect(await migrate(urls, ROOT)).toEqual([
    '0004_releases',
    '0005_facts',
    '0006_name_families',
    '0007_organisation_answers',
    '0008_breaches',
    '0009_pausing',
    '0010_site_pictures',
    '0011_looks',
    '0012_field_reports',
    '0013_check_cases',
    '0014_check_reports',
    '0015_check_after_publishing',
    '0016_draft_checks',
    '0017_check_report_forms',
    '0018_check_pictures',
    '0019_access_tokens',
    '0020_check_occasions',
    '0021_check_pages',
    '0022_policies',
    '0023_review_letters',
    '0024_review_letters_failed',
    '0025_age_asked',
    '0026_remarks_and_changes',
  ]);
  db = openPool(urls.databaseUrl);
  const { rows } = await db.query('SELECT id FROM organisation');
  [site] = (await listSites(db, rows[0].id)) as [Site];
});
afterAll(() => db?.end());

it('keeps the draft, in the format of today', () => {
  expect(site.setup).toMatchObject({
    format: 'douane.setup/3',
    site: { staging: ['http://staging.localhost:9'] },
    holding: { unruled: 'by-regime' },
    banner: { texts: { en: { title: 'One question before you sail' } }, face: { radius: 11 } },
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
  const { rows } = await db.query(`SELECT purpose, service, because FROM ruling WHERE author = 'person'`);
  expect(rows).toEqual([
    { purpose: 'functional', service: 'Odd', because: { code: 'said', text: 'asked the developer' } },
  ]);
  const { records, broken } = await verifyLedger(db, site.organisationId, site.id, []);
  expect([records, broken]).toEqual([5, null]);
});

it('keeps what scans noticed and alarms told, as facts where there are any', async () => {
  const signs = await newestSigns(db, site.organisationId, site.id);
  expect(signs.map(({ what }) => what)).toEqual([
    'cname-cloaking',
    'cookie-syncing',
    'fingerprinting',
    'refused-cookie',
  ]);
  expect(signs.map(signWords)).toEqual([
    'm.old.localhost looks like the site’s own but leads to collect.tracker.example by a CNAME record',
    'the identifier in uid of ads.localhost was sent to pool.localhost',
    'a script read much',
    'the browser refused it',
  ]);
  const { rows: pages } = await db.query(`SELECT record->'signs' AS signs FROM scan_page WHERE url = 'http://p/'`);
  expect(pages).toEqual([{ signs }]);
  const { rows: settings } = await db.query('SELECT classify_settings AS kept FROM organisation');
  expect(settings[0].kept.heuristicsOff).toEqual(['basket', 'cookie-syncing']);
  const { rows } = await db.query('SELECT count, items FROM alarm');
  expect(rows.map(alarmWords)).toEqual(['1 new thing. First: local storage k of ads.localhost']);
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
