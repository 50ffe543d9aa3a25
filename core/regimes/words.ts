import { regimeById } from './catalogue';
import type { Mode, TraceStep } from './types';

export const MODE_WORDS: Record<Mode, string> = {
  none: 'needs no yes',
  inform: 'may run with a notice',
  object: 'may run until the visitor objects',
  ask: 'waits for a yes',
};

const regimeName = (id: string) => regimeById(id)?.name ?? id;

/** One step of a decision's trace as a sentence. */
export function traceSentence(step: TraceStep, purposeName: (id: string) => string = (id) => id): string {
  switch (step.code) {
    case 'regime-applies':
      return `${step.place} is in the territory of ${regimeName(step.regime)}.`;
    case 'subdivision-unknown':
      return `The state within ${step.place} is unknown, so ${regimeName(step.regime)} is applied to be safe.`;
    case 'place-unknown':
      return `The place is unknown, so the fallback applies: ${regimeName(step.regime)}.`;
    case 'place-unserved':
      return `No regime of this site covers ${step.place}, so the fallback applies: ${regimeName(step.regime)}.`;
    case 'mode':
      return `${purposeName(step.purpose)} ${MODE_WORDS[step.mode]}${step.regime ? ` (${regimeName(step.regime)})` : ''}.`;
    case 'choice':
      return `The visitor said ${step.granted ? 'yes' : 'no'} to ${purposeName(step.purpose)}.`;
    case 'gpc':
      return step.knowingly
        ? `Global Privacy Control objects to ${purposeName(step.purpose)}, but the visitor said yes in sight of it.`
        : `Global Privacy Control objects to ${purposeName(step.purpose)}; it is held.`;
  }
}
