export { type Difference, differences } from './compare';
export { DEFAULT_PURPOSES, DEFAULT_TEXTS, newSetup } from './defaults';
export { type FieldProblem, type Parsed, parseSetupText, parseText, parseWith, setupJsonSchema } from './parse';
export { rulesOf } from './rules';
export { setupSchema, webAddress } from './schema';
export { parseSignInText, type SignIn, signInSchema } from './sign-in';
export * from './types';
