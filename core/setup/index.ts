export {
  ASKED_FOR,
  CORNERS,
  FIRST_ACTS,
  FORMS,
  LOGO_LIMITS,
  lookSchema,
  MOST_CSS,
  SCHEMES,
  WEIGHTS,
  WHOM,
} from './banner-schema';
export { type Change, changesOf } from './changes';
export { type Difference, differences } from './compare';
export { laxerThanLaw } from './cross-checks';
export { DEFAULT_BUTTON, DEFAULT_FACE, DEFAULT_FORM, DEFAULT_PURPOSES, newSetup } from './defaults';
export { webAddress } from './fields';
export { type Merged, merged } from './merge';
export { answerLines, namedPlacesWords, organisationFactsSchema, placesSchema } from './organisation';
export {
  type FieldProblem,
  type Parsed,
  parseSetup,
  parseSetupText,
  parseText,
  parseWith,
  readSetup,
  setupJsonSchema,
} from './parse';
export { parseSignInText, type SignIn, signInSchema } from './sign-in';
export { rulesOf } from './site-rules';
export { type Look, lookOf, TAKEOVER_PARTS, type TakeoverPart, takenOver, withLook } from './takeover';
export * from './types';
export { upgradeSetup } from './upgrade';
