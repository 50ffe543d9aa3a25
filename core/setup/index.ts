export { type Difference, differences } from './compare';
export { DEFAULT_PURPOSES, DEFAULT_TEXTS, defaultBanner, newSetup } from './defaults';
export { type FieldProblem, type Parsed, parseSetupText, parseWith, setupJsonSchema } from './parse';
export { rulesOf } from './rules';
export { bannerSchema, purposeSchema, regionsSchema, setupSchema, siteSchema } from './schema';
export { parseSignInText, type SignIn } from './sign-in';
export * from './types';
