export { nextStep, stagesOf } from './stages';
export * from './types';
