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
  comments: 'embedded',
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
const STEPS: { share: number; times: number; confidence: number; faint?: true }[] = [
  { share: 18, times: 1.6, confidence: 0.85 },
  { share: 13, times: 2.5, confidence: 0.85 },
  { share: 9, times: 1.3, confidence: 0.4 },
  // So little is heard only where nothing else is said.
  { share: 6, times: 3, confidence: 0.4, faint: true },
];
/** What needs no yes is an exemption, which nobody should take by the look of a program. */
const EXEMPT = 'necessary';
const UNSURE = 0.8;
/** A film's player and what counts how it is watched speak alike, and so may be taken for each other. */
export const countsToo = ({ speaksOf }: ScriptSeen): boolean =>
  (['measurement', 'monitoring'] as const).some((one) => (speaksOf[one]?.share ?? 0) > 0);
/** What advertises reports visits too: where a script speaks of it as well, a report does not tell which of them it is. */
export const advertisesToo = (script: ScriptSeen | undefined): boolean => (script?.speaksOf.marketing?.share ?? 0) >= 9;
/** A bundle speaks with the words of all that is in it. */
const IN_A_BUNDLE = 0.8;
/** One that speaks clearly of so many purposes is no longer a kit that does one thing. */
const OF_ALL_SORTS = { share: 9, purposes: 4 };
/**
 * Whether a script holds much beside what did this: one of the site's own, one in which another's kit was made out, or one
 * that speaks of nearly everything.
 */
export function isBundle({ own, services, within, speaksOf }: ScriptSeen): boolean {
  if (own === true || (!services && within !== undefined)) return true;
  const clearly = (Object.entries(speaksOf) as [Activity, Spoken][]).filter(
    ([, { share }]) => share >= OF_ALL_SORTS.share,
  );
  return new Set(clearly.map(([activity]) => PURPOSE_OF_ACTIVITY[activity])).size >= OF_ALL_SORTS.purposes;
}

/** Terms are few, and another kind of kit may have them by chance; all words together then say little. */
const SURE_WORDS = 0.6;
const BY_FEW = 0.8;

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
    const like = item.script.readsLike;
    const byFew = like?.purpose === purpose && like.chance < SURE_WORDS;
    const doubts = (isBundle(item.script) ? IN_A_BUNDLE : 1) * (unsure ? UNSURE : 1) * (byFew ? BY_FEW : 1);
    const confidence = step.confidence * doubts;
    return {
      purpose,
      confidence: Math.round(confidence * 100) / 100,
      ...(step.faint && { faint: true }),
      because: { code: 'speaks-of', activity, terms },
    };
  },
};
