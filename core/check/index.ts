export { changeOf, type ServedOnce, type SiteChange, toldApart } from './alike';
export { type Baseline, baselineSchema, type Parted, partByBaseline } from './baseline';
export { type Carried, carriedBy, type SentText, withCarried } from './carried';
export {
  adverseCases,
  allCases,
  broadCases,
  caseText,
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
  usualCases,
  visitorCase,
} from './cases';
export { BECAME, type Became, type CheckComparison, compareChecks } from './compare';
export { judgeVisit, type Permission, permissionAt, permissionsOf, type Visit } from './judge';
export { type MadeChoice, recordProblems } from './ledger';
export * from './mends/index';
export { checkReportJsonSchema, checkReportSchema } from './report-schema';
export { exposedOn, shownBy } from './shown';
export {
  exposedByCase,
  isMistold,
  isSameItem,
  newlySlipped,
  notChecked,
  serviceOf,
  silentWords,
  slippedFrom,
  slippedThings,
  summarise,
  verdictTable,
} from './summary';
export { type CheckedTold, type Heard, judgeTold } from './told';
export * from './types';
export { withUnscanned } from './unscanned';
export { changeWords, choiceWord, exposureWords, luckWords, pictureWords, slipWords, toldWords } from './words';
