import type {
  Answers,
  ComparedCopy,
  PolicyContent,
  PolicyDraft,
  PolicyKindId,
  Quote,
  Review,
  VersionState,
  WrittenFrom,
} from '@douane/core/policy';

/** What policies of a site are written from, and what could be said without asking anybody. */
export interface PolicySource {
  answers: Answers;
  proposed: Answers;
  /** 0: nobody has answered anything yet, and the answers are those that were proposed. */
  revision: number;
  answered: { person: string; at: string } | null;
  /** The draft with its services. */
  setup: WrittenFrom['setup'];
  /** Day (ISO date) as of which laws are read. */
  on: string;
}

export interface PolicyVersionHead {
  number: number;
  note: string;
  major: boolean;
  madeBy: string;
  madeAt: string;
  dueOn: string | null;
  liveFrom: string | null;
  /** `untold`: why the letter that asks for it did not go out; it is tried again. */
  reviews: (Review & { personId: string; words: string; at: string | null; untold: string | null })[];
  state: VersionState;
}

export interface PolicyHead {
  id: string;
  kind: PolicyKindId;
  /** In its address. */
  name: string;
  title: string;
  draft: PolicyDraft;
  revision: number;
  changedBy: string;
  changedAt: string;
  /** Whether accounts are asked to agree to it. */
  agree: 'no' | 'may' | 'must';
  /** For whose people it is; none: for all. */
  places: string[];
  history: boolean;
  /** The newest first. */
  versions: PolicyVersionHead[];
  /** Pages on which it was pasted, and what was found there last, or why nothing could be. */
  copies: {
    id: string;
    address: string;
    language: string;
    lookedAt: string | null;
    found: ComparedCopy | { why: string } | null;
  }[];
}

export interface PolicyList extends PolicySource {
  policies: PolicyHead[];
  /** Ids of services that fired before a yes when the site was last checked. */
  slipped: string[];
  /** Who can be asked for a review, and which of them asks. */
  colleagues: { id: string; name: string }[];
  you: string;
  /** Whether letters to them can leave. */
  canMail: boolean;
  /** Where visitors read policies, without an end; `null`: nothing is published yet, so nobody can. */
  hosted: string | null;
}

/** Who changed which block, and when last; `after`: the number of the version that was handed in before, 0 where none was. */
export interface PolicyChanges {
  changes: { blockId: string; person: string; at: string; after: number }[];
}

export interface PolicyComments {
  comments: {
    id: string;
    blockId: string;
    quote: Quote | null;
    words: string;
    person: string;
    at: string;
    settled: boolean;
  }[];
}

export interface PolicyVersionText {
  content: PolicyContent;
}
