import { randomUUID } from 'node:crypto';
import { mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import type { ChosenRecord } from '@douane/core/consent';
import { HeadFiles, HeadSigner, LedgerWriter, readHead, verifyLedger } from '@douane/server';
import { beforeEach, describe, expect, it } from 'vitest';
import { freshSite, useDatabase } from './support/sql';

const made = useDatabase();
let site: { organisationId: string; siteId: string; key: string };
let writer: LedgerWriter;
const heads: number[] = [];

/** A ledger without records. */
async function another() {
  const { organisationId, id: siteId, key } = (await freshSite(made.db)).site;
  return { organisationId, siteId, key };
}

beforeEach(async () => {
  site = await another();
  heads.length = 0;
  writer = new LedgerWriter(made.db, (_of, { number }) => heads.push(number));
});

const PURPOSES = { necessary: true, advertising: false };
const record = (over: Partial<ChosenRecord> = {}): ChosenRecord => ({
  id: randomUUID(),
  site: site.key,
  version: 1,
  regimes: ['eu'],
  place: 'DE',
  language: 'en',
  purposes: PURPOSES,
  method: 'refuse-all',
  signals: { gpc: false },
  agent: 'Firefox 140',
  test: false,
  ...over,
});
const said = (
  over: { replaces?: string | null; unanswered?: string[]; method?: 'accept-all' | 'refuse-all' } = {},
) => ({
  version: 1,
  method: 'refuse-all' as const,
  purposes: PURPOSES,
  replaces: null,
  ...over,
});
const verify = (kept: { number: number; hash: string }[] = []) =>
  verifyLedger(made.db, site.organisationId, site.siteId, kept);

describe('writing', () => {
  it('puts records that come at once into few commits, without gap or fork', async () => {
    const written = await Promise.all(Array.from({ length: 150 }, () => writer.append(site, record(), said())));
    expect(written.map(({ number }) => number).sort((a, b) => a - b)).toEqual(
      Array.from({ length: 150 }, (_, i) => i + 1),
    );
    expect(heads.length).toBeLessThan(10);
    expect(await verify()).toMatchObject({ records: 150, broken: null });
  });

  it('stays one chain with several writers at once', async () => {
    const writers = [writer, new LedgerWriter(made.db), new LedgerWriter(made.owner)];
    await Promise.all(Array.from({ length: 90 }, (_, i) => writers[i % 3]!.append(site, record(), said())));
    expect(await verify()).toMatchObject({ records: 90, broken: null });
  });

  it('answers the same for the same id, at once and later', async () => {
    const one = record();
    const [first, twin] = await Promise.all([writer.append(site, one, said()), writer.append(site, one, said())]);
    const later = await new LedgerWriter(made.db).append(site, one, said());
    expect([twin!.hash, later.hash]).toEqual([first!.hash, first!.hash]);
    expect((await verify()).records).toBe(1);
  });

  it('refuses an id that says something else now, and writes the others that came with it', async () => {
    const one = record();
    await writer.append(site, one, said());
    const [other, fine] = await Promise.allSettled([
      writer.append(site, { ...one, method: 'accept-all' }, said({ method: 'accept-all' })),
      writer.append(site, record(), said()),
    ]);
    expect(other).toMatchObject({ status: 'rejected', reason: { status: 409, fields: [{ path: 'id' }] } });
    expect(fine).toMatchObject({ status: 'fulfilled', value: { number: 2 } });
  });

  it('lets the same id stand at two sites', async () => {
    const one = record();
    await writer.append(site, one, said());
    const other = await another();
    expect((await writer.append(other, { ...one, site: other.key }, said())).number).toBe(1);
  });

  it('links a choice to the one whose answer was lost, before the one that the visitor knows of', async () => {
    const known = await writer.append(site, record(), said());
    const lost = await writer.append(site, record(), said({ replaces: known.id }));
    const never = randomUUID();
    const next = await writer.append(site, record(), said({ replaces: known.id, unanswered: [never, lost.id] }));
    expect([lost.replaces, next.replaces]).toEqual([known.id, lost.id]);
    const alone = await writer.append(site, record(), said({ unanswered: [never] }));
    expect(alone.replaces).toBeNull();
  });

  it('refuses to replace what is no record of this site', async () => {
    const elsewhere = await another();
    const { id } = await writer.append(elsewhere, record({ site: elsewhere.key }), said());
    await expect(writer.append(site, record(), said({ replaces: id }))).rejects.toMatchObject({
      status: 422,
      fields: [{ path: 'replaces' }],
    });
    expect((await verify()).records).toBe(0);
  });

  it('keeps one busy site from nobody: others write while its ledger is held', async () => {
    const holder = await made.owner.connect();
    await holder.query('BEGIN');
    await holder.query('SELECT pg_advisory_xact_lock(hashtextextended($1, 0))', [`ledger ${site.siteId}`]);
    const waiting = Promise.all(Array.from({ length: 50 }, () => writer.append(site, record(), said())));
    try {
      const other = await another();
      expect((await writer.append(other, record({ site: other.key }), said())).number).toBe(1);
      // All fifty of them wait with one connection.
      const { rows } = await made.db.query(
        `SELECT count(*)::int AS n FROM pg_stat_activity WHERE wait_event = 'advisory' AND datname = current_database()`,
      );
      expect(rows[0].n).toBe(1);
    } finally {
      await holder.query('COMMIT');
      holder.release();
    }
    await waiting;
    expect((await verify()).records).toBe(50);
  });
});

describe('verifying', () => {
  const damage = async (statement: string, ...values: unknown[]) => {
    const tx = await made.owner.connect();
    await tx.query('ALTER TABLE consent_record DISABLE TRIGGER consent_record_is_final');
    await tx.query(statement, [site.siteId, ...values]);
    await tx.query('ALTER TABLE consent_record ENABLE TRIGGER consent_record_is_final');
    tx.release();
  };
  const fill = async (n: number) => {
    for (let i = 0; i < n; i++) await writer.append(site, record(), said());
    return (await verify()).head!;
  };

  it.each<[string, string, object]>([
    [
      'a changed body',
      `UPDATE consent_record SET body = jsonb_set(body, '{place}', '"FR"') WHERE site_id = $1 AND number = 3`,
      { code: 'changed', number: 3 },
    ],
    [
      'a record in the middle deleted',
      'DELETE FROM consent_record WHERE site_id = $1 AND number = 2',
      { code: 'missing', number: 2 },
    ],
    [
      'a mark flipped beside the body',
      'UPDATE consent_record SET test = true WHERE site_id = $1 AND number = 4',
      { code: 'columns', number: 4, columns: ['test'] },
    ],
    [
      'a time moved beside the body',
      `UPDATE consent_record SET at = at - interval '1 day' WHERE site_id = $1 AND number = 1`,
      { code: 'columns', number: 1, columns: ['at'] },
    ],
    [
      'the last records deleted',
      'DELETE FROM consent_record WHERE site_id = $1 AND number > 3',
      { code: 'ends-early', number: 3, known: 5 },
    ],
    ['all of it deleted', 'DELETE FROM consent_record WHERE site_id = $1', { code: 'ends-early', known: 5 }],
  ])('notices %s', async (_what, statement, found) => {
    const head = await fill(5);
    expect((await verify([head])).broken).toBeNull();
    await damage(statement);
    expect((await verify([head])).broken).toMatchObject(found);
  });

  it('reads a ledger longer than one step of it', async () => {
    await Promise.all(Array.from({ length: 1_200 }, () => writer.append(site, record(), said())));
    expect(await verify()).toMatchObject({ records: 1_200, broken: null });
  });
});

describe('ends kept elsewhere', () => {
  it('are signed, written whole, and never go back', async () => {
    const folder = await mkdtemp(path.join(tmpdir(), 'douane-heads-'));
    try {
      const signer = new HeadSigner('a secret');
      const files = new HeadFiles(folder, signer);
      files.note(site, { number: 7, hash: 'a'.repeat(64) });
      await files.flush();
      files.note(site, { number: 5, hash: 'b'.repeat(64) });
      await files.flush();
      const head = (await files.read(site.siteId))!;
      expect(head).toMatchObject({ format: 'douane.head/1', site: site.key, number: 7, hash: 'a'.repeat(64) });
      expect(signer.isOurs(head)).toBe(true);
      expect(signer.isOurs({ ...head, number: 6 })).toBe(false);
      expect(new HeadSigner('another').isOurs(head)).toBe(false);
      expect(new HeadSigner(null).sign(site, head, head.at).signature).toBeUndefined();
      expect(await readHead(path.join(folder, 'none.json'))).toBeNull();
    } finally {
      await rm(folder, { recursive: true, force: true });
    }
  });
});
