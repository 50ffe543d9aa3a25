export { REGIMES, regimeById } from './catalogue';
export { decide, grantedMeanwhile } from './decide';
export { parsePlace, placeCode } from './place';
export * from './types';
export { MODE_WORDS, traceSentence } from './words';
