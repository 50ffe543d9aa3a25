import { type CheckReport, notChecked, serviceOf, slippedThings, slipWords } from '@douane/core/check';
import { plural } from '@douane/core/words';
import { useSearchParams } from 'react-router';
import { Digest } from '../../ui/digest';
import { Mark } from '../../ui/mark';
import { pathOf } from '../../ui/words';
import { CaseChoice } from './case-choice';
import { CaseMatrix } from './case-matrix';
import { CrossingChart } from './crossing-chart';
import { ExposedList } from './exposed-list';
import { ServiceDocket } from './service-docket';
import { ToldList } from './told-list';

/** The visit and the service of a report that are looked at; `service` is null where none is chosen. */
export interface Selection {
  visit: CheckReport['cases'][number];
  service: string | null;
}
type Select = (caseId: string, service: string | null) => void;

/** What of a report is looked at, by the page's address. */
export function useSelection(report: CheckReport | undefined): { selection: Selection | undefined; select: Select } {
  const [params, setParams] = useSearchParams();
  const check = params.get('check');
  return {
    selection: report && selectionOf(report, params.get('case'), params.get('service')),
    select: (caseId, service) =>
      setParams({ ...(check && { check }), case: caseId, ...(service && { service }) }, { replace: true }),
  };
}

/** What a report comes to, as a heading. */
export function headingOf({ cases, summary, exposed }: CheckReport): string {
  const things = slippedThings(cases).length;
  const luck = exposed && exposed.length > 0 ? `; ${plural(exposed.length, 'tag')} exposed` : '';
  if (things > 0) return `${plural(things, 'item')} slipped in ${plural(cases.length, 'kind')} of visit`;
  const failed = notChecked(cases).length;
  if (failed > 0)
    return `${failed} of ${plural(cases.length, 'visit')} could not be checked; nothing slipped in the others`;
  return `Nothing slipped in ${plural(cases.length, 'kind')} of visit: ${summary.held} held, ${summary.cleared} cleared${luck}`;
}

/** What the address names, or the first thing worth looking at. */
function selectionOf(report: CheckReport, caseId: string | null, service: string | null): Selection | undefined {
  const slipping = slippedThings(report.cases)[0];
  const visit = report.cases.find((c) => c.id === caseId) ?? slipping?.cases[0] ?? report.cases[0];
  if (!visit) return undefined;
  const known = service && report.cases.some((c) => c.items.some((item) => serviceOf(item) === service));
  return { visit, service: known ? service : slipping && !caseId ? serviceOf(slipping.item) : null };
}

/** What is chosen of a report, or else its figures. */
export function ReportDocket({
  runId,
  report,
  selection: { visit, service },
}: {
  runId: string;
  report: CheckReport;
  selection: Selection;
}) {
  if (service) {
    const items = visit.items.filter((item) => serviceOf(item) === service);
    return <ServiceDocket service={service} visit={visit} report={report} runId={runId} items={items} />;
  }
  return (
    <>
      <Digest
        title="Verdicts, in all cases"
        of={report.cases.flatMap(({ items }) => items.map(({ verdict }) => verdict))}
      />
      <Digest title="Slipped, by service" of={slippedThings(report.cases).map(({ item }) => serviceOf(item))} />
    </>
  );
}

/** A report: what slipped, one visit in time, what is exposed, and all visits. */
export function ReportBody({
  report,
  selection: { visit, service },
  select,
}: {
  report: CheckReport;
  selection: Selection;
  select: Select;
}) {
  return (
    <>
      <Slips report={report} onSelect={select} />
      <div className="mb-3 flex flex-wrap items-center gap-x-4 gap-y-2">
        <CaseChoice cases={report.cases} value={visit.id} onChange={(id) => select(id, service)} />
      </div>
      {visit.problems.map((problem) => (
        <p key={problem} className="mb-2 border-l-4 border-held bg-sheet px-3 py-1.5">
          {problem}
        </p>
      ))}
      {visit.told && <ToldList told={visit.told} />}
      <CrossingChart visit={visit} selected={service} onSelect={(service) => select(visit.id, service)} />
      <ExposedList exposed={report.exposed ?? []} cases={report.cases} />
      <h2 className="mt-5 mb-1">All cases</h2>
      <CaseMatrix report={report} caseId={visit.id} service={service} onSelect={select} />
    </>
  );
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
