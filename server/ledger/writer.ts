import {
  type ConsentRecord,
  hashRecord,
  isSameChoice,
  type LedgerHead,
  type RecordBody,
  type Submission,
} from '@douane/core/consent';
import { type Db, inTransaction, isAway } from '../db/db';
import { holdLedger, insertRecords, recordsById } from '../db/records.sql';
import { Problem } from '../problems';

/** What is known of a record before it has its place in the ledger. */
export type NewRecord = Omit<RecordBody, 'number' | 'at' | 'replaces'>;

interface Waiting {
  record: NewRecord;
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
}

/** Written in one commit; more wait for the next. */
const MOST_AT_ONCE = 200;
/** More than this wait for nobody: they are told to come again. */
const MOST_WAITING = 2_000;

/**
 * Appends records to ledgers. Those of one site that come together are written by one commit, and wait for each other
 * before any of them takes a connection, so one busy site never keeps the others from the database.
 */
export class LedgerWriter {
  private readonly ledgers = new Map<string, Ledger>();
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
    record: NewRecord,
    submission: Waiting['submission'],
  ): Promise<ConsentRecord> {
    const underWay = this.ledgers.get(siteId);
    const ledger = underWay ?? { of: { organisationId, siteId, key }, waiting: [] };
    this.ledgers.set(siteId, ledger);
    if (ledger.waiting.length >= MOST_WAITING) {
      throw new Problem(503, 'Too many records at once', 'Try again in a moment.', undefined, 2);
    }
    const written = new Promise<ConsentRecord>((done, fail) => ledger.waiting.push({ record, submission, done, fail }));
    if (!underWay) {
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
    this.ledgers.delete(ledger.of.siteId);
  }

  private async write({ of }: Ledger, batch: readonly Waiting[]): Promise<void> {
    const { organisationId, siteId } = of;
    const named = batch.flatMap(({ record, submission: { replaces, unanswered = [] } }) => [
      record.id,
      ...(replaces ? [replaces] : []),
      ...unanswered,
    ]);
    let head: LedgerHead | null = null;
    const settle = await inTransaction(this.db, async (tx) => {
      const end = await holdLedger(tx, organisationId, siteId);
      const known = new Map(
        (await recordsById(tx, organisationId, siteId, named)).map((record) => [record.id, record]),
      );
      const fresh: ConsentRecord[] = [];
      const answers = batch.map(({ record, submission, done, fail }) => {
        const there = known.get(record.id);
        if (there) return isSameChoice(submission, there) ? () => done(there) : () => fail(otherChoice(record.id));
        const replaced = replacedBy(submission, known);
        if (replaced === undefined) return () => fail(notOfThisSite(submission.replaces!));
        const previousHash = fresh.at(-1)?.hash ?? end.hash;
        const number = end.number + fresh.length + 1;
        const body: RecordBody = { ...record, replaces: replaced, number, at: new Date().toISOString() };
        const written = { ...body, previousHash, hash: hashRecord(body, previousHash) };
        fresh.push(written);
        known.set(record.id, written);
        return () => done(written);
      });
      if (fresh.length > 0) {
        await insertRecords(tx, organisationId, siteId, fresh);
        const { number, hash } = fresh.at(-1)!;
        head = { number, hash };
      }
      return answers;
    });
    for (const answer of settle) answer();
    if (head) this.onWritten(of, head);
  }
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
