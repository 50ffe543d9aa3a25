import { type CheckReport, type Verdict, verdictTable } from '@douane/core/check';
import { useVirtualizer } from '@tanstack/react-virtual';
import clsx from 'clsx';
import { type KeyboardEvent, memo, useEffect, useMemo, useRef, useState } from 'react';
import { caseWords, servicesOfCases } from './lanes';

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

/** Height of a row in px; all are as high. */
const ROW = 34;

/**
 * Services down, visitor cases across, the worst verdict in each cell, readable without colour. A grid with one stop for
 * Tab, in which arrows go from cell to cell; only the rows in sight are drawn, since there may be thousands of cells.
 */
export function CaseMatrix({ report, caseId, service, onSelect }: Props) {
  const { cases } = report;
  const { names, table, titles } = useMemo(
    () => ({
      names: servicesOfCases(cases),
      table: verdictTable(cases),
      titles: cases.map(caseWords),
    }),
    [cases],
  );
  const box = useRef<HTMLDivElement>(null);
  const head = useRef<HTMLTableSectionElement>(null);
  const virtual = useVirtualizer({
    count: names.length,
    getScrollElement: () => box.current,
    estimateSize: () => ROW,
    overscan: 6,
    scrollPaddingStart: head.current?.offsetHeight ?? 90,
  });
  const column = Math.max(
    0,
    cases.findIndex(({ id }) => id === caseId),
  );
  const row = Math.max(0, names.indexOf(service ?? ''));
  const [at, setAt] = useState({ row, column });
  const moved = useRef(false);
  useEffect(() => setAt({ row, column }), [row, column]);
  useEffect(() => {
    if (!moved.current) return;
    moved.current = false;
    virtual.scrollToIndex(at.row, { align: 'auto' });
    // The row is drawn after it has come into sight.
    requestAnimationFrame(() =>
      box.current?.querySelector<HTMLElement>('[data-here]')?.focus({ preventScroll: false }),
    );
  }, [at, virtual.scrollToIndex]);

  const move = (event: KeyboardEvent) => {
    const way = WAYS[event.key];
    if (!way) return;
    event.preventDefault();
    moved.current = true;
    const within = (value: number, of: number) => Math.min(of - 1, Math.max(0, value));
    setAt(({ row, column }) => ({
      row: within(row + way[0] * (event.ctrlKey ? names.length : 1), names.length),
      column: within(column + way[1], cases.length),
    }));
  };
  const shown = virtual.getVirtualItems();
  const above = shown[0]?.start ?? 0;
  const below = virtual.getTotalSize() - (shown.at(-1)?.end ?? 0);
  return (
    <>
      <div ref={box} className="max-h-[70vh] overflow-auto" onKeyDown={move}>
        {/* biome-ignore lint/a11y/noNoninteractiveElementToInteractiveRole: cells can be chosen, and arrows go between them */}
        <table
          aria-label="Verdicts by service and case"
          aria-rowcount={names.length + 1}
          aria-colcount={cases.length + 1}
        >
          <thead ref={head} className="sticky top-0 z-10 bg-paper">
            <tr className="border-b border-ink align-bottom">
              <th className="sticky left-0 z-10 bg-paper py-1.5 pr-4">Service</th>
              {cases.map((visit, i) => (
                <th
                  key={visit.id}
                  className={clsx(
                    'w-[76px] min-w-[76px] border-l border-line px-1.5 py-1.5 text-center! align-bottom',
                    visit.id === caseId && 'bg-wash',
                  )}
                >
                  {titles[i]}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {above > 0 && <tr style={{ height: above }} />}
            {shown.map(({ index }) => {
              const name = names[index]!;
              return (
                <MatrixRow
                  key={name}
                  name={name}
                  index={index}
                  verdicts={table.get(name)!}
                  titles={titles}
                  chosen={name === service ? column : -1}
                  column={column}
                  here={at.row === index ? at.column : -1}
                  onChoose={(i) => onSelect(cases[i]!.id, name)}
                />
              );
            })}
            {below > 0 && <tr style={{ height: below }} />}
          </tbody>
        </table>
      </div>
      <p className="mt-2 flex flex-wrap gap-x-5 text-ink2">
        <span>H held</span>
        <span>C cleared after the record, or needs none</span>
        <span>S slipped</span>
        <span>– silent: allowed, never fired</span>
      </p>
    </>
  );
}

const WAYS: Record<string, [row: number, column: number]> = {
  ArrowDown: [1, 0],
  ArrowUp: [-1, 0],
  ArrowRight: [0, 1],
  ArrowLeft: [0, -1],
};

interface RowProps {
  name: string;
  index: number;
  verdicts: readonly (Verdict | null)[];
  titles: readonly string[];
  /** Of the case that is shown above. */
  column: number;
  /** Column of the cell that is chosen, and of the one that Tab comes to; -1: none of this row. */
  chosen: number;
  here: number;
  onChoose(column: number): void;
}

const isSame = (a: RowProps, b: RowProps) =>
  a.verdicts === b.verdicts && a.chosen === b.chosen && a.here === b.here && a.column === b.column;

const MatrixRow = memo(function MatrixRow(props: RowProps) {
  const { name, index, verdicts, titles, column, chosen, here, onChoose } = props;
  return (
    <tr className="border-b border-line" style={{ height: ROW }} aria-rowindex={index + 2}>
      <th
        scope="row"
        title={name}
        className="sticky left-0 max-w-56 truncate bg-paper py-1 pr-4 text-[13px] font-normal! normal-case tracking-normal text-ink! [font-stretch:100%]"
      >
        {name}
      </th>
      {verdicts.map((verdict, i) => (
        <td
          // biome-ignore lint/suspicious/noArrayIndexKey: a cell is known by the case it stands under
          key={i}
          aria-colindex={i + 2}
          aria-selected={i === chosen}
          className={clsx('border-l border-line px-1 py-1 text-center', i === column && 'bg-wash')}
        >
          <button
            type="button"
            tabIndex={i === here ? 0 : -1}
            data-here={i === here || undefined}
            onClick={() => onChoose(i)}
            aria-label={`${name}, ${titles[i]}: ${verdict ?? 'not there'}`}
            className={clsx('min-h-6 min-w-7 rounded-sm p-0.5', i === chosen && 'outline-2 outline-stamp')}
          >
            <span
              className={clsx('inline-block w-6 text-[11px]/[18px] font-bold', verdict ? LOOKS[verdict] : 'text-ink2')}
              aria-hidden="true"
            >
              {verdict ? LETTERS[verdict] : '·'}
            </span>
          </button>
        </td>
      ))}
    </tr>
  );
}, isSame);
