import { plural } from '../words/index';
import type { GateState, LookedPage, SeenMeans } from './types';

/** What is found of the gate on a page. */
export const GATE_WORDS: Record<GateState, string> = {
  first: 'there, and first',
  late: 'too late: tags stand above it',
  missing: 'not there',
  'other-key': 'another site’s gate',
  'not-blocking': 'there, but does not block',
  several: 'there more than once',
  silent: 'there, and does not run',
  'other-version': 'there, in another version than the one in force',
  failed: 'could not be looked at',
};

const MEANS_WORDS: Record<Exclude<SeenMeans, 'marked'>, string> = {
  script: 'the script',
  policy: 'its policy',
  header: 'the server’s policy',
  edge: 'the edge',
};

/** By what a page holds, as was seen: "the edge, the script, its policy, 3 marked tags". */
export const meansWords = ({ means = [], marked = 0 }: Pick<LookedPage, 'means' | 'marked'>): string =>
  means.map((one) => (one === 'marked' ? plural(marked, 'marked tag') : MEANS_WORDS[one])).join(', ');
