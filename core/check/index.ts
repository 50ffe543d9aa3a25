export {
  chosenBy,
  defaultCases,
  essentialCases,
  parseAge,
  parseCase,
  parseSteps,
  signalsOf,
  visitorCase,
} from './cases';
export { judgeVisit, type Visit } from './judge';
export { slippedThings, summarise, worstVerdict } from './summary';
export * from './types';
export { choiceWord, slipWords } from './words';
