/** The parts of this folder that are small enough for a browser: no catalogue and no data on hosts. */
export { effectsOf } from './effects';
export { hostOf } from './layers/bringers';
export { slugOf } from './services';
export * from './settings';
export { LIKENESSES, type Likeness, similarTo } from './similar';
export { authorWords } from './trace';
export { LEGAL_BASES, type LegalBasis } from './types';
