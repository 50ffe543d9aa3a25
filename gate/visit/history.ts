import type { KeptChoice } from '@douane/core/consent/choice-cookie';
import { HISTORY_KEY, MOST_PAST, type PastChoice } from '@douane/core/consent/choice-history';

/** Keeps for the eyes of whoever uses this browser what was chosen in it: a policy in a page of the site shows it. */
export function noteChoice({ record, release, atSeconds, purposes }: KeptChoice): void {
  try {
    const choices: PastChoice[] = [{ record, release, atSeconds, purposes }, ...earlier()];
    localStorage.setItem(HISTORY_KEY, JSON.stringify(choices.slice(0, MOST_PAST)));
  } catch {
    // Its storage is closed to us, or full: then the choice that stands is told alone.
  }
}

function earlier(): PastChoice[] {
  const kept = localStorage.getItem(HISTORY_KEY);
  try {
    const choices: unknown = JSON.parse(kept ?? '[]');
    return Array.isArray(choices) ? choices : [];
  } catch {
    return []; // written by somebody else
  }
}
