import { type Db, inTransaction, isAway } from '@douane/server';
import { describe, expect, it } from 'vitest';
import { useDatabase } from './support/sql';

const made = useDatabase();
const one = async (sql: string, values: unknown[]) => (await made.db.query(sql, values)).rows[0];

describe('text that PostgreSQL cannot keep', () => {
  it.each([
    ['a\0b', 'a\ufffdb'],
    ['half \ud83d', 'half \ufffd'],
    ['whole \u{1f36a}', 'whole \u{1f36a}'],
  ])('%j is kept as %j', async (sent, kept) => {
    expect(await one('SELECT $1::text AS text', [sent])).toEqual({ text: kept });
    expect(await one('SELECT $1::text[] AS list', [[sent]])).toEqual({ list: [kept] });
    expect(await one('SELECT $1::jsonb AS json', [{ [sent]: [sent] }])).toEqual({ json: { [kept]: [kept] } });
  });
});

describe('a transaction', () => {
  const rows = () => made.owner.query('SELECT n FROM tally').then((result) => result.rows);
  it('is kept whole or not at all, and its connection is given back', async () => {
    await made.owner.query('CREATE TABLE tally (n int PRIMARY KEY)');
    const write = (db: Db, ...numbers: number[]) =>
      inTransaction(db, async (tx) => {
        for (const n of numbers) await tx.query('INSERT INTO tally VALUES ($1)', [n]);
      });
    await write(made.owner, 1, 2);
    for (let i = 0; i < 25; i++) await expect(write(made.owner, 3, 1)).rejects.toThrow(/tally_pkey/);
    expect(await rows()).toEqual([{ n: 1 }, { n: 2 }]);
    expect(made.owner.waitingCount).toBe(0);
  });

  it('whose connection is broken off fails, and the next one works', async () => {
    const broken = inTransaction(made.db, async (tx) => {
      const { rows: own } = await tx.query('SELECT pg_backend_pid() AS pid');
      await made.db.query('SELECT pg_terminate_backend($1)', [own[0].pid]);
      await tx.query('SELECT 1');
    });
    const cause = await broken.catch((error: unknown) => error);
    expect(isAway(cause)).toBe(true);
    expect(await inTransaction(made.db, async (tx) => (await tx.query('SELECT 7 AS n')).rows)).toEqual([{ n: 7 }]);
  });
});

it('the application’s user may add records and read them, and do nothing else to them', async () => {
  for (const sql of ['UPDATE consent_record SET test = true', 'DELETE FROM consent_record', 'TRUNCATE consent_record'])
    await expect(made.db.query(sql)).rejects.toThrow(/permission denied/);
  await expect(made.db.query('ALTER TABLE consent_record DISABLE TRIGGER ALL')).rejects.toThrow(/must be owner/);
});

it.each(['23505', '22P05', '42P01'])('a fault in what was asked (%s) is no sign of a database that is away', (code) => {
  expect(isAway(Object.assign(new Error('no'), { code }))).toBe(false);
});
