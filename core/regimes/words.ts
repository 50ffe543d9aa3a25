import { regimeById } from './catalogue';
import type { Activity, Mode, Regime, TraceStep } from './types';

export const MODE_WORDS: Record<Mode, string> = {
  none: 'needs no yes',
  notice: 'may run with a notice',
  'opt-out': 'may run until the visitor objects',
  'opt-in': 'waits for a yes',
};

/** The same in a table: what the visitor meets. */
export const MODE_SHORT: Record<Mode, string> = {
  none: 'nothing',
  notice: 'told',
  'opt-out': 'may object',
  'opt-in': 'asked first',
};

export const ACTIVITY_WORDS: Record<Activity, string> = {
  sale: 'sale of personal data',
  sharing: 'sharing for advertising across contexts',
  'targeted-advertising': 'targeted advertising',
  profiling: 'profiling with weighty effects',
  'sensitive-data': 'sensitive data',
  'own-statistics': 'statistics of one’s own visitors, and of nobody else',
  appearance: 'adapting the appearance to the visitor',
};

/** Days as a law means them; `null`: without end. */
export const daysWords = (days: number | null): string => (days === null ? 'until it is taken back' : `${days} days`);

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
    case 'site-rule':
      return step.regimes.length > 0
        ? `Rule ${step.number} of the site treats visitors from ${step.place} by the law of ${step.regimes.map(regimeName).join(' and ')}.`
        : `Rule ${step.number} of the site asks visitors from ${step.place} nothing.`;
    case 'mode':
      return `${purposeName(step.purpose)} ${MODE_WORDS[step.mode]}${step.regime ? ` (${regimeName(step.regime)})` : ''}.`;
    case 'choice':
      return `The visitor said ${step.granted ? 'yes' : 'no'} to ${purposeName(step.purpose)}.`;
    case 'lapsed':
      return `The visitor’s ${step.granted ? 'yes' : 'no'} to ${purposeName(step.purpose)} is ${step.days} days old or older and has lapsed.`;
    case 'anew':
      return `The visitor said ${step.granted ? 'yes' : 'no'} to ${purposeName(step.purpose)} before release ${step.release}, with which it is asked again.`;
    case 'spared':
      return `${purposeName(step.purpose)} came after the visitor chose; it counts as refused until the choice lapses.`;
    case 'age': {
      const what = `Under ${step.under}, ${purposeName(step.purpose)}`;
      if (step.needs === 'forbidden') return `${what} is forbidden, whatever is chosen.`;
      if (step.needs === 'own-yes') return `${what} waits for the child’s own yes.`;
      return `${what} needs the yes of a parent or guardian${step.met ? ', who has agreed' : '; it is held'}.`;
    }
    case 'gpc':
      return step.knowingly
        ? `Global Privacy Control objects to ${purposeName(step.purpose)}, but the visitor said yes in sight of it.`
        : `Global Privacy Control objects to ${purposeName(step.purpose)}; it is held.`;
  }
}

const AMERICAS = new Set(['us', 'ca', 'br']);

/** Where in the world a regime holds, to find it in a list. */
export function partOfWorld({ id, parent }: Pick<Regime, 'id' | 'parent'>): 'Europe' | 'Americas' | 'Elsewhere' {
  if (id === 'eu' || parent === 'eu' || id === 'uk' || id === 'ch') return 'Europe';
  return AMERICAS.has(id.split('-')[0]!) ? 'Americas' : 'Elsewhere';
}
