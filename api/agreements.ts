import type { AgreementDecision, AgreementRecord, Standing } from '@douane/core/agreements';

/** How a person stands, as a site's own server reads it. */
export interface AgreementStanding {
  /** He has not answered something that he must. */
  waits: boolean;
  policies: {
    policy: string;
    titles: Record<string, string>;
    version: number;
    must: boolean;
    standing: Standing;
    since: string | null;
    /** Where it is read. */
    address: string;
  }[];
  /** Where he answers on our screen, for half an hour; `null`: nothing is asked. */
  screen: string | null;
}

export interface AgreementAnswers {
  records: {
    id: string;
    number: number;
    policy: string;
    version: number;
    decision: AgreementDecision;
    at: string;
    hash: string;
  }[];
}

export interface AgreementOverview {
  persons: number;
  records: number;
  shares: AgreementShare[];
  /** How it asks: reminders every so many days and at most so often, and whether our screen asks for an age. */
  settings: { reminders: { days: number; most: number }; asksAge: boolean };
  canMail: boolean;
}

/** How those who are asked to agree to a policy stand to it. */
export interface AgreementShare {
  policy: string;
  title: string;
  version: number;
  audience: string;
  must: boolean;
  standings: Record<Standing, number>;
}

/** The same at the end of each of some days (ISO date, UTC) since the site first asked; the last one is now. */
export interface AgreementsOverTime {
  days: { day: string; shares: AgreementShare[] }[];
}

export interface AgreementLedgerState {
  /** At which record the ledger is broken; `null`: it holds. */
  brokenAt: number | null;
}

export interface AgreementPersonDetail {
  audience: string;
  language: string | null;
  country: string | null;
  byGuardian: boolean;
  reminded: number;
  policies: { policy: string; title: string; version: number; must: boolean; standing: Standing }[];
  /** The newest first. */
  records: AgreementRecord[];
}
