/** What others call from code of their own; `docs/checking.md` shows it. */
export type {
  Baseline,
  CheckedCase,
  CheckedItem,
  CheckReport,
  Exposure,
  Verdict,
} from '@douane/core/check';
export { compareChecks, notChecked, slippedThings, slipWords } from '@douane/core/check';
export { checkAsJson, checkAsJunit, checkAsMarkdown, checkAsSarif } from '@douane/core/check/reports';
export { type AgreementsAt, type AskedPerson, agreements } from './agreements';
export { type CheckSettings, check } from './check';
export { matchers, type VisitMatchers } from './matchers';
export { type WatchSettings, watchVisit } from './visit';
