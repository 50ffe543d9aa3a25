export { type Applicability, appliesTo, type OrganisationFacts, thresholdWords } from './applies';
export { REGIMES, regimeById } from './catalogue';
export { compileRules, type RegimeOverride, type RuledPurpose, ruleOf, type SiteRegions } from './compile';
export { decide, grantedMeanwhile } from './decide';
export { parsePlace, placeCode } from './place';
export { lineOf, resolveRegime } from './resolve';
export { isStricter, strictest } from './strictness';
export * from './types';
export { ACTIVITY_WORDS, daysWords, MODE_WORDS, partOfWorld, traceSentence } from './words';
