export { foldObservations, itemKey } from './fold';
export { partyOf, registrableDomain } from './party';
export * from './types';
