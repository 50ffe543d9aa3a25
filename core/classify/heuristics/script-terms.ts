import type { ScriptSeen } from '../../observe/script-seen';
import type { Activity } from '../../observe/script-terms';
import type { Heuristic } from './types';

/** What each activity serves, by our reading of how regulators sort them. */
export const PURPOSE_OF_ACTIVITY: Record<Activity, string> = {
  measurement: 'measurement',
  monitoring: 'measurement',
  replay: 'measurement',
  flags: 'functional',
  chat: 'functional',
  forms: 'functional',
  marketing: 'advertising',
  video: 'embedded',
  maps: 'embedded',
  payments: 'necessary',
  'sign-in': 'necessary',
  'anti-fraud': 'necessary',
};

/**
 * How sure it is, by how much speaks for a purpose and how many times as much as for the next. Measured on kits by
 * `npm run catalogue -- measure`.
 */
const STEPS = [
  { share: 18, times: 1.6, confidence: 0.85 },
  { share: 13, times: 2.5, confidence: 0.85 },
  { share: 9, times: 1.3, confidence: 0.4 },
];
/** What needs no yes is an exemption, which nobody should take by the look of a program. */
const EXEMPT = 'necessary';
const UNSURE = 0.8;
/** A film's player and what counts how it is watched speak alike, and so may be taken for each other. */
export const countsToo = ({ speaksOf }: ScriptSeen): boolean =>
  (['measurement', 'monitoring'] as const).some((one) => (speaksOf[one]?.share ?? 0) > 0);
/** A bundle of the site's own holds much beside the kit. */
const IN_A_BUNDLE = 0.8;

/** Kits of every kind count what is done with them, so words of counting weigh less beside others. */
const weight = ([purpose, { share }]: [string, Spoken]) => (purpose === 'measurement' ? 0.85 : 1) * share;
interface Spoken {
  share: number;
  terms: string[];
  activity: Activity;
}

export const scriptTerms: Heuristic = {
  meta: {
    id: 'script-terms',
    looksAt: 'all',
    title: 'What the words of its script speak of',
    why: 'A kit that replays visits speaks of masks and snapshots, one that switches parts of a site on of flags and variations. Names of properties and texts outlive minifying.',
  },
  evaluate({ item }) {
    if (!item.script) return null;
    const byPurpose = new Map<string, Spoken>();
    for (const [activity, { share, terms }] of Object.entries(item.script.speaksOf) as [Activity, Spoken][]) {
      const purpose = PURPOSE_OF_ACTIVITY[activity];
      if ((byPurpose.get(purpose)?.share ?? 0) < share) byPurpose.set(purpose, { share, terms, activity });
    }
    const [best, next] = [...byPurpose].sort((x, y) => weight(y) - weight(x));
    if (!best) return null;
    const [purpose, { share, terms, activity }] = best;
    const step = STEPS.find((one) => share >= one.share && weight(best) >= one.times * (next ? weight(next) : 0));
    if (!step) return null;
    const unsure = purpose === EXEMPT || (activity === 'video' && countsToo(item.script));
    const confidence = step.confidence * (item.script.own ? IN_A_BUNDLE : 1) * (unsure ? UNSURE : 1);
    return {
      purpose,
      confidence: Math.round(confidence * 100) / 100,
      because: { code: 'speaks-of', activity, terms },
    };
  },
};
