import { setImmediate } from 'node:timers/promises';
import {
  type ChosenRecord,
  type ConsentRecord,
  hashRecord,
  isSameChoice,
  type LedgerHead,
  type RecordBody,
  type Submission,
} from '@douane/core/consent';
import { LRUCache } from 'lru-cache';
import { type Db, inTransaction, isAway } from '../db/db';
import { holdLedger, insertRecords, recordsById } from '../db/records.sql';
import { Problem } from '../problems';

interface Waiting {
  record: ChosenRecord;
  submission: Pick<Submission, 'version' | 'method' | 'purposes' | 'replaces' | 'unanswered'>;
  done(written: ConsentRecord): void;
  fail(cause: unknown): void;
}

/** Whose ledger it is. */
export interface LedgerOf {
  organisationId: string;
  siteId: string;
  key: string;
}

interface Ledger {
  of: LedgerOf;
  waiting: Waiting[];
  busy: boolean;
  /** Its end as far as this process knows it to be committed; `null`: it has to be looked up. */
  end: LedgerHead | null;
}

/** Written in one commit; more wait for the next. */
const MOST_AT_ONCE = 200;
/** More than this wait for nobody: they are told to come again. */
const MOST_WAITING = 2_000;
/** Ledgers whose end is remembered. */
const MOST_LEDGERS = 10_000;
/** Others may write ahead of us this often before somebody is told to come again. */
const MOST_TRIES = 5;

/**
 * Appends records to ledgers. Those of one site that come together are written by one commit, and wait for each other
 * before any of them takes a connection, so one busy site never keeps the others from the database.
 */
export class LedgerWriter {
  private readonly ledgers = new LRUCache<string, Ledger>({ max: MOST_LEDGERS });
  private readonly flushing = new Set<Promise<void>>();

  /** `onWritten`: told of a ledger's new end after each commit. */
  constructor(
    private readonly db: Db,
    private readonly onWritten: (of: LedgerOf, head: LedgerHead) => void = () => {},
  ) {}

  /**
   * Answers when the record is committed. One whose id is in the ledger already is answered by what stands there; throws a
   * problem where that says otherwise, or where `replaces` is no record of this site.
   */
  append(
    { organisationId, siteId, key }: LedgerOf,
    record: ChosenRecord,
    submission: Waiting['submission'],
  ): Promise<ConsentRecord> {
    let ledger = this.ledgers.get(siteId);
    if (!ledger) {
      ledger = { of: { organisationId, siteId, key }, waiting: [], busy: false, end: null };
      this.ledgers.set(siteId, ledger);
    }
    const { waiting } = ledger;
    if (waiting.length >= MOST_WAITING) {
      throw new Problem(503, 'Too many records at once', 'Try again in a moment.', undefined, 2);
    }
    const written = new Promise<ConsentRecord>((done, fail) => waiting.push({ record, submission, done, fail }));
    if (!ledger.busy) {
      const work = this.flush(ledger).finally(() => this.flushing.delete(work));
      this.flushing.add(work);
    }
    return written;
  }

  /** Resolves when everything that was given is written or has failed. */
  async drain(): Promise<void> {
    while (this.flushing.size > 0) await Promise.all(this.flushing);
  }

  private async flush(ledger: Ledger): Promise<void> {
    ledger.busy = true;
    try {
      await setImmediate(); // those that came in the same moment are one batch
      while (ledger.waiting.length > 0) {
        const batch = ledger.waiting.splice(0, MOST_AT_ONCE);
        try {
          await this.write(ledger, batch);
        } catch (cause) {
          // What is wrong with one must not be laid on those that came with it.
          if (batch.length === 1 || isAway(cause)) for (const { fail } of batch) fail(cause);
          else for (const one of batch) await this.write(ledger, [one]).catch(one.fail);
        }
      }
    } finally {
      ledger.busy = false;
    }
  }

  /**
   * Where nothing has to be looked up and the end of the ledger is known, one statement writes the batch: two who write the
   * same number cannot both commit. Whoever comes second, and everybody else, holds the ledger and looks.
   */
  private async write(ledger: Ledger, batch: readonly Waiting[]): Promise<void> {
    const { end } = ledger;
    if (end && batch.every(isPlain)) {
      const records = chained(
        end,
        batch.map(({ record }) => ({ ...record, replaces: null })),
      );
      ledger.end = null; // until it is known to be committed
      try {
        await insertRecords(this.db, ledger.of.organisationId, ledger.of.siteId, records);
        batch.forEach(({ done }, i) => {
          done(records[i]!);
        });
        this.written(ledger, records);
        return;
      } catch (cause) {
        if (!isTaken(cause)) throw cause;
      }
    }
    for (let tries = 1; ; tries++) {
      try {
        await this.writeHeld(ledger, batch);
        return;
      } catch (cause) {
        if (!isTaken(cause) || tries === MOST_TRIES) throw cause;
      }
    }
  }

  private async writeHeld(ledger: Ledger, batch: readonly Waiting[]): Promise<void> {
    const { organisationId, siteId } = ledger.of;
    const named = batch.flatMap(({ record, submission: { replaces, unanswered = [] } }) => [
      record.id,
      ...(replaces ? [replaces] : []),
      ...unanswered,
    ]);
    ledger.end = null;
    const { answers, fresh, end } = await inTransaction(this.db, async (tx) => {
      const before = await holdLedger(tx, organisationId, siteId);
      const there = await recordsById(tx, organisationId, siteId, named);
      const known = new Map(there.map((record) => [record.id, record]));
      const written: ConsentRecord[] = [];
      const told = batch.map(({ record, submission, done, fail }) => {
        const same = known.get(record.id);
        if (same) return isSameChoice(submission, same) ? () => done(same) : () => fail(otherChoice(record.id));
        const replaces = replacedBy(submission, known);
        if (replaces === undefined) return () => fail(notOfThisSite(submission.replaces!));
        const [next] = chained(written.at(-1) ?? before, [{ ...record, replaces }]);
        written.push(next!);
        known.set(record.id, next!);
        return () => done(next!);
      });
      if (written.length > 0) await insertRecords(tx, organisationId, siteId, written);
      return { answers: told, fresh: written, end: before };
    });
    for (const answer of answers) answer();
    ledger.end = end;
    if (fresh.length > 0) this.written(ledger, fresh);
  }

  private written(ledger: Ledger, records: readonly ConsentRecord[]): void {
    const { number, hash } = records.at(-1)!;
    ledger.end = { number, hash };
    this.onWritten(ledger.of, ledger.end);
  }
}

/** One of a visitor who chose for the first time. */
const isPlain = ({ submission: { replaces, unanswered } }: Waiting) => replaces === null && !unanswered?.length;

/** Whether a number or an id was written by somebody else meanwhile (PostgreSQL: unique_violation). */
const isTaken = (cause: unknown) => (cause as { code?: string }).code === '23505';

/** Records as they follow the end of a ledger. */
function chained(end: LedgerHead, records: readonly (ChosenRecord & { replaces: string | null })[]): ConsentRecord[] {
  let { number, hash: previousHash } = end;
  const at = new Date().toISOString();
  return records.map((record) => {
    number += 1;
    const body: RecordBody = { ...record, number, at };
    const hash = hashRecord(body, previousHash);
    const written = { ...body, previousHash, hash };
    previousHash = hash;
    return written;
  });
}

/**
 * The record that one takes the place of: of those whose answer was lost the newest that was written, else the one it
 * names. `null`: none. `undefined`: the one it names is not of this site.
 */
function replacedBy(
  { replaces, unanswered = [] }: Waiting['submission'],
  known: ReadonlyMap<string, ConsentRecord>,
): string | null | undefined {
  const lost = unanswered.flatMap((id) => known.get(id) ?? []).sort((a, b) => b.number - a.number)[0];
  if (lost) return lost.id;
  if (replaces === null) return null;
  return known.has(replaces) ? replaces : undefined;
}

const wrong = (status: number, path: string, message: string) =>
  new Problem(status, 'The record is not right', undefined, [{ path, message }]);
const notOfThisSite = (id: string) => wrong(422, 'replaces', `${id} is no record of this site`);
const otherChoice = (id: string) => wrong(409, 'id', `${id} is the id of another choice`);
