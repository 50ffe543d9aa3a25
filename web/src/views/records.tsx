import type { LedgerState } from '@douane/api';
import type { ConsentRecord } from '@douane/core/consent';
import { plural } from '@douane/core/words';
import { useMutation, useQuery } from '@tanstack/react-query';
import clsx from 'clsx';
import { useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { call } from '../api/client';
import * as queries from '../api/queries';
import { Digest } from '../ui/digest';
import { useListKeys } from '../ui/keys';
import { Mark } from '../ui/mark';
import { Button, Empty, Facts, Finding, ListAndDocket, Section, SelectableRow, Time, Trouble } from '../ui/parts';
import { SearchBox } from '../ui/search-box';
import { useSite } from './site-frame';

const METHOD_WORDS: Record<ConsentRecord['method'], string> = {
  'accept-all': 'accepted all',
  'refuse-all': 'refused all',
  chosen: 'chose by purpose',
};

/** The ledger: every choice on record, newest first, found by the beginning of its id. */
export function RecordsView() {
  const site = useSite();
  const navigate = useNavigate();
  const { recordId } = useParams();
  const [search, setSearch] = useState('');
  const searchBox = useRef<HTMLInputElement>(null);
  const { data, error } = useQuery(queries.records(site.id, search.trim()));
  const verify = useMutation({
    mutationFn: () => call<LedgerState>('GET', `/sites/${site.id}/ledger`),
  });
  const list = data?.records ?? [];
  const selected = list.find((record) => record.id === recordId);
  const select = (record: ConsentRecord | undefined) =>
    record && void navigate(`/sites/${site.id}/records/${record.id}`, { replace: true });
  useListKeys(list, selected, select, searchBox);
  const counts = data?.counts;
  return (
    <ListAndDocket
      docket={
        selected ? (
          <RecordDocket record={selected} />
        ) : (
          <>
            <Digest title="Newest records, by choice" of={list.map(({ method }) => METHOD_WORDS[method])} />
            <Digest title="By place" of={list.map(({ place }) => place || 'unknown')} />
            <Digest title="By release" of={list.map(({ version }) => `v${version}`)} />
            <Digest title="By browser" of={list.map(({ agent }) => agent)} />
          </>
        )
      }
    >
      <Finding
        title={counts ? `${counts.counted} ${counts.counted === 1 ? 'choice counts' : 'choices count'}` : 'Records'}
        acts={
          <>
            <SearchBox
              ref={searchBox}
              label="Search records"
              placeholder="Id, place, language  /"
              value={search}
              onChange={setSearch}
            />
            <Button onClick={() => verify.mutate()} disabled={verify.isPending}>
              Verify the chain
            </Button>
          </>
        }
      >
        {counts &&
          `${counts.acceptedAll} accepted all, ${counts.refusedAll} refused all. Beside them ${counts.tests} made by checks or on staging addresses, which are kept and never counted.`}
      </Finding>
      <Trouble error={error ?? verify.error} />
      {verify.data && (
        <p
          role="status"
          className={clsx(
            'mb-3 border-l-4 bg-sheet px-3 py-2',
            verify.data.broken ? 'border-slipped' : 'border-cleared',
          )}
        >
          {verify.data.broken
            ? `The chain is broken at record ${verify.data.broken.number}: ${verify.data.broken.why}.`
            : `The chain of ${plural(verify.data.records, 'record')} holds: none was changed, left out or put in.`}
          {!verify.data.broken && verify.data.records > 0 && (
            <>
              {' '}
              <a href={`/api/sites/${site.id}/ledger/head.json`} download>
                Keep its end
              </a>{' '}
              elsewhere, and it can be proved later that nothing before it was changed.
            </>
          )}
        </p>
      )}
      {list.length > 0 ? (
        <table className="w-full bg-sheet">
          <thead>
            <tr className="border-y border-ink">
              {['No.', 'Time', 'Id', 'Place', 'Release', 'Choice', 'Browser'].map((name) => (
                <th key={name} className="px-2 py-1.5">
                  {name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {list.map((record) => (
              <SelectableRow key={record.id} selected={record === selected} onSelect={() => select(record)}>
                <td className="px-2 py-1">{record.number}</td>
                <td className="px-2 py-1 whitespace-nowrap">
                  <Time at={record.at} />
                </td>
                <td className="mono px-2 py-1">
                  <button type="button">{record.id.slice(0, 8)}</button>
                </td>
                <td className="px-2 py-1">{record.place || 'unknown'}</td>
                <td className="px-2 py-1">v{record.version}</td>
                <td className="px-2 py-1">
                  {METHOD_WORDS[record.method]}
                  {record.test && <span className="text-ink2"> · test</span>}
                </td>
                <td className="px-2 py-1 text-ink2">{record.agent}</td>
              </SelectableRow>
            ))}
          </tbody>
        </table>
      ) : (
        data && (
          <Empty>
            {search
              ? 'No record fits the search.'
              : 'Every choice a visitor makes is written here before anything is let through.'}
          </Empty>
        )
      )}
    </ListAndDocket>
  );
}

function RecordDocket({ record }: { record: ConsentRecord }) {
  return (
    <>
      <p className="caps">Record {record.number}</p>
      <h2 className="mono mt-1 font-medium [overflow-wrap:anywhere]">{record.id}</h2>
      <Section title="Choice">
        <ul>
          {Object.entries(record.purposes).map(([id, yes]) => (
            <li key={id} className="flex items-center gap-2 border-b border-line py-1">
              <Mark name={yes ? 'cleared' : 'held'} />
              {id}
              <span className="ml-auto">{yes ? 'yes' : 'no'}</span>
            </li>
          ))}
        </ul>
      </Section>
      <Section title="Circumstances">
        <Facts
          of={[
            ['Time', <Time key="t" at={record.at} />],
            ['How', METHOD_WORDS[record.method]],
            ['Place', record.place || 'unknown'],
            ['Regime', record.regimes.join(', ')],
            ['Signals', record.signals.gpc ? 'GPC' : 'none'],
            ['Language', record.language],
            ['Release', `v${record.version}`],
            ['Browser', record.agent],
            [
              'Replaces',
              record.replaces && (
                <span key="r" className="mono">
                  {record.replaces}
                </span>
              ),
            ],
            ['Counted', record.test ? 'no: a test' : 'yes'],
          ]}
        />
      </Section>
      <Section title="Chain">
        <Facts
          of={[
            [
              'Hash',
              <span key="h" className="mono">
                {record.hash}
              </span>,
            ],
            [
              'After',
              <span key="p" className="mono">
                {record.previousHash}
              </span>,
            ],
          ]}
        />
      </Section>
    </>
  );
}
