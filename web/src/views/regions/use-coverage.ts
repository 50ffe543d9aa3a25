import { EVERY_PLACE } from '@douane/core/places';
import { type Coverage, coverageOf } from '@douane/core/regimes';
import type { Setup } from '@douane/core/setup';
import { useDeferredValue, useMemo } from 'react';
import { today } from '../../ui/words';

/** What a site's rules cover today, counted behind the typing. */
export function useCoverage(setup: Setup): Coverage {
  const { purposes, regions } = useDeferredValue(setup);
  return useMemo(
    () =>
      coverageOf(
        purposes,
        regions,
        today(),
        EVERY_PLACE.filter((code) => code !== ''),
      ),
    [purposes, regions],
  );
}
