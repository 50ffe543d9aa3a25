export { isInOrder, isInstalled, lostSince } from './in-order';
export * from './types';
export { GATE_WORDS, meansWords } from './words';
