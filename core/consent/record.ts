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

export const FIRST_PREVIOUS_HASH = '0'.repeat(64);

/** SHA-256 (hex) over the previous hash and the record in canonical JSON (RFC 8785). */
export function hashRecord(body: RecordBody, previousHash: string): string {
  return bytesToHex(sha256(utf8ToBytes(`${previousHash}\n${canonicalize(body)}`)));
}

/** Why a ledger does not hold, at its first broken record; `null` when it holds. */
export function firstBreak(records: Iterable<ConsentRecord>): { number: number; why: string } | null {
  let previous = FIRST_PREVIOUS_HASH;
  let number = 0;
  for (const { previousHash, hash, ...body } of records) {
    number += 1;
    if (body.number !== number) return { number, why: `record ${number} is missing; ${body.number} follows` };
    if (previousHash !== previous) return { number, why: 'it does not follow the record before it' };
    if (hashRecord(body, previousHash) !== hash) return { number, why: 'its content was changed after it was written' };
    previous = hash;
  }
  return null;
}
