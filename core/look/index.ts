export { isInOrder, isInstalled, lookAsJunit } from './report';
export * from './types';
export { GATE_WORDS, meansWords } from './words';
