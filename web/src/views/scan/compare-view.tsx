import type { ScanRun } from '@douane/api';
import { type Item, type ItemChange, KIND_WORDS, lifetimeWords, type ScanComparison } from '@douane/core/observe';
import { useQuery } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import * as queries from '../../api/queries';
import { Chain } from '../../ui/chain';
import { Digest } from '../../ui/digest';
import { Mark } from '../../ui/mark';
import { Ago, Empty, Facts, Finding, ListAndDocket, Section, Trouble } from '../../ui/parts';
import { pathOf } from '../../ui/words';
import { RunChoice } from '../run-choice';
import { useSite } from '../site-frame';
import { useRuns } from '../use-runs';
import { ScanLinks } from './scan-links';

type Entry = { item: Item; side: 'new' | 'gone' | 'changed' | 'not looked for'; changes: ItemChange[] };

/** Two scans side by side: what came, what went, what changed. */
export function CompareView() {
  const site = useSite();
  const navigate = useNavigate();
  const params = useParams();
  const { all } = useRuns<ScanRun>(site.id, 'scan');
  const done = all.filter((run) => run.state === 'done');
  const now = params.now ?? done[0]?.id;
  const before = params.before ?? done[done.findIndex((run) => run.id === now) + 1]?.id;
  const { data, error } = useQuery(queries.comparison(site.id, before, now));
  const [selected, setSelected] = useState<Entry | null>(null);
  // biome-ignore lint/correctness/useExhaustiveDependencies: another pair of scans has other things to select
  useEffect(() => setSelected(null), [before, now]);
  const entries = data ? entriesOf(data) : [];
  const choose = (a: string | undefined, b: string | undefined) =>
    a && b && void navigate(`/sites/${site.id}/scan/compare/${a}/${b}`, { replace: true });
  return (
    <ListAndDocket
      docket={
        selected ? (
          <EntryDocket entry={selected} />
        ) : (
          <>
            <Digest title="What became of items" of={entries.map(({ side }) => side)} />
            <Digest title="By host" of={entries.map(({ item }) => item.host)} />
          </>
        )
      }
    >
      <ScanLinks />
      <Finding
        title={data ? findingOf(data) : done.length < 2 ? 'Nothing to compare yet' : 'Before and now'}
        acts={
          done.length >= 2 && (
            <>
              <RunChoice name="before" runs={done} value={before} onChange={(id) => choose(id, now)} words={itemsOf} />
              <RunChoice name="now" runs={done} value={now} onChange={(id) => choose(before, id)} words={itemsOf} />
            </>
          )
        }
      >
        {data && (
          <>
            {data.same} items are as they were. Before: <Ago at={data.before.requestedAt} />; now:{' '}
            <Ago at={data.now.requestedAt} />.
          </>
        )}
      </Finding>
      <Trouble error={error} />
      {before !== undefined && before === now && <Empty>These are the same scan. Choose two.</Empty>}
      {done.length < 2 && (
        <Empty>Two finished scans are needed. What came and went between them will stand here.</Empty>
      )}
      {data && entries.length === 0 && <Empty>Nothing came, nothing went, nothing changed.</Empty>}
      {entries.length > 0 && (
        <table className="w-full table-fixed bg-sheet">
          <thead>
            <tr className="border-y border-ink">
              <th className="w-28 px-2 py-1.5">Change</th>
              <th className="w-[28%] px-2 py-1.5">Name</th>
              <th className="px-2 py-1.5">Before</th>
              <th className="px-2 py-1.5">Now</th>
            </tr>
          </thead>
          <tbody>
            {entries.slice(0, 1000).map((entry) => (
              <tr
                key={`${entry.item.kind} ${entry.item.host} ${entry.item.name}`}
                aria-selected={entry === selected}
                className={`cursor-pointer border-b border-line align-top ${entry.item === selected?.item ? 'bg-wash' : 'hover:bg-well'}`}
                onClick={() => setSelected(entry)}
              >
                <td className="px-2 py-1">
                  <Mark name={MARKS[entry.side]} /> {entry.side}
                </td>
                <td className="px-2 py-1">
                  <button type="button" className="mono block max-w-full truncate text-left" title={entry.item.name}>
                    {entry.item.name}
                  </button>
                  <span className="block truncate text-ink2">
                    {KIND_WORDS[entry.item.kind]}, {entry.item.host}
                  </span>
                </td>
                <td className="px-2 py-1">
                  {entry.side === 'new' ? (
                    <span className="text-ink2">was not there</span>
                  ) : entry.side === 'changed' ? (
                    <Changes of={entry.changes} side="before" />
                  ) : (
                    <There item={entry.item} />
                  )}
                </td>
                <td className="px-2 py-1">
                  {entry.side === 'new' ? (
                    <There item={entry.item} />
                  ) : entry.side === 'changed' ? (
                    <Changes of={entry.changes} side="now" />
                  ) : (
                    <span className="text-ink2">
                      {entry.side === 'gone' ? 'is gone' : 'its pages were not visited'}
                    </span>
                  )}
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
    </ListAndDocket>
  );
}

const itemsOf = ({ summary }: ScanRun) => `${summary?.items} items`;

const MARKS = { new: 'slipped', changed: 'waits', gone: 'nothing', 'not looked for': 'nothing' } as const;

function entriesOf({ added, gone, changed, notLookedFor }: ScanComparison): Entry[] {
  return [
    ...added.map((item): Entry => ({ item, side: 'new', changes: [] })),
    ...changed.map(({ item, changes }): Entry => ({ item, side: 'changed', changes })),
    ...gone.map((item): Entry => ({ item, side: 'gone', changes: [] })),
    ...notLookedFor.map((item): Entry => ({ item, side: 'not looked for', changes: [] })),
  ];
}

function findingOf({ added, gone, changed }: ScanComparison): string {
  const parts = [
    added.length > 0 && `${added.length} new`,
    gone.length > 0 && `${gone.length} gone`,
    changed.length > 0 && `${changed.length} changed`,
  ];
  return parts.filter(Boolean).join(', ') || 'Nothing has changed';
}

function There({ item }: { item: Item }) {
  const life = item.kind === 'cookie' ? `${lifetimeWords(item.lifetimeSeconds)}, ` : '';
  return (
    <>
      {life}on {item.pages.length === 1 ? pathOf(item.pages[0]!) : `${item.pages.length} pages`}
    </>
  );
}

const CHANGE_WORDS: Record<ItemChange['what'], string> = {
  'lives-longer': 'lives',
  'lives-shorter': 'lives',
  'new-pages': 'pages',
  'new-parent': 'brought in by',
  attributes: 'attributes',
};

function Changes({ of, side }: { of: ItemChange[]; side: 'before' | 'now' }) {
  return of.map((change) => {
    let value = change[side];
    if (change.what.startsWith('lives')) value = lifetimeWords(value === 'session' ? null : Number(value));
    if (change.what === 'new-pages' && side === 'now')
      value = `also ${value.split('\n').map(pathOf).slice(0, 4).join(', ')}`;
    return (
      <span key={change.what} className="block [overflow-wrap:anywhere]">
        <span className="text-ink2">{CHANGE_WORDS[change.what]}</span> {value}
      </span>
    );
  });
}

function EntryDocket({ entry: { item, side } }: { entry: Entry }) {
  return (
    <>
      <p className="caps">{side}</p>
      <h2 className="mono mt-1 text-[15px]! font-medium [overflow-wrap:anywhere]">{item.name}</h2>
      <p className="mono text-ink2">{item.host}</p>
      <Section title="What it is">
        <Facts
          of={[
            ['Kind', `${KIND_WORDS[item.kind]}, ${item.party} party`],
            ['Lives', item.kind === 'cookie' ? lifetimeWords(item.lifetimeSeconds) : null],
            ['Pages', `${item.pages.length}: ${item.pages.slice(0, 4).map(pathOf).join(', ')}`],
          ]}
        />
      </Section>
      <Section title="Brought in by">
        <Chain links={item.chain} what={item.kind === 'request' ? undefined : item.name} />
      </Section>
    </>
  );
}
