export { byHost, matchesName } from './match';
export { type HoldPlan, planFor } from './plan';
