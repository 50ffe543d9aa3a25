export {
  adverseCases,
  changedBy,
  choiceAfter,
  chosenBy,
  defaultCases,
  essentialCases,
  isChoosing,
  LAPSED_DAYS,
  laterCases,
  parseAge,
  parseCase,
  parseSteps,
  signalsOf,
  visitorCase,
} from './cases';
export { judgeVisit, type Permission, permissionAt, permissionsOf, type Visit } from './judge';
export { type MadeChoice, recordProblems } from './ledger';
export { exposedByCase, isMistold, slippedThings, summarise, worstVerdict } from './summary';
export { type CheckedTold, type Heard, judgeTold } from './told';
export * from './types';
export { choiceWord, slipWords, toldWords } from './words';
