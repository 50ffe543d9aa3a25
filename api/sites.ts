import type { NextStep, SiteState, Stage, Station } from '@douane/core/board';
import type { ConsentRecord } from '@douane/core/consent';
import type { Breach } from '@douane/core/lint';
import type { OrganisationFacts, Rules } from '@douane/core/regimes';
import type { BannerContent } from '@douane/core/release';
import type { DraftPart, Look, Setup } from '@douane/core/setup';

export interface Person {
  name: string;
  email: string;
  organisation: string;
}

/** Who is signed in, and the token that every change has to bring along; empty for nobody. */
export interface Session {
  person: Person | null;
  csrf: string;
}

export interface SiteSummary {
  id: string;
  key: string;
  name: string;
  address: string;
  state: SiteState;
  stages: Record<Station, Stage>;
  next: NextStep;
}

/** `answered`: the address that answered, where it was given without a scheme. */
export interface TakenOnSite extends SiteSummary {
  answered: string | null;
}

export interface Board {
  sites: SiteSummary[];
  /** What the server noticed of how it is run, a sentence each. */
  notices: string[];
}

/** How often each part of a draft was saved. */
export type Revisions = Record<DraftPart, number>;

export interface ReleaseHead {
  number: number;
  madeAt: string;
  madeBy: string | null;
  /** What the lint found against a law in it; the reason is that of its publication. */
  breaches: Breach[];
}

/** From when a release is in force, and by whose word. */
export interface Publication {
  id: string;
  number: number;
  fromAt: string;
  why: string | null;
  person: string | null;
  /** The banner does not come by itself while it is in force. */
  paused: boolean;
  /** It has not begun yet. */
  ahead: boolean;
  inForce: boolean;
}

export interface Draft {
  revisions: Revisions;
  setup: Setup;
  /** Where it differs from the newest release. */
  differences: string[];
  /** The newest first. */
  releases: ReleaseHead[];
  /** The newest first. */
  publications: Publication[];
  open: number;
  snippet: string;
  contents: BannerContent[];
}

/** A look of the organisation, and the sites in it, each as the look was when it took it. */
export interface SharedLook {
  id: string;
  name: string;
  revision: number;
  look: Look;
  users: { siteId: string; name: string; revision: number }[];
}

export interface LookList {
  looks: SharedLook[];
}

/** How it went with each of several sites: paths of its draft that changed, or why none did. */
export interface ChangedSites {
  sites: { siteId: string; changed: string[]; problem?: string }[];
}

/** A site's start page as the newest scan saw it, as a data address; `null`: no picture was taken yet. */
export interface SitePicture {
  data: string | null;
}

export type DraftSaved = Pick<Draft, 'revisions'>;

export interface PublishedRelease {
  number: number;
  snippet: string;
}

/** Configuration of the site's own server, as text. */
export interface ServerPolicy {
  text: string;
}

/** The end of a ledger as it can be kept elsewhere, format `douane.head/1`; signed where the server has a secret. */
export interface SignedHead {
  format: 'douane.head/1';
  site: string;
  siteId: string;
  number: number;
  hash: string;
  at: string;
  /** Ed25519, DER (SPKI) in base64. */
  publicKey?: string;
  signature?: string;
}

export interface RecordList {
  records: ConsentRecord[];
  counts: { counted: number; tests: number; acceptedAll: number; refusedAll: number };
}

/** Whether every record follows from the one before it; `broken` names the first that does not. */
export interface LedgerState {
  records: number;
  broken: { number: number; why: string } | null;
  /** Hash of the last record. */
  last: string | null;
}

/** What the organisation said of itself at a time, to learn which laws bind it. */
export interface KeptAnswer {
  id: string;
  facts: OrganisationFacts;
  person: string;
  at: string;
}

/** The newest first. */
export interface AnswerList {
  answers: KeptAnswer[];
}

/** What a release was made from. */
export interface ReleasedSetup {
  setup: Setup;
  /** As they were compiled when it was made; of a draft, as the laws stand. */
  rules: Rules;
}
