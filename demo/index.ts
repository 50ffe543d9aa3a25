export { FAULTS, type Fault } from './ferries/faults';
export { FREIGHT_ACCOUNT, FREIGHT_HOST } from './freight/site';
export type { LogEntry } from './log';
export { type Mailbox, startMailbox } from './mailbox';
export { shopHost } from './shop/site';
export { thirdParties } from './third-parties/index';
export { requestOf, statedPurpose, truthOf } from './truth';
export { type StandInWeb, startStandInWeb } from './web';
export * from './world';
