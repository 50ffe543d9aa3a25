import type { ResolvedRegime } from '../../regimes/types';
import type { Setup } from '../../setup/types';
import type { Answers } from '../answers';
import type { PolicyDraft } from '../draft';
import type { PolicyKindId, WrittenFrom } from '../kinds/index';

/** What the rules look at. */
export interface InspectedPolicy {
  kind: PolicyKindId;
  draft: PolicyDraft;
  answers: Answers;
  /** With the services of the inventory. */
  setup: Setup;
  /** Laws of the site. */
  regimes: readonly ResolvedRegime[];
  from: WrittenFrom;
  /** What could be said of the inventory without asking anybody. */
  proposed: Answers;
  /** Ids of services that fired before a yes when the site was last checked. */
  slipped: readonly string[];
}

/** Parts of the questions, in which an answer is given. */
export const QUESTIONS = [
  'controller',
  'uses',
  'recipients',
  'transfers',
  'rights',
  'children',
  'automated',
  'sale',
] as const;
export type Question = (typeof QUESTIONS)[number];

export interface PolicyFound {
  /** What is missing or contradicts, in a sentence that names where. */
  what: string;
  /** Where it is mended: a section that one press puts in, a question to answer, a language, or the place of the inventory. */
  mend?: { insert: string } | { answer: Question } | { language: string } | { station: 'banner' | 'check' };
}

/** One rule of the lint for policies; each has a file of its own. */
export interface PolicyRule {
  id: string;
  title: string;
  /** `breach`: a law wants it. `contradiction`: two things that the site says do not go together. `advice`: it could be clearer. */
  weight: 'breach' | 'contradiction' | 'advice';
  article: string;
  kinds: readonly PolicyKindId[];
  /** Under which laws; absent: all. */
  under?(regimes: readonly ResolvedRegime[]): boolean;
  look(of: InspectedPolicy): PolicyFound[];
}
export interface PolicyFinding extends PolicyFound {
  rule: string;
  title: string;
  weight: PolicyRule['weight'];
  article: string;
}
