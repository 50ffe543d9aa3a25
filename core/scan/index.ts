export { type AlarmItem, type AlarmSource, alarmKind, alarmSource, alarmWords, gateAlarmItem } from './alarm';
export { policyPageOf } from './policy-page';
export { scannedItem } from './scanned-item';
export * from './types';
