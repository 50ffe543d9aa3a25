import type { CheckedTold } from './told';
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

/** What one form of telling tags came to, in a sentence. */
export function toldWords({ listener, verdict, meant, heard }: CheckedTold): string {
  const say = (commands: unknown[][]) => commands.map((one) => JSON.stringify(one)).join(', ');
  switch (verdict) {
    case 'told':
      return `${listener}: told what this visitor granted, before anything else.`;
    case 'late':
      return `${listener}: something else was said before what this visitor granted; the gate’s line has to stand before it.`;
    case 'wrong':
      return `${listener}: told ${say(heard)}, where ${say(meant)} was meant; something else tells these tags, too.`;
    case 'unheard':
      return `${listener}: told nothing, since no such tag asked.`;
  }
}
