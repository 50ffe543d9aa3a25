import { hashRecord } from '../consent/record';

/** `withdrawn`: what was agreed to before counts no more. */
export const DECISIONS = ['agreed', 'declined', 'withdrawn'] as const;
export type AgreementDecision = (typeof DECISIONS)[number];

/** `screen`: on ours; `api`: on one of the site's; `on-behalf`: by somebody of the organisation; `guardian`: for a child. */
export type AgreementWay = 'screen' | 'api' | 'on-behalf' | 'guardian';

/** What is written of one answer. Who it is stands in it only as a pseudonym, which the site's own key makes. */
export interface AgreementBody {
  id: string;
  site: string;
  /** Place in the site's ledger of agreements, from 1 without gaps. */
  number: number;
  /** HMAC-SHA-256 (hex) of the site's reference of the person, or, of a guardian's answer, of the child. */
  person: string;
  policy: string;
  version: number;
  /** Hash of the version's content. */
  contentHash: string;
  decision: AgreementDecision;
  way: AgreementWay;
  /** On behalf: who did it, and why. By a guardian: HMAC of his mail address. */
  by: string | null;
  reason: string | null;
  audience: string;
  language: string | null;
  /** ISO 3166-1, where the site told it. */
  country: string | null;
  /** ISO 8601, UTC, by the server's clock. */
  at: string;
}

export interface AgreementRecord extends AgreementBody {
  /** Hash of the record before it; 64 zeros for the first. */
  previousHash: string;
  hash: string;
}

/** At which record a ledger of agreements is broken, counted from 1; `null`: it holds. In the order of their numbers. */
export function brokenAt(records: readonly AgreementRecord[], previousHash: string, first = 1): number | null {
  let previous = previousHash;
  for (const [i, { previousHash, hash, ...body }] of records.entries()) {
    if (body.number !== first + i || previousHash !== previous || hashRecord(body, previousHash) !== hash)
      return first + i;
    previous = hash;
  }
  return null;
}
