export * from './record';
export { type Submission, submissionProblems, submissionSchema } from './submission';
