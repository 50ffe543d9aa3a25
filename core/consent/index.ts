export {
  CHOICE_COOKIE,
  choiceIn,
  decodeChoice,
  encodeChoice,
  HOST_CHOICE_COOKIE,
  type KeptChoice,
} from './choice-cookie';
export { CHOICE_OVER, type ChoiceOver, choiceDomains } from './choice-over';
export { type ChosenRecord, chosenRecord } from './chosen-record';
export * from './record';
export { isSameChoice, type Submission, submissionProblems, submissionSchema } from './submission';
