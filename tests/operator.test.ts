import { randomUUID } from 'node:crypto';
import { mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { HeadSigner, LedgerWriter, type Site, verifyLedger } from '@douane/server';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { douane } from './support/cli';
import { freshSite, useDatabase } from './support/sql';

/** What an operator runs against his own database. */
const made = useDatabase();
let folder: string;
beforeAll(async () => {
  folder = await mkdtemp(path.join(tmpdir(), 'douane-operator-'));
});
afterAll(() => rm(folder, { recursive: true, force: true }));

const run = (args: string[], env: Record<string, string> = {}) =>
  douane(args, {
    DATABASE_URL: made.urls.databaseUrl,
    DOUANE_SECRET: 'a secret',
    DOUANE_HEADS: path.join(folder, 'heads'),
    ...env,
  });

describe('douane ledger verify', () => {
  const signer = new HeadSigner('a secret');
  /** A site with five records, and the end of its ledger as it was kept then. */
  async function fiveRecords(): Promise<{ site: Site; head: ReturnType<HeadSigner['sign']> }> {
    const { site } = await freshSite(made.db);
    const writer = new LedgerWriter(made.db);
    const said = { version: 1, method: 'refuse-all' as const, purposes: { necessary: true }, replaces: null };
    for (let n = 0; n < 5; n++) {
      const record = {
        id: randomUUID(),
        site: site.key,
        place: 'DE',
        language: 'en',
        agent: 'Firefox 140',
        test: false,
      };
      const of = { organisationId: site.organisationId, siteId: site.id, key: site.key };
      await writer.append(of, { ...record, ...said, regimes: ['eu'], signals: { gpc: false } }, said);
    }
    const { head } = await verifyLedger(made.db, site.organisationId, site.id, []);
    return { site, head: signer.sign({ key: site.key, siteId: site.id }, head!, '2026-11-25T10:00:00.000Z') };
  }
  const keep = async (content: unknown) => {
    const file = path.join(folder, `${randomUUID()}.json`);
    await writeFile(file, typeof content === 'string' ? content : JSON.stringify(content));
    return file;
  };
  const damage = async (statement: string, site: Site) => {
    await made.owner.query('ALTER TABLE consent_record DISABLE TRIGGER consent_record_is_final');
    await made.owner.query(statement, [site.id]);
    await made.owner.query('ALTER TABLE consent_record ENABLE TRIGGER consent_record_is_final');
  };

  it('says of a whole ledger that it holds, and reaches the end that was kept', async () => {
    const { site, head } = await fiveRecords();
    const { code, out } = await run(['ledger', 'verify', '--site', site.key, '--head', await keep(head)]);
    expect([code, out.trim()]).toEqual([
      0,
      `${site.key}: 5 records, chain holds, and reaches the end that was kept (5)`,
    ]);
  });

  it.each([
    [
      'the last two deleted',
      'DELETE FROM consent_record WHERE site_id = $1 AND number > 3',
      'the ledger ends here, but record 5 was written',
    ],
    ['all deleted', 'DELETE FROM consent_record WHERE site_id = $1', 'the ledger ends here, but record 5 was written'],
    [
      'one in the middle deleted',
      'DELETE FROM consent_record WHERE site_id = $1 AND number = 2',
      'record 2 is missing; 3 follows',
    ],
    [
      'a body changed',
      `UPDATE consent_record SET body = jsonb_set(body, '{place}', '"FR"') WHERE site_id = $1 AND number = 4`,
      'its content was changed after it was written',
    ],
    [
      'a mark flipped',
      'UPDATE consent_record SET test = true WHERE site_id = $1 AND number = 1',
      'what it is found and counted by was changed: test',
    ],
  ])('fails with %s', async (_what, statement, words) => {
    const { site, head } = await fiveRecords();
    await damage(statement, site);
    const { code, out } = await run(['ledger', 'verify', '--site', site.key, '--head', await keep(head)]);
    expect(code).toBe(1);
    expect(out).toContain(`${site.key}: broken at record `);
    expect(out).toContain(words);
  });

  it('fails where the ledger was written anew from the start, which only a kept end can show', async () => {
    const { site, head } = await fiveRecords();
    const other = { ...head, hash: 'f'.repeat(64) };
    const { code, out } = await run(['ledger', 'verify', '--site', site.key, '--head', await keep(other)]);
    expect(code).toBe(1);
    expect(out).toContain('it is another record than the one that was written');
    expect(out).toContain('was not signed under this DOUANE_SECRET');
  });

  it('says so of an end whose signature was taken away', async () => {
    const { site, head } = await fiveRecords();
    const { signature: _, ...unsigned } = head;
    const { out } = await run(['ledger', 'verify', '--site', site.key, '--head', await keep(unsigned)]);
    expect(out).toContain('was not signed under this DOUANE_SECRET');
  });

  it.each([
    ['a file that is none', ['--head', '/nowhere/head.json'], 'there is no such file'],
    ['a site that is none', ['--site', 'nobody'], 'there is no site "nobody"'],
  ])('refuses %s', async (_what, args, words) => {
    const { code, err } = await run(['ledger', 'verify', ...args]);
    expect([code, err]).toEqual([2, expect.stringContaining(words)]);
  });

  it.each(['{', '{"format":"douane.head/1"}', '[]'])('refuses what is no end of a ledger: %s', async (text) => {
    const file = await keep(text);
    const { code, err } = await run(['ledger', 'verify', '--head', file]);
    expect([code, err.trim()]).toEqual([2, `douane: ${file} is not the end of a ledger (douane.head/1)`]);
  });
});

describe('people', () => {
  const person = ['person', '--organisation', 'Lightermen', '--name', 'Ola Berg', '--email', 'ola@lightermen.example'];
  const there = async () =>
    (await made.db.query(`SELECT left_at IS NOT NULL AS gone FROM person WHERE email = 'ola@lightermen.example'`)).rows;

  it('are added once, with a password that is one, and leave', async () => {
    expect(await run(person, { DOUANE_PASSWORD: 'short' })).toMatchObject({
      code: 2,
      err: expect.stringContaining('at least 10 characters'),
    });
    expect(await there()).toEqual([]);
    expect(await run(person, { DOUANE_PASSWORD: 'long-enough-now' })).toMatchObject({
      code: 0,
      out: expect.stringContaining('ola@lightermen.example can sign in at '),
    });
    const twice = await run(person, { DOUANE_PASSWORD: 'long-enough-now' });
    expect(twice).toMatchObject({ code: 2, err: expect.stringContaining('is there already') });
    expect(await run(['leave', '--email', 'OLA@lightermen.example'])).toMatchObject({ code: 0 });
    expect(await there()).toEqual([{ gone: true }]);
    const again = await run(['leave', '--email', 'ola@lightermen.example']);
    expect(again).toMatchObject({ code: 2, err: expect.stringContaining('nobody of the address') });
  });
});

it.each([
  [['serve'], { DATABASE_URL: '' }, 'DATABASE_URL is not set'],
  [['serve'], { DOUANE_PORT: '99999' }, 'DOUANE_PORT is "99999", which is no port'],
  [['worker'], { DOUANE_RETRY_SECONDS: 'soon' }, 'DOUANE_RETRY_SECONDS is "soon", which is no whole number'],
])('%s refuses to start with %o', async (args, env, words) => {
  const { code, err } = await run(args, env);
  expect([code, err]).toEqual([2, expect.stringContaining(words)]);
});

it('migrate has nothing to apply to a database that is up to date', async () => {
  const { code, out } = await run(['migrate'], { DOUANE_OWNER_URL: made.urls.ownerUrl });
  expect([code, out.trim()]).toEqual([0, 'nothing to apply']);
});
