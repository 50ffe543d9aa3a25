/** The parts of this folder that are small enough for a browser: no catalogue and no data on hosts. */
export { becauseWords, evidenceWords, ruleWords, seenThenWords } from './because-words';
export { effectsOf } from './effects';
export { hostOf } from './layers/initiators';
export { slugOf } from './services';
export * from './settings';
export { LIKENESSES, type Likeness, similarTo } from './similar';
export { authorWords } from './trace';
export { LEGAL_BASES, type LegalBasis } from './types';
