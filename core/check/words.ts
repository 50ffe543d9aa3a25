import type { CheckedItem, Step } from './types';

/** Why an item slipped, in a sentence or two; empty where it did not. */
export function slipWords({ cause, purpose }: Pick<CheckedItem, 'cause' | 'purpose'>): string {
  if (!cause) return '';
  const open = purpose === null ? 'It is an open item, so no visitor could say yes to it. ' : '';
  switch (cause.code) {
    case 'early':
      return `${open}It fired ${Math.round(cause.ms)} ms before the record.`;
    case 'no-choice':
      return `${open}It fired and no choice was on record.`;
    case 'before-choice':
      return `${open}It fired before any choice was on record.`;
    case 'not-permitted':
      return `${open}It fired ${Math.round(cause.ms)} ms after a record that does not permit it.`;
  }
}

/** The steps of a case as one word: `none`, `accept`, `refuse`, `only:PURPOSE`, `withdraw`; others joined by `+`. */
export function choiceWord(steps: readonly Step[]): string {
  if (steps.length === 0) return 'none';
  const text = steps.join('+');
  return text === 'accept+refuse' ? 'withdraw' : text;
}
