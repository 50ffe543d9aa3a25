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

/** In px; all rows and all columns but the first are alike. */
const ROW = 34;
const COLUMN = 88;
const FIRST = 224;

/**
 * Services down, visitor cases across, the worst verdict in each cell, readable without colour. It has one stop for Tab,
 * and arrows go from cell to cell; only the cells in sight are drawn, since there may be thousands of cells.
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
  const across = useVirtualizer({
    horizontal: true,
    count: cases.length,
    getScrollElement: () => box.current,
    estimateSize: () => COLUMN,
    overscan: 2,
    scrollPaddingStart: FIRST,
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
    across.scrollToIndex(at.column, { align: 'auto' });
    // The row is drawn after it has come into sight.
    requestAnimationFrame(() =>
      box.current?.querySelector<HTMLElement>('[data-here]')?.focus({ preventScroll: false }),
    );
  }, [at, virtual.scrollToIndex, across.scrollToIndex]);

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
  const columns = across.getVirtualItems();
  const from = columns[0]?.index ?? 0;
  const to = columns.at(-1)?.index ?? -1;
  const sides = { left: from * COLUMN, right: (cases.length - 1 - to) * COLUMN };
  return (
    <>
      <div ref={box} className="max-h-[70vh] overflow-auto">
        <table
          className="table-fixed"
          style={{ width: FIRST + cases.length * COLUMN }}
          aria-label="Verdicts by service and case"
          aria-rowcount={names.length + 1}
          aria-colcount={cases.length + 1}
        >
          <thead ref={head} className="sticky top-0 z-10 bg-paper">
            <tr className="border-b border-ink align-bottom">
              <th className="sticky left-0 z-10 bg-paper py-1.5 pr-4" style={{ width: FIRST }}>
                Service
              </th>
              <Filler width={sides.left} />
              {columns.map(({ index: i }) => (
                <th
                  key={cases[i]!.id}
                  aria-colindex={i + 2}
                  style={{ width: COLUMN }}
                  className={clsx(
                    'border-l border-line px-1.5 py-1.5 text-center! align-bottom [overflow-wrap:anywhere]',
                    cases[i]!.id === caseId && 'bg-wash',
                  )}
                >
                  {titles[i]}
                </th>
              ))}
              <Filler width={sides.right} />
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
                  from={from}
                  to={to}
                  sides={sides}
                  titles={titles}
                  chosen={name === service ? column : -1}
                  column={column}
                  here={at.row === index ? at.column : -1}
                  onMove={move}
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
        <span>Arrow keys go from cell to cell.</span>
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
  /** Columns in sight, and what is left out beside them in px. */
  from: number;
  to: number;
  sides: { left: number; right: number };
  /** Of the case that is shown above. */
  column: number;
  /** Column of the cell that is chosen, and of the one that Tab comes to; -1: none of this row. */
  chosen: number;
  here: number;
  onMove(event: KeyboardEvent): void;
  onChoose(column: number): void;
}

const isSame = (a: RowProps, b: RowProps) =>
  a.verdicts === b.verdicts &&
  a.chosen === b.chosen &&
  a.here === b.here &&
  a.column === b.column &&
  a.from === b.from &&
  a.to === b.to;

const MatrixRow = memo(function MatrixRow(props: RowProps) {
  const { name, index, verdicts, titles, from, to, sides, column, chosen, here, onMove, onChoose } = props;
  return (
    <tr className="border-b border-line" style={{ height: ROW }} aria-rowindex={index + 2}>
      <th
        scope="row"
        title={name}
        className="sticky left-0 z-[1] max-w-56 truncate bg-paper py-1 pr-4 text-[13px] font-normal! normal-case tracking-normal text-ink! [font-stretch:100%]"
      >
        {name}
      </th>
      <Filler width={sides.left} />
      {verdicts.slice(from, to + 1).map((verdict, n) => cell(verdict, from + n))}
      <Filler width={sides.right} />
    </tr>
  );

  function cell(verdict: Verdict | null, i: number) {
    return (
      <td
        key={i}
        aria-colindex={i + 2}
        className={clsx('border-l border-line px-1 py-1 text-center', i === column && 'bg-wash')}
      >
        <button
          type="button"
          tabIndex={i === here ? 0 : -1}
          aria-pressed={i === chosen}
          data-here={i === here || undefined}
          onClick={() => onChoose(i)}
          onKeyDown={onMove}
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
    );
  }
}, isSame);

/** In the place of columns that are out of sight. */
const Filler = ({ width }: { width: number }) => width > 0 && <td aria-hidden="true" style={{ width }} />;
