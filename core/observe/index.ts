export { cookieFacts } from './cookie-line';
export { type DeviceRead, fingerprinting } from './fingerprinting';
export { foldObservations, ItemFold, itemKey } from './fold';
export { partyOf, registrableDomain } from './party';
export { refusalWords } from './refused-cookie';
export { type StoredValue, travellingIds } from './travelling-ids';
export * from './types';
