export {
  CHOICE_COOKIE,
  choiceIn,
  decodeChoice,
  encodeChoice,
  HOST_CHOICE_COOKIE,
  type KeptChoice,
} from './choice-cookie';
export * from './record';
export { isSameChoice, type Submission, submissionProblems, submissionSchema } from './submission';
