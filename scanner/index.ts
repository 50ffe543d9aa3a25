export { chromiumPath, type Resolve } from './browser';
export { type ScanOptions, type ScannedItem, type ScannedPage, type ScanProgress, type ScanReport, scanSite } from './crawl';
export { assertTarget } from './guard';
export { CannotRun } from './problems';
export { type CheckOptions, runCheck } from './run-check';
export { type GatePlace, lookForGate, type LookedPage, type LookReport } from './look';
