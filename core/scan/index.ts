export { type AlarmItem, alarmWords } from './alarm';
export { policyPageOf } from './policy-page';
export { scannedItem } from './scanned-item';
export * from './types';
