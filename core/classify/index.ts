export { type AutomaticChange, automaticChanges } from './automatic-changes';
export type { Because, CatalogueOrigin, Said, SeenThen } from './because';
export { becauseWords, evidenceWords, ruleWords, seenThenWords } from './because-words';
export {
  type Catalogue,
  type CatalogueEntry,
  catalogueEntrySchema,
  catalogueFile,
  catalogueSchema,
} from './catalogue-format';
export { type Desk, deskOf, firstOf, type LayerAnswer, type Layers } from './classifier';
export { type Consequence, consequenceOf, consequenceWords } from './consequence';
export { effectsOf, type RegionEffect } from './effects';
export { findingWords, type RulingFinding, rulingFindings } from './findings';
export { HEURISTICS, type Heuristic, SHARE as SAME_HOST_SHARE } from './heuristics/index';
export { PURPOSE_OF_ACTIVITY } from './heuristics/script-terms';
export * from './house-rule';
export { catalogueClassifier, catalogueServices } from './layers/catalogue';
export { type Entity, entityClassifier, entityOfHost } from './layers/entities';
export { houseRuleClassifier } from './layers/house-rules';
export { hostOf } from './layers/initiators';
export { kitClassifier } from './layers/kits';
export { organisationClassifier, type RulingElsewhere } from './layers/organisation';
export { gateClassifier, setupClassifier } from './layers/setup';
export { patternProblem } from './name-pattern';
export { PatternIndex } from './pattern-index';
export { type ProposedRule, proposedRules, type RuledByPerson } from './proposed-rules';
export { serviceNameFor, THIS_SITE } from './service-name';
export { type ServiceRecord, type ServiceRecordBody, serviceRecordSchema, servicesOf, slugOf } from './services';
export * from './settings';
export { shippedCatalogue, shippedClassifier, shippedDesk, shippedKits, shippedScripts } from './shipped';
export { NO_SIGNS, signBook } from './sign-book';
export { LIKENESSES, type Likeness, similarTo } from './similar';
export { type Suggestion, suggest } from './suggest';
export { authorWords, traceWords } from './trace';
export * from './types';
