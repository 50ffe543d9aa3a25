import { assessAll, regimeById } from '@douane/core/regimes';
import type { Setup } from '@douane/core/setup';
import { useQuery } from '@tanstack/react-query';
import { Link } from 'react-router';
import * as queries from '../../api/queries';
import { TickRow } from '../../ui/fields';
import { today } from '../../ui/words';
import { serve, serveNoMore } from '../regions/served-laws';
import type { DraftEditor } from '../use-draft';

/** Laws that bind the organisation by what it said of itself; null: it has said nothing yet. */
export function useBindingLaws(): string[] | null | undefined {
  const { data } = useQuery(queries.answers());
  if (!data) return undefined;
  const [newest] = data.answers;
  if (!newest) return null;
  return assessAll(newest.facts, today()).flatMap(({ verdict, coming, regime }) =>
    verdict === 'applies' && !coming ? [regime.id] : [],
  );
}

/** The laws by which visitors are treated, those that bind the organisation ticked. */
export function Laws({ editor, setup }: { editor: DraftEditor; setup: Setup }) {
  const binding = useBindingLaws();
  const { regimes, fallback } = setup.regions;
  const shown = [...new Set([...regimes, ...(binding ?? []), 'eu', 'uk', 'us-ca'])].filter(regimeById);
  return (
    <>
      <p className="text-ink2">
        {binding === null
          ? 'Ticked is what most sites need. What binds you follows from a few answers: '
          : binding && `By your answers ${binding.length} apply. `}
        <Link to="../regions/applies">{binding === null ? 'where you are, whom you serve' : 'Your answers'}</Link>
      </p>
      <div className="grid grid-cols-2 gap-x-6 md:grid-cols-3">
        {shown.map((id) => {
          const { name, law } = regimeById(id)!;
          const served = regimes.includes(id);
          return (
            <TickRow
              key={id}
              label={
                <span title={law}>
                  {name}
                  {binding?.includes(id) && <span className="text-ink2">, binds you</span>}
                </span>
              }
              checked={served}
              onChange={(on) => {
                if (on) serve(editor, [id]);
                else if (regimes.length > 1) serveNoMore(editor, id);
              }}
            />
          );
        })}
      </div>
      <p className="text-ink2">
        Visitors from elsewhere are treated as those from {regimeById(fallback)?.name ?? fallback}.
      </p>
    </>
  );
}
