export { type Difference, differences } from './compare';
export { laxerThanLaw } from './cross-checks';
export { DEFAULT_PURPOSES, newSetup } from './defaults';
export { answerLines, namedPlacesWords, organisationFactsSchema } from './organisation';
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
export { webAddress } from './schema';
export { parseSignInText, type SignIn, signInSchema } from './sign-in';
export { rulesOf } from './site-rules';
export { LANGUAGES_SHIPPED, shippedTexts, textsFor } from './texts';
export * from './types';
export { upgradeSetup } from './upgrade';
