import { type CheckReport, type Verdict, worstVerdict } from '@douane/core/check';
import clsx from 'clsx';
import { caseWords, serviceOf, servicesOfCases } from './lanes';

interface Props {
  report: CheckReport;
  caseId: string;
  service: string | null;
  onSelect(caseId: string, service: string): void;
}

const LETTERS: Record<Verdict, string> = { held: 'H', cleared: 'C', slipped: 'S', silent: '–' };

const LOOKS: Record<Verdict, string> = {
  held: 'border-2 border-held text-held',
  cleared: 'bg-cleared text-sheet',
  slipped: 'bg-slipped text-sheet [clip-path:polygon(0_0,100%_0,82%_100%,0_100%)]',
  silent: 'border-b-2 border-silent text-silent',
};

/** Services down, visitor cases across, the worst verdict in each cell, readable without colour. */
export function CaseMatrix({ report, caseId, service, onSelect }: Props) {
  return (
    <div className="overflow-x-auto">
      <table>
        <thead>
          <tr className="border-b border-ink align-bottom">
            <th className="py-1.5 pr-4">Service</th>
            {report.cases.map((visit) => (
              <th
                key={visit.id}
                className={clsx(
                  'w-[76px] border-l border-line px-1.5 py-1.5 text-center! align-bottom',
                  visit.id === caseId && 'bg-wash',
                )}
              >
                {caseWords(visit)}
              </th>
            ))}
          </tr>
        </thead>
        <tbody>
          {servicesOfCases(report.cases).map((name) => (
            <tr key={name} className="border-b border-line">
              <th
                scope="row"
                className="py-1 pr-4 text-[13px] font-normal! normal-case tracking-normal text-ink! [font-stretch:100%]"
              >
                {name}
              </th>
              {report.cases.map((visit) => {
                const verdict = worstVerdict(visit.items.filter((item) => serviceOf(item) === name));
                const chosen = visit.id === caseId && name === service;
                return (
                  <td
                    key={visit.id}
                    className={clsx('border-l border-line px-1 py-1 text-center', visit.id === caseId && 'bg-wash')}
                  >
                    {verdict ? (
                      <button
                        type="button"
                        onClick={() => onSelect(visit.id, name)}
                        aria-label={`${name}, ${caseWords(visit)}: ${verdict}`}
                        aria-pressed={chosen}
                        className={clsx('min-h-6 min-w-7 rounded-sm p-0.5', chosen && 'outline-2 outline-stamp')}
                      >
                        <span
                          className={clsx('inline-block w-6 text-[11px]/[18px] font-bold', LOOKS[verdict])}
                          aria-hidden="true"
                        >
                          {LETTERS[verdict]}
                        </span>
                      </button>
                    ) : (
                      <span className="text-silent">·</span>
                    )}
                  </td>
                );
              })}
            </tr>
          ))}
        </tbody>
      </table>
      <p className="mt-2 flex flex-wrap gap-x-5 text-ink2">
        <span>H held</span>
        <span>C cleared after the record, or needs none</span>
        <span>S slipped</span>
        <span>– silent: allowed, never fired</span>
      </p>
    </div>
  );
}
