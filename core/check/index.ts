export { defaultCases, essentialCases, parseCase, visitorCase } from './cases';
export { judgeVisit, type Visit } from './judge';
export { slippedThings, summarise, worstVerdict } from './summary';
export * from './types';
export { choiceWord, slipWords } from './words';
