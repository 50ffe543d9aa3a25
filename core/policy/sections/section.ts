import type { ResolvedRegime } from '../../regimes/types';
import type { Setup } from '../../setup/types';
import type { Answers, Audience } from '../answers';
import type { PolicyKindId } from '../kinds/ids';
import type { Block } from '../rich/node';
import type { PolicyWords } from '../words/index';

/** What a section is written from. */
export interface Written {
  kind: PolicyKindId;
  audience: Audience;
  answers: Answers;
  setup: Setup;
  /** Laws that the site serves, as of the day. */
  regimes: readonly ResolvedRegime[];
  language: string;
  words: PolicyWords;
  /** An answer as it is told in the language: what was proposed in its words, anything else as it was answered, told of. */
  said(block: string, answer: string): string;
}

/** One section of a policy. */
export interface Section {
  /** Its blocks' ids begin with this. */
  id: string;
  /** What it says now; nothing where there is no cause for it. */
  blocks(of: Written): Block[];
}
