import type { CheckSetup } from '@douane/api';
import { plural } from '@douane/core/words';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, fieldsAtFault } from '../../api/client';
import * as queries from '../../api/queries';
import { Button, FieldProblems, Trouble } from '../../ui/parts';
import { linesOf } from '../scan/plan-fields';
import { caseWords } from './lanes';

/** Which visits the site is checked with: chosen by press, more by text, kept for every check from then on. */
export function Visits({ siteId }: { siteId: string }) {
  const { data, error } = useQuery(queries.checkSetup(siteId));
  if (!data) return <Trouble error={error} />;
  return <ChosenVisits key={JSON.stringify(data.chosen)} siteId={siteId} setup={data} />;
}

function ChosenVisits({ siteId, setup }: { siteId: string; setup: CheckSetup }) {
  const { usual, all, secondsPerCase } = setup;
  const kept = setup.chosen ?? usual;
  const client = useQueryClient();
  const [chosen, choose] = useState<readonly string[]>(kept);
  const [more, setMore] = useState('');
  // At once, and not when the server has answered: the box would spring back under the pointer.
  const [after, wish] = useState<CheckSetup['after']>(setup.after);
  const save = useMutation({
    mutationFn: (choice: {
      cases?: readonly string[] | null;
      pages?: CheckSetup['pages'];
      after?: CheckSetup['after'];
    }) => call('PUT', `/sites/${siteId}/check-setup`, choice),
    onSuccess: () => client.invalidateQueries({ queryKey: ['check-setup', siteId] }),
  });
  const listed = [...new Set([...all, ...chosen])];
  const same = (a: readonly string[], b: readonly string[]) =>
    a.length === b.length && a.every((one) => b.includes(one));
  const changed = !same(chosen, kept);
  const add = () => {
    if (more.trim() === '') return;
    choose([...new Set([...chosen, more.trim()])]);
    setMore('');
  };
  return (
    <details className="mb-4">
      <summary className="py-1">
        {setup.chosen ? 'Chosen for this site' : 'As usual'}: {plural(chosen.length, 'visit')}
        {setup.pageCount !== null && ` over ${plural(setup.pageCount, 'page')} each`}
        {secondsPerCase !== null && `, about ${durationWords(chosen.length * secondsPerCase)}`}
      </summary>
      <div className="mt-2 max-w-[640px]">
        <ul className="mb-2 max-h-[320px] overflow-y-auto border-y border-line bg-sheet">
          {listed.map((text) => (
            <li key={text} className="border-b border-line last:border-b-0">
              <label className="flex min-h-6 items-center gap-2 px-1 py-0.5">
                <input
                  type="checkbox"
                  checked={chosen.includes(text)}
                  onChange={({ target }) =>
                    choose(target.checked ? [...chosen, text] : chosen.filter((one) => one !== text))
                  }
                />
                {textWords(text)}
              </label>
            </li>
          ))}
        </ul>
        <label className="block">
          One more
          <span className="mt-0.5 flex gap-2">
            <input
              className="mono min-w-0 flex-1"
              placeholder="place=FR,choice=accept+return,phone"
              value={more}
              onChange={(event) => setMore(event.target.value)}
              onKeyDown={(event) => event.key === 'Enter' && add()}
            />
            <Button onClick={add} disabled={more.trim() === ''}>
              Add
            </Button>
          </span>
        </label>
        <FieldProblems
          of={fieldsAtFault(save.error)
            .filter(({ path }) => path.startsWith('cases'))
            .map(({ path, message }) => ({
              path: chosen[Number(path.split('.')[1])] ?? path,
              message,
            }))}
        />
        {fieldsAtFault(save.error).length === 0 && <Trouble error={save.error} />}
        <div className="mt-2 flex gap-2">
          <Button
            kind={changed ? 'act' : 'plain'}
            disabled={!changed || chosen.length === 0 || save.isPending}
            onClick={() => save.mutate({ cases: chosen })}
          >
            {changed ? 'Keep these' : 'Kept'}
          </Button>
          {setup.chosen && (
            <Button kind="quiet" onClick={() => save.mutate({ cases: null })}>
              Back to the usual ones
            </Button>
          )}
        </div>
        <PageChoice
          key={JSON.stringify(setup.pages)}
          kept={setup.pages}
          error={save.error}
          onKeep={(pages) => save.mutate({ pages })}
        />
        <fieldset className="mt-3">
          <legend className="caps">Also by itself</legend>
          {OCCASIONS.map(([occasion, words]) => (
            <label key={occasion} className="flex min-h-6 items-center gap-2">
              <input
                type="checkbox"
                checked={after.includes(occasion)}
                onChange={({ target }) => {
                  const next = OCCASIONS.map(([one]) => one).filter((one) =>
                    one === occasion ? target.checked : after.includes(one),
                  );
                  wish(next);
                  save.mutate({ after: next }, { onError: () => wish(setup.after) });
                }}
              />
              {words}
            </label>
          ))}
        </fieldset>
      </div>
    </details>
  );
}

/** On which pages the site is checked. */
function PageChoice({
  kept,
  error,
  onKeep,
}: {
  kept: CheckSetup['pages'];
  error: Error | null;
  onKeep(pages: CheckSetup['pages']): void;
}) {
  const [how, setHow] = useState(typeof kept === 'string' ? kept : 'listed');
  const [listed, setListed] = useState(typeof kept === 'string' ? '' : kept.join('\n'));
  const lines = linesOf(listed);
  const problems = fieldsAtFault(error).filter(({ path }) => path.startsWith('pages'));
  const isKept = typeof kept === 'object' && kept.join('\n') === lines.join('\n');
  return (
    <div className="mt-3">
      <label className="block">
        Pages of each visit
        <select
          className="mt-0.5 block"
          value={how}
          onChange={({ target }) => {
            const next = target.value as typeof how;
            setHow(next);
            if (next === 'all' || next === 'families') onKeep(next);
          }}
        >
          <option value="all">all that the last scan visited</option>
          <option value="families">one of each kind of them</option>
          <option value="listed">these</option>
        </select>
      </label>
      {how === 'listed' && (
        <>
          <label className="mt-2 block">
            One address per line
            <textarea
              className="mono mt-0.5 block h-24 w-full"
              aria-invalid={problems.length > 0}
              value={listed}
              onChange={({ target }) => setListed(target.value)}
            />
          </label>
          <FieldProblems
            of={problems.map(({ path, message }) => ({
              path: lines[Number(/\d+/.exec(path)?.[0])] ?? 'Pages',
              message,
            }))}
          />
          <Button className="mt-1" disabled={isKept || lines.length === 0} onClick={() => onKeep(lines)}>
            {isKept ? 'Kept' : 'Keep these pages'}
          </Button>
        </>
      )}
    </div>
  );
}

const OCCASIONS: [CheckSetup['after'][number], string][] = [
  ['publishing', 'When another release comes into force'],
  ['alarm', 'After an alarm of a scan, a look or visitors'],
];

/** What a text of a case says, as `caseWords` says it; one that does not read well stands as it is. */
function textWords(text: string): string {
  const parts = text.split(',').map((part) => part.split('='));
  const said = (key: string) => parts.find(([of]) => of === key)?.[1] ?? '';
  const signals = parts
    .filter(([key]) => key !== 'place' && key !== 'choice')
    .map(([key, value]) => (value === undefined ? key! : `${key}:${value}`));
  return caseWords({ place: said('place'), choice: said('choice') || 'none', signals });
}

const durationWords = (seconds: number) =>
  seconds < 90 ? plural(Math.max(1, Math.round(seconds)), 'second') : plural(Math.round(seconds / 60), 'minute');
