import type { LintRule } from '../types';
import { wordingFaults } from '../wording/faults';

export const changeTold: LintRule = {
  id: 'change-told',
  title: 'It is told that the choice can be changed',
  weight: 'breach',
  means: 'That a yes can be taken back has to be said before it is given.',
  section: 'words',
  look: (inspected) =>
    wordingFaults(inspected, 'withdraw', ['body'], (words, { changeable }) =>
      changeable.test(words) ? undefined : 'The text does not say that the choice can be changed later',
    ),
};
