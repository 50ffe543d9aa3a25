import type { CheckRun, GivenReport } from '@douane/api';
import { type CheckReport, notChecked, serviceOf, slippedThings, slipWords } from '@douane/core/check';
import { plural } from '@douane/core/words';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { Link, useSearchParams } from 'react-router';
import { call } from '../../api/client';
import { Digest } from '../../ui/digest';
import { useKeys } from '../../ui/keys';
import { Mark } from '../../ui/mark';
import { Ago, Button, Empty, Finding, ListAndDocket, Trouble } from '../../ui/parts';
import { pathOf } from '../../ui/words';
import { useSite } from '../site-frame';
import { underWay, useRuns } from '../use-runs';
import { CaseChoice } from './case-choice';
import { CaseMatrix } from './case-matrix';
import { CrossingChart } from './crossing-chart';
import { ExposedList } from './exposed-list';
import { History } from './history';
import { ServiceDocket } from './service-docket';
import { ToldList } from './told-list';
import { Visits } from './visits';

export function CheckView() {
  const site = useSite();
  const client = useQueryClient();
  const [params, setParams] = useSearchParams();
  const { all, latest, finished, shown, reading, error } = useRuns<CheckRun>(site.id, 'check', params.get('check'));
  const start = useMutation({
    mutationFn: (pages?: string[]) => call('POST', `/sites/${site.id}/checks`, pages ? { pages } : {}),
    onSuccess: () => client.invalidateQueries({ queryKey: ['check', site.id] }),
  });
  // Made once, and kept as it was given out, so that it can be verified.
  const give = useMutation({
    mutationFn: (runId: string) => call<GivenReport>('POST', `/runs/${runId}/report`),
    onSuccess: (_, runId) => location.assign(`/api/runs/${runId}/report.html`),
  });
  const running = latest && underWay(latest.state) ? latest : null;
  useKeys({ r: () => !running && start.mutate(undefined) });

  const report = shown?.report ?? undefined;
  const selection = report && selectionOf(report, params.get('case'), params.get('service'));
  const check = params.get('check');
  const select = (caseId: string, service: string | null) =>
    setParams({ ...(check && { check }), case: caseId, ...(service && { service }) }, { replace: true });
  const slippedPages = report ? [...new Set(slippedThings(report.cases).flatMap(({ item }) => item.page ?? []))] : [];

  return (
    <ListAndDocket
      docket={
        <>
          {report && selection?.service ? (
            <ServiceDocket
              service={selection.service}
              visit={selection.visit}
              report={report}
              items={selection.visit.items.filter((item) => serviceOf(item) === selection.service)}
            />
          ) : (
            report && (
              <>
                <Digest
                  title="Verdicts, in all cases"
                  of={report.cases.flatMap(({ items }) => items.map(({ verdict }) => verdict))}
                />
                <Digest
                  title="Slipped, by service"
                  of={slippedThings(report.cases).map(({ item }) => serviceOf(item))}
                />
              </>
            )
          )}
          <History all={all} shown={finished?.id} />
        </>
      }
    >
      <Finding
        title={
          reading
            ? 'Reading'
            : running
              ? 'Checking'
              : report
                ? headingOf(report)
                : latest?.state === 'failed'
                  ? 'The check could not be run'
                  : 'Not checked yet'
        }
        acts={
          running ? (
            <Button
              onClick={() => void call('POST', `/runs/${running.id}/cancel`)}
              disabled={running.state === 'cancelling'}
            >
              {running.state === 'cancelling' ? 'Stopping' : 'Stop'}
            </Button>
          ) : (
            <>
              {report && finished && (
                <Button onClick={() => give.mutate(finished.id)} disabled={give.isPending}>
                  Report
                </Button>
              )}
              {slippedPages.length > 0 && (
                <Button onClick={() => start.mutate(slippedPages)} disabled={start.isPending}>
                  Check {slippedPages.length === 1 ? pathOf(slippedPages[0]!) : `these ${slippedPages.length} pages`}{' '}
                  again
                </Button>
              )}
              <Button
                kind="act"
                onClick={() => start.mutate(undefined)}
                disabled={start.isPending || site.state.version === null}
              >
                Check now
              </Button>
            </>
          )
        }
      >
        {!running && report && finished?.finishedAt && (
          <>
            <Ago at={finished.finishedAt} />, {report.pages.length} pages, release v{finished.summary?.version}
            {report.version !== null &&
              report.version !== finished.summary?.version &&
              ` (the site still carries v${report.version})`}
            , {report.browser}, {report.seconds.toFixed(0)} s
          </>
        )}
        {!running && latest?.state === 'failed' && latest.why}
        {!reading && !running && !report && site.state.version === null && (
          <>
            There is nothing to check against until a release is in force. <Link to="../banner">Publish one</Link>.
          </>
        )}
      </Finding>
      {give.data && (
        <p className="mb-3 max-w-[720px] text-ink2 [overflow-wrap:anywhere]" role="status">
          Given out as one file, kept with its hash <span className="mono">{give.data.hash}</span>. Whoever has it can
          have it verified: <span className="mono">douane verify-report FILE</span>.
        </p>
      )}
      <Trouble error={error ?? start.error ?? give.error} />
      {site.state.version !== null && !running && <Visits siteId={site.id} pages={report?.pages.length ?? null} />}
      {running && (
        <div className="mb-4 border-y border-line bg-sheet px-4 py-3" role="status">
          <progress
            className="h-2 w-full"
            value={running.progress?.done ?? 0}
            max={running.progress?.of ?? 1}
            aria-label="Cases done"
          />
          <p className="mt-1">
            {running.progress
              ? `${running.progress.done} of ${running.progress.of} cases. Now: ${running.progress.current.join(', ')}`
              : 'Waiting for a worker.'}
          </p>
        </div>
      )}
      {report && selection && (
        <>
          <Slips report={report} onSelect={select} />
          <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
            <CaseChoice
              cases={report.cases}
              value={selection.visit.id}
              onChange={(id) => select(id, selection.service)}
            />
          </div>
          {selection.visit.problems.map((problem) => (
            <p key={problem} className="mb-2 border-l-4 border-held bg-sheet px-3 py-1.5">
              {problem}
            </p>
          ))}
          {selection.visit.told && <ToldList told={selection.visit.told} />}
          <CrossingChart
            visit={selection.visit}
            selected={selection.service}
            onSelect={(service) => select(selection.visit.id, service)}
          />
          <ExposedList exposed={report.exposed ?? []} cases={report.cases} />
          <h2 className="mt-5 mb-1">All cases</h2>
          <CaseMatrix report={report} caseId={selection.visit.id} service={selection.service} onSelect={select} />
        </>
      )}
      {!reading && !report && !running && latest?.state !== 'failed' && (
        <Empty>
          A browser will visit the site as each kind of visitor: from each region, with no choice, with a yes, with a
          no, with a yes taken back. For every tag it tells whether it was held, cleared, or slipped ahead of the
          record.
        </Empty>
      )}
    </ListAndDocket>
  );
}

function headingOf({ cases, summary, exposed }: CheckReport): string {
  const things = slippedThings(cases).length;
  const luck = exposed && exposed.length > 0 ? `; ${plural(exposed.length, 'tag')} exposed` : '';
  if (things > 0) return `${plural(things, 'item')} slipped in ${plural(cases.length, 'kind')} of visit`;
  const failed = notChecked(cases).length;
  if (failed > 0)
    return `${failed} of ${plural(cases.length, 'visit')} could not be checked; nothing slipped in the others`;
  return `Nothing slipped in ${plural(cases.length, 'kind')} of visit: ${summary.held} held, ${summary.cleared} cleared${luck}`;
}

/** What the address names, or the first thing worth looking at. */
function selectionOf(report: CheckReport, caseId: string | null, service: string | null) {
  const slipping = slippedThings(report.cases)[0];
  const visit = report.cases.find((c) => c.id === caseId) ?? slipping?.cases[0] ?? report.cases[0];
  if (!visit) return undefined;
  const known = service && report.cases.some((c) => c.items.some((item) => serviceOf(item) === service));
  return { visit, service: known ? service : slipping && !caseId ? serviceOf(slipping.item) : null };
}

/** What slipped, a line for each service, in words. */
function Slips({ report, onSelect }: { report: CheckReport; onSelect(caseId: string, service: string): void }) {
  const services = new Map<string, ReturnType<typeof slippedThings>>();
  for (const thing of slippedThings(report.cases)) {
    const service = serviceOf(thing.item);
    services.set(service, [...(services.get(service) ?? []), thing]);
  }
  if (services.size === 0) return null;
  return (
    <ul className="mb-4 border-y border-line bg-sheet">
      {[...services].slice(0, 12).map(([service, things]) => {
        const { item, cases } = things[0]!;
        const names = things.map((thing) => thing.item.name);
        const inCases = new Set(things.flatMap((thing) => thing.cases)).size;
        return (
          <li
            key={service}
            className="flex flex-wrap items-baseline gap-x-3 border-b border-line px-3 py-1.5 last:border-b-0"
          >
            <Mark name="slipped" />
            <button
              type="button"
              className="font-semibold text-stamp hover:underline"
              onClick={() => onSelect(cases[0]!.id, service)}
            >
              {service}
            </button>
            <span className="mono">{names.join(', ')}</span>
            <span>on {pathOf(item.page ?? '')}</span>
            <span className="text-ink2">
              {slipWords(item)} In {inCases} of {report.cases.length} cases.
            </span>
          </li>
        );
      })}
    </ul>
  );
}
