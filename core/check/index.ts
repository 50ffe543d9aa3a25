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
export { judgeVisit, type Permission, permissionAt, permissionsOf, type Visit } from './judge';
export { exposedByCase, isMistold, slippedThings, summarise, worstVerdict } from './summary';
export { type CheckedTold, type Heard, judgeTold } from './told';
export * from './types';
export { choiceWord, slipWords, toldWords } from './words';
