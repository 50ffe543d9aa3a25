import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import canonicalize from 'canonicalize';

/** How a choice was made. */
export const METHODS = ['accept-all', 'refuse-all', 'chosen'] as const;
export type Method = (typeof METHODS)[number];

/** What is written of one choice. No IP address, no full user agent; `place` is at country or state level. */
export interface RecordBody {
  id: string;
  site: string;
  /** Place in the site's ledger, from 1 without gaps. */
  number: number;
  /** Number of the release whose words and rules the visitor met. */
  version: number;
  regimes: string[];
  place: string;
  language: string;
  purposes: Record<string, boolean>;
  method: Method;
  signals: { gpc: boolean };
  /** Family and major version of the user agent, such as "Firefox 140". */
  agent: string;
  /** Made by a check, a preview or on a staging address: never counted. */
  test: boolean;
  /** The record this one replaces, where the visitor had chosen before. */
  replaces: string | null;
  /** ISO 8601, UTC, milliseconds. */
  at: string;
}

export interface ConsentRecord extends RecordBody {
  /** Hash of the record before it in the ledger; 64 zeros for the first. */
  previousHash: string;
  hash: string;
}

/** Number and hash of a ledger's newest record, by which everything before it is fixed. */
export interface LedgerHead {
  number: number;
  hash: string;
}

export const FIRST_PREVIOUS_HASH = '0'.repeat(64);

/** SHA-256 (hex) over the previous hash and a record of any ledger in canonical JSON (RFC 8785). */
export function hashRecord(body: object, previousHash: string): string {
  return bytesToHex(sha256(utf8ToBytes(`${previousHash}\n${canonicalize(body)}`)));
}

/** What is kept of a record beside its body, to find and count it by; it has to agree with the body. */
export type RecordColumns = Pick<RecordBody, 'id' | 'number' | 'test' | 'at'>;

/** Why a ledger does not hold, as facts. `number`: the record at which it shows. */
export type LedgerBreak =
  | { code: 'missing'; number: number; follows: number }
  | { code: 'not-following'; number: number }
  | { code: 'changed'; number: number }
  | { code: 'columns'; number: number; columns: string[] }
  | { code: 'ends-early'; number: number; known: number }
  | { code: 'other-head'; number: number };

/** Where and how a ledger is broken, as a clause. */
export function breakWords(found: LedgerBreak): string {
  switch (found.code) {
    case 'missing':
      return `record ${found.number} is missing; ${found.follows} follows`;
    case 'not-following':
      return 'it does not follow the record before it';
    case 'changed':
      return 'its content was changed after it was written';
    case 'columns':
      return `what it is found and counted by was changed: ${found.columns.join(', ')}`;
    case 'ends-early':
      return `the ledger ends here, but record ${found.known} was written`;
    case 'other-head':
      return 'it is another record than the one that was written';
  }
}

/**
 * Verifies a ledger record by record, in order, and keeps nothing of it but its end: a ledger of any length. `heads` are
 * ends of it that were kept elsewhere, each of which has to be met.
 */
export class LedgerFold {
  private previous = FIRST_PREVIOUS_HASH;
  private readonly heads: Map<number, string>;
  private readonly furthest: number;
  records = 0;
  broken: LedgerBreak | null = null;

  constructor(heads: readonly LedgerHead[] = []) {
    this.heads = new Map(heads.map(({ number, hash }) => [number, hash]));
    this.furthest = Math.max(0, ...this.heads.keys());
  }

  /** Takes the next record; after the first that does not hold the rest is only counted. */
  add({ previousHash, hash, ...body }: ConsentRecord, columns?: RecordColumns): void {
    this.records += 1;
    this.broken ??= this.breakAt(body, previousHash, hash, columns);
    this.previous = hash;
  }

  /** To be called after the last. Whether the ledger holds, and its end; `null`: it is empty. */
  end(): { records: number; broken: LedgerBreak | null; head: LedgerHead | null } {
    const { records } = this;
    if (records < this.furthest) this.broken ??= { code: 'ends-early', number: records, known: this.furthest };
    return { records, broken: this.broken, head: records > 0 ? { number: records, hash: this.previous } : null };
  }

  private breakAt(body: RecordBody, previousHash: string, hash: string, columns?: RecordColumns): LedgerBreak | null {
    const number = this.records;
    if (body.number !== number) return { code: 'missing', number, follows: body.number };
    if (previousHash !== this.previous) return { code: 'not-following', number };
    if (hashRecord(body, previousHash) !== hash) return { code: 'changed', number };
    const differ = columns
      ? (Object.keys(columns) as (keyof RecordColumns)[]).filter((k) => columns[k] !== body[k])
      : [];
    if (differ.length > 0) return { code: 'columns', number, columns: differ };
    const known = this.heads.get(number);
    return known !== undefined && known !== hash ? { code: 'other-head', number } : null;
  }
}
