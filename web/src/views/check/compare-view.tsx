import type { CheckRun } from '@douane/api';
import { type Became, compareChecks, serviceOf, type Verdict } from '@douane/core/check';
import { KIND_WORDS } from '@douane/core/observe';
import { plural } from '@douane/core/words';
import { useQuery } from '@tanstack/react-query';
import { useMemo } from 'react';
import { Link, useNavigate, useParams } from 'react-router';
import * as queries from '../../api/queries';
import { Digest } from '../../ui/digest';
import { Mark } from '../../ui/mark';
import { Ago, Empty, Finding, ListAndDocket, Trouble } from '../../ui/parts';
import { RunChoice } from '../run-choice';
import { useSite } from '../site-frame';
import { useRuns } from '../use-runs';
import { caseWords } from './lanes';

/** Two checks side by side: what slips that did not, what was mended, what came and went. */
export function CheckCompareView() {
  const site = useSite();
  const navigate = useNavigate();
  const params = useParams();
  const { all } = useRuns<CheckRun>(site.id, 'check');
  const done = all.filter((run) => run.state === 'done');
  const now = params.now ?? done[0]?.id;
  const before = params.before ?? done[done.findIndex((run) => run.id === now) + 1]?.id;
  const a = useQuery(queries.run<CheckRun>(site.id, 'check', before));
  const b = useQuery(queries.run<CheckRun>(site.id, 'check', now));
  const [was, is] = [a.data?.report, b.data?.report];
  const compared = useMemo(() => (was && is ? compareChecks(was, is) : null), [was, is]);
  const titles = useMemo(() => new Map(is?.cases.map((one) => [one.id, caseWords(one)])), [is]);
  const choose = (first: string | undefined, second: string | undefined) =>
    first && second && void navigate(`/sites/${site.id}/check/compare/${first}/${second}`, { replace: true });
  const few = done.length < 2;
  return (
    <ListAndDocket
      docket={
        compared && (
          <>
            <Digest title="What became of things" of={compared.changes.map(({ what }) => WORDS[what])} />
            <Digest title="By service" of={compared.changes.map(({ item }) => serviceOf(item))} />
          </>
        )
      }
    >
      <Finding
        title={compared ? findingOf(compared.changes) : few ? 'Nothing to compare yet' : 'Before and now'}
        acts={
          !few && (
            <>
              <RunChoice name="before" runs={done} value={before} onChange={(id) => choose(id, now)} words={cameOf} />
              <RunChoice name="now" runs={done} value={now} onChange={(id) => choose(before, id)} words={cameOf} />
            </>
          )
        }
      >
        {compared && a.data && b.data && (
          <>
            {plural(compared.same, 'thing')} as before. Before: <Ago at={a.data.requestedAt} />; now:{' '}
            <Ago at={b.data.requestedAt} />.{' '}
            {compared.onlyBefore.length + compared.onlyNow.length > 0 &&
              `Not compared, since only one of the two has them: ${[...compared.onlyBefore, ...compared.onlyNow].join('; ')}. `}
            <Link to={`/sites/${site.id}/check`}>Back to the check</Link>
          </>
        )}
      </Finding>
      <Trouble error={a.error ?? b.error} />
      {few && <Empty>Two finished checks are needed. What slips anew and what was mended will stand here.</Empty>}
      {before !== undefined && before === now && <Empty>These are the same check. Choose two.</Empty>}
      {compared && compared.changes.length === 0 && before !== now && (
        <Empty>Nothing slips that did not, and nothing else has changed.</Empty>
      )}
      {compared && compared.changes.length > 0 && (
        <table className="w-full table-fixed bg-sheet">
          <thead>
            <tr className="border-y border-ink">
              <th className="w-36 px-2 py-1.5">Change</th>
              <th className="w-[34%] px-2 py-1.5">What</th>
              <th className="px-2 py-1.5">In which visits</th>
            </tr>
          </thead>
          <tbody>
            {compared.changes.slice(0, MOST).map(({ what, item, cases }) => (
              <tr key={`${item.kind} ${item.host} ${item.name}`} className="border-b border-line align-top">
                <td className="px-2 py-1.5">
                  <Mark name={MARKS[what]} /> {WORDS[what]}
                </td>
                <td className="px-2 py-1.5">
                  <span className="font-semibold">{serviceOf(item)}</span>
                  <span className="mono block [overflow-wrap:anywhere]">
                    {item.kind === 'request' ? item.host : item.name}
                  </span>
                  <span className="block text-ink2">
                    {item.kind === 'request' ? `${item.name} request` : `${KIND_WORDS[item.kind]}, ${item.host}`}
                  </span>
                </td>
                <td className="px-2 py-1.5">
                  <Changed cases={cases} titles={titles} />
                </td>
              </tr>
            ))}
          </tbody>
        </table>
      )}
      {compared && compared.changes.length > MOST && (
        <p className="mt-2 text-ink2">{compared.changes.length - MOST} more changes are not shown.</p>
      )}
    </ListAndDocket>
  );
}

/** Rows that are drawn. */
const MOST = 500;

/** Visits in which the same became of a thing, in one line. */
function Changed({ cases, titles }: Pick<Became, 'cases'> & { titles: ReadonlyMap<string, string> }) {
  const ways = new Map<string, Became['cases']>();
  for (const one of cases) {
    const way = `${one.before} ${one.now}`;
    ways.set(way, [...(ways.get(way) ?? []), one]);
  }
  return [...ways.values()].map((same) => (
    <p key={`${same[0]!.before} ${same[0]!.now}`} className="mb-1 last:mb-0">
      <Side verdict={same[0]!.before} /> <span className="text-ink2">then</span> <Side verdict={same[0]!.now} />
      <span className="block text-ink2">{same.map(({ id }) => titles.get(id) ?? id).join('; ')}</span>
    </p>
  ));
}

const Side = ({ verdict }: { verdict: Verdict | null }) => (
  <span className="whitespace-nowrap">
    <Mark name={verdict ?? 'nothing'} /> {verdict ?? 'not there'}
  </span>
);

const WORDS: Record<Became['what'], string> = {
  slips: 'slips now',
  mended: 'mended',
  new: 'new',
  gone: 'gone',
  unseen: 'page not visited',
  changed: 'changed',
};

const MARKS = {
  slips: 'slipped',
  mended: 'in-order',
  new: 'waits',
  gone: 'nothing',
  unseen: 'nothing',
  changed: 'waits',
} as const;

const cameOf = ({ summary }: CheckRun) => (summary?.things ? `${summary.things} slipped` : 'nothing slipped');

function findingOf(changes: readonly Became[]): string {
  const count = (what: Became['what']) => changes.filter((one) => one.what === what).length;
  const parts = [
    count('slips') > 0 && `${count('slips')} slip anew`,
    count('mended') > 0 && `${count('mended')} mended`,
    count('new') > 0 && `${count('new')} new`,
    count('gone') > 0 && `${count('gone')} gone`,
    count('changed') > 0 && `${count('changed')} changed`,
  ];
  return parts.filter(Boolean).join(', ') || 'Nothing has changed';
}
