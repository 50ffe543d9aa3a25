export * from './carried';
export { compareScans, type ItemChange, type ScanComparison, type ScanSide } from './compare-scans';
export { cookieFacts } from './cookie-line';
export { cookieSyncing } from './cookie-syncing';
export { excerptAt } from './excerpt';
export { type DeviceRead, fingerprinting } from './fingerprinting';
export { type FamilySettings, foldObservations, ItemFold, itemKey, MOST_NAMES } from './fold';
export { identifiersIn, looksLikeId, partsOf, type StoredValue } from './identifiers';
export { type KitRegion, kitAt, kitRegions } from './kit-regions';
export { lifetimeWords } from './lifetime';
export { type NameFamily, patternByForm } from './name-family';
export { partyOf, registrableDomain } from './party';
export { htmlText, plainText } from './plain-text';
export { type RequestShape, serviceByShape } from './request-shape';
export {
  joinSeen,
  type KitMarks,
  readRequest,
  readScript,
  type ScriptKnowledge,
  type ScriptMarks,
  type ScriptSeen,
  scriptNames,
} from './script-seen';
export type { Activity } from './script-terms';
export { type ReadsLike, readsLike, type WordModel, wordsOfNames } from './script-words';
export * from './types';
export * from './value';
export { deviceReadWords, floodWords, KIND_WORDS, linkWords, signWords } from './words';
