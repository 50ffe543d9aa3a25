export { mayRun, purposeOf } from './look-up';
export { byHost, matchesName, purposeOfStored } from './match';
export { holdPlan, hostAndPath, indexPlan, planConflicts, storedPatterns } from './plan';
export * from './types';
