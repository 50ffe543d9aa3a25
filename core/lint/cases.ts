import { decide } from '../regimes/decide';
import { parsePlace } from '../regimes/place';
import type { Decision } from '../regimes/types';
import { rulesOf } from '../setup/site-rules';
import type { Setup } from '../setup/types';
import { drawnAlike, inspect } from './inspect';
import type { Measured } from './measured';

/** One visitor for whom the banner has to be drawn before the rules can tell. */
export interface DrawnCase extends Pick<Measured, 'place' | 'language' | 'device' | 'window'> {
  decision: Decision;
}

const WINDOWS: Record<Measured['device'], Measured['window']> = {
  phone: { width: 390, height: 844 },
  desktop: { width: 1280, height: 800 },
};

/**
 * The visitors for whom a banner looks otherwise: one of each region that is asked otherwise or shown something else, on
 * a phone and at a desk, in every language given.
 */
export function drawnCases(setup: Setup, on: string, languages: readonly string[]): DrawnCase[] {
  const rules = rulesOf(setup, on);
  const unlike = new Map<string, { place: string; decision: Decision }>();
  for (const region of inspect(setup, on).regions) {
    const key = drawnAlike(region);
    if (unlike.has(key)) continue;
    // A place of its own, since the rest of the world has none that a visitor could come from.
    const place = region.places.find((code) => code !== '') ?? '';
    unlike.set(key, { place, decision: decide(parsePlace(place), { gpc: false }, null, rules) });
  }
  return languages.flatMap((language) =>
    [...unlike.values()].flatMap((visitor) =>
      (['phone', 'desktop'] as const).map((device) => ({ ...visitor, language, device, window: WINDOWS[device] })),
    ),
  );
}
