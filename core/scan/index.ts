export { type AlarmItem, alarmWords } from './alarm';
export { scannedItem } from './scanned-item';
export * from './types';
