import type { Place } from '@douane/core/regimes';
import { parsePlace } from '@douane/core/regimes/place';
import { fetchNow } from './fetch-now';
import { keepInTab, tabs } from './kept';

const KEY = 'douane.place';
const TIMEOUT_MS = 3000;

/** The visitor's place if this tab knows it already; `undefined`: it has to be asked for. */
export function knownPlace(override: string | undefined): Place | null | undefined {
  const kept = override ?? tabs(KEY);
  return typeof kept === 'string' ? parsePlace(kept) : undefined;
}

/** Asks for the visitor's place; `null` where it is unknown or no answer came in time. */
export async function askPlace(base: string): Promise<Place | null> {
  try {
    const response = await fetchNow(`${base}/place`, { signal: AbortSignal.timeout(TIMEOUT_MS) });
    const { place } = (await response.json()) as { place: string };
    keepInTab(KEY, place);
    return parsePlace(place);
  } catch {
    return null; // the fallback regime applies
  }
}
