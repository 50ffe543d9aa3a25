import type { Knowledge, WouldChange } from '@douane/api';
import type { ClassifySettings, LayerId } from '@douane/core/classify';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { call } from '../../api/client';
import * as queries from '../../api/queries';
import { Button, Finding, ListAndDocket, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { useUnsaved } from '../use-unsaved';
import { Changes, changeWords } from './changes';
import { ClassifyLinks } from './classify-links';

/** What rules without a person, in the order in which it is asked; each can be switched off, and the bar moved. */
export function KnownView() {
  const { data, error } = useQuery(queries.knowledge());
  if (!data) return <Trouble error={error} />;
  return <Known key={JSON.stringify(data.settings)} knowledge={data} />;
}

function Known({ knowledge }: { knowledge: Knowledge }) {
  const site = useSite();
  const client = useQueryClient();
  const { data: draft } = useQuery(queries.draft(site.id));
  const [settings, setSettings] = useState(knowledge.settings);
  const dirty = JSON.stringify(settings) !== JSON.stringify(knowledge.settings);
  useUnsaved(dirty);
  const tried = useMutation({
    mutationFn: (asked: ClassifySettings) => call<WouldChange>('POST', '/knowledge/try', asked),
  });
  const save = useMutation({
    mutationFn: () => call('PUT', '/knowledge', settings),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['knowledge'] });
      await client.invalidateQueries({ queryKey: ['items', site.id] });
    },
  });
  const text = JSON.stringify(settings);
  const { mutate: tryOut, reset } = tried;
  useEffect(() => {
    if (!dirty) return reset();
    const wait = setTimeout(() => tryOut(JSON.parse(text)), 350);
    return () => clearTimeout(wait);
  }, [text, dirty, tryOut, reset]);
  const switchLayer = (id: LayerId) => setSettings({ ...settings, off: without(settings.off, id) });
  const switchHeuristic = (id: string) =>
    setSettings({ ...settings, heuristicsOff: without(settings.heuristicsOff, id) });
  const never = settings.bar > 1;
  return (
    <ListAndDocket
      docket={
        <>
          <h2>{dirty ? 'What this would change' : 'As it is kept'}</h2>
          {!dirty && <p className="mt-1 text-ink2">Switch something, and what it would change stands here first.</p>}
          {dirty && tried.data && (
            <div role="status">
              <p className="mt-1">
                <b>{changeWords(tried.data)}</b> What persons ruled stays as it is.
              </p>
              <Changes
                changes={tried.data.changes}
                total={tried.data.total}
                nameOf={(id) => draft?.setup.purposes.find((p) => p.id === id)?.name ?? id}
              />
            </div>
          )}
          <div className="mt-3 flex gap-2">
            <Button kind={dirty ? 'act' : 'plain'} disabled={!dirty || save.isPending} onClick={() => save.mutate()}>
              {dirty ? 'Save for the organisation' : 'Saved'}
            </Button>
            {dirty && (
              <Button kind="quiet" onClick={() => setSettings(knowledge.settings)}>
                Take back
              </Button>
            )}
          </div>
          <Trouble error={save.error ?? tried.error} />
        </>
      }
    >
      <ClassifyLinks />
      <Finding title="What rules without a person">
        Asked from top to bottom; the first that knows an item rules it. A person’s ruling goes before all of them and
        is never overwritten. These hold for the whole organisation.
      </Finding>
      <ol className="border-t border-ink bg-sheet">
        {knowledge.layers.map(({ id, title, what, count }) => (
          <li key={id} className="border-b border-line px-2 py-2">
            <label className="flex min-h-6 items-baseline gap-2">
              <input type="checkbox" checked={!settings.off.includes(id)} onChange={() => switchLayer(id)} />
              <b>{title}</b>
              {count !== null && <span className="text-ink2 tabular-nums">{count}</span>}
            </label>
            <p className="ml-6 text-ink2">
              {what}
              {id === 'catalogue' && ` ${knowledge.catalogue.source} Read on ${knowledge.catalogue.readOn}.`}
              {id === 'own-catalogue' &&
                ` ${knowledge.catalogue.own} of the organisation, ${knowledge.catalogue.operator} of whoever runs this server.`}
            </p>
          </li>
        ))}
      </ol>
      <h2 className="mt-5">From which confidence a suggestion rules by itself</h2>
      <div className="mt-1 flex flex-wrap items-center gap-3">
        <input
          type="range"
          aria-label="Bar for suggestions, in per cent"
          min={50}
          max={100}
          step={1}
          disabled={never}
          value={Math.min(100, Math.round(settings.bar * 100))}
          onChange={(event) => setSettings({ ...settings, bar: Number(event.target.value) / 100 })}
        />
        <b className="w-12 tabular-nums">{never ? 'never' : `${Math.round(settings.bar * 100)} %`}</b>
        <label className="flex min-h-6 items-center gap-2">
          <input
            type="checkbox"
            checked={never}
            onChange={(event) => setSettings({ ...settings, bar: event.target.checked ? 1.01 : 0.9 })}
          />
          never; always ask a person
        </label>
      </div>
      <h2 className="mt-5">Heuristics</h2>
      <ul className="mt-1 border-t border-ink bg-sheet">
        {knowledge.heuristics.map(({ id, title, why }) => (
          <li key={id} className="border-b border-line px-2 py-1.5">
            <label className="flex min-h-6 items-baseline gap-2">
              <input
                type="checkbox"
                checked={!settings.heuristicsOff.includes(id)}
                disabled={settings.off.includes('heuristics')}
                onChange={() => switchHeuristic(id)}
              />
              <b>{title}</b>
            </label>
            <p className="ml-6 max-w-[90ch] text-ink2">{why}</p>
          </li>
        ))}
      </ul>
    </ListAndDocket>
  );
}

/** The list with the one taken out, or put in where it was missing. */
const without = <T,>(list: readonly T[], one: T): T[] =>
  list.includes(one) ? list.filter((other) => other !== one) : [...list, one];
