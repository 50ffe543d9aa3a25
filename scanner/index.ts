export { chromiumPath, type Resolve } from './browser';
export { type ScanOptions, scanSite } from './crawl';
export { assertTarget, guardedRequest } from './guard';
export { type HarEntry, harOf } from './har';
export { type GatePlace, type LookedPage, type LookReport, lookForGate } from './look';
export type { PageRecord } from './page-record';
export { CannotRun } from './problems';
export { type CheckOptions, runCheck } from './run-check';
export { type SignInTrial, trySignIn } from './try-sign-in';
