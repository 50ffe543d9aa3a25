export { isOwnHost, mayRun, purposeOf } from './look-up';
export { byHost, matchesName, purposeOfStored } from './match';
export { holdPlan, hostAndPath, indexPlan, planConflicts, storedPatterns } from './plan';
export { policyFor } from './policy';
export { comesByItself, quietPaths } from './quiet';
export * from './types';
