export { familiesOf, onePerFamily, pageAddress } from './address';
export { parseAddressList } from './address-list';
export { Frontier, type Sampled } from './frontier';
export { matcher, patternProblem, wantedBy } from './patterns';
export { defaultScanPlan, type ScanPlan, type Step, scanPlanSchema } from './plan';
