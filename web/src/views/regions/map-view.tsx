import { EVERY_PLACE, placeLabel } from '@douane/core/places';
import { MODE_WORDS, MODES, type Mode, parsePlace, ruleFor, strictest } from '@douane/core/regimes';
import { rulesOf, type Setup } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import { queryOptions, useQuery } from '@tanstack/react-query';
import clsx from 'clsx';
import { useMemo } from 'react';
import { useSearchParams } from 'react-router';
import * as queries from '../../api/queries';
import { Finding, ListAndDocket, Trouble } from '../../ui/parts';
import { today } from '../../ui/words';
import { useSite } from '../site-frame';
import { withCountries, withStates } from './geography';
import { PlaceMap, Swatch } from './place-map';
import { RegionsLinks } from './regions-links';
import { TryVisitor } from './try-visitor';

/** Who is asked what, on a map of the world and one of the US states. */
export function MapView() {
  const { data: draft, error } = useQuery(queries.draft(useSite().id));
  if (!draft) return <Trouble error={error} />;
  return <AskedMap setup={draft.setup} />;
}

function AskedMap({ setup }: { setup: Setup }) {
  const [search, setSearch] = useSearchParams();
  const place = search.get('place') ?? 'DE';
  const choose = (code: string) => setSearch({ place: code }, { replace: true });
  const modeOf = useMemo(() => askedWhere(setup), [setup]);
  const world = useQuery(DRAWN_WORLD);
  const states = useQuery(DRAWN_STATES);
  const byMode = useMemo(
    () => MODES.toReversed().map((mode) => ({ mode, places: EVERY_PLACE.filter((code) => modeOf(code) === mode) })),
    [modeOf],
  );
  const asked = byMode[0]!.places.length;
  return (
    <ListAndDocket docket={<TryVisitor setup={setup} place={place} onPlace={choose} />}>
      <RegionsLinks />
      <Finding title={`In ${plural(asked, 'country or state', 'countries and states')} visitors are asked first`}>
        By the strictest that holds for any of the purposes, as the draft stands. Choose a place to see its reasons.
      </Finding>
      <Trouble error={world.error ?? states.error} />
      {world.data && <PlaceMap name="The world" {...world.data} modeOf={modeOf} selected={place} onSelect={choose} />}
      <table className="mb-4 w-full bg-sheet">
        <caption className="sr-only">Places by what is asked there</caption>
        <tbody>
          {byMode
            .filter(({ places }) => places.length > 0)
            .map(({ mode, places }) => (
              <tr key={mode} className="border-b border-line align-top">
                <th
                  scope="row"
                  className="w-56 px-2 py-1.5 text-[13px] font-semibold! normal-case tracking-normal text-ink! [font-stretch:100%]"
                >
                  <Swatch mode={mode} className="mr-2" />
                  {MODE_WORDS[mode]}
                </th>
                <td className="px-2 py-1.5">
                  <details>
                    <summary>{plural(places.length, 'place')}</summary>
                    <ul className="mt-1 flex flex-wrap gap-x-3">
                      {places.map((code) => (
                        <li key={code}>
                          <button
                            type="button"
                            aria-pressed={code === place}
                            className={clsx('min-h-6 text-left', code === place ? 'font-bold' : 'text-stamp')}
                            onClick={() => choose(code)}
                          >
                            {placeLabel(code)}
                          </button>
                        </li>
                      ))}
                    </ul>
                  </details>
                </td>
              </tr>
            ))}
        </tbody>
      </table>
      <h2 className="mb-2">The United States</h2>
      {states.data && (
        <PlaceMap name="The United States" {...states.data} modeOf={modeOf} selected={place} onSelect={choose} />
      )}
    </ListAndDocket>
  );
}

const DRAWN_WORLD = queryOptions({
  queryKey: ['drawn', 'world'],
  queryFn: async () => withCountries((await import('virtual:outlines/world')).default),
  staleTime: Number.POSITIVE_INFINITY,
});
const DRAWN_STATES = queryOptions({
  queryKey: ['drawn', 'states'],
  queryFn: async () => withStates((await import('virtual:outlines/states')).default),
  staleTime: Number.POSITIVE_INFINITY,
});

/** What the strictest of the purposes asks of visitors of a place. */
function askedWhere(setup: Setup): (code: string) => Mode {
  const table = rulesOf(setup, today());
  return (code) => strictest('mode', ['none', ...Object.values(ruleFor(parsePlace(code), table).modes)]);
}
