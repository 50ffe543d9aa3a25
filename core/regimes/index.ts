export {
  type Applicability,
  type Assessed,
  appliesTo,
  assessAll,
  type OrganisationFacts,
  thresholdWords,
  VERDICT_WORDS,
} from './applies';
export { REGIMES, regimeById } from './catalogue';
export {
  compileRules,
  isInForce,
  lawsAt,
  type SiteRegions,
  type SiteRule,
  TREATMENTS,
  type Treatment,
} from './compile';
export { type Coverage, coverageOf, lawReader } from './coverage';
export { decide, type Explained, explain, grantedMeanwhile, ruleFor } from './decide';
export {
  type DocumentedSite,
  overrideWords,
  type TreatmentChange,
  type TreatmentRow,
  treatmentChanges,
  treatmentRows,
} from './document';
export { type RegimeFact, type RegimeSection, regimeFacts, regimeMarkdown } from './facts';
export { GPC_FILE, gpcFile } from './gpc-file';
export { covers, isPlaceGroup, LAWFUL_PLACES, PLACE_GROUPS, type PlaceGroup } from './groups';
export { type LaxerField, laxerFields, laxerWords } from './laxer';
export { dayProblem, type Outcome, type Reason, type TriedSite, type TriedVisitor, visitorOutcome } from './outcome';
export { parsePlace, placeCode } from './place';
export { type RegimeOverride, type RuledPurpose, ruleOf } from './place-rule';
export { lineOf, resolveRegime } from './resolve';
export { slimRules } from './slim';
export { isStricter, strictest } from './strictness';
export * from './types';
export { ACTIVITY_WORDS, daysWords, MODE_SHORT, MODE_WORDS, partOfWorld, traceSentence } from './words';
