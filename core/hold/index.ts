export { allowsMark, heldAs, isOwnHost, mayRun, purposeOf, UNRULED_MARK } from './look-up';
export { byHost, matchesName, purposeOfStored } from './match';
export { holdPlan, hostAndPath, indexPlan, planConflicts, storedPatterns } from './plan';
export { isPolicyOf, isSaidByPolicy, policyFor, policyParts } from './policy';
export { comesByItself, quietPaths } from './quiet';
export * from './types';
