export { nextStep, plural, stagesOf } from './stages';
export * from './types';
