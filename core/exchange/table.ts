import Papa from 'papaparse';
import type { FieldProblem } from '../setup/parse';
import { type Columns, columnWords, type Headings, headingReader } from './headings';

/** One row of a CSV by the names of its columns, and the line on which it begins. */
export interface TableRow {
  line: number;
  cells: Record<string, string>;
}

export interface Table {
  rows: TableRow[];
  problems: FieldProblem[];
  separator: string;
}

/** More is no list that people made; and all of it would have to be looked at before anything is done. */
export const MOST_ROWS = 100_000;
const TOO_LONG = `more than ${MOST_ROWS.toLocaleString('en')} rows; split the file, or leave out rows that say nothing`;

/**
 * Reads a CSV with a heading row, separated by commas, semicolons, tabs or bars. Every problem names its line and column;
 * of a file too long there is that one problem and no row.
 */
export function readTable(text: string, expected: Columns): Table {
  const readHeadings = headingReader(expected);
  const problems: FieldProblem[] = [];
  const rows: TableRow[] = [];
  let columns: Headings['columns'] | null = null;
  let line = 1;
  let cursor = 0;
  let separator = ',';
  Papa.parse<string[]>(text, {
    skipEmptyLines: false,
    delimitersToGuess: [',', ';', '\t', '|'],
    step: ({ data, errors, meta }, parser) => {
      const begins = line;
      line += count(text, cursor, meta.cursor);
      cursor = meta.cursor;
      separator = meta.delimiter;
      if (data.every((cell) => cell.trim() === '')) return;
      const [broken] = errors.filter((error) => error.type === 'Quotes');
      if (broken) problems.push({ path: `line ${begins}`, message: `quotation marks do not match: ${broken.message}` });
      if (!columns) {
        const headings = readHeadings(data);
        columns = headings.columns;
        for (const { column, message } of headings.problems) {
          problems.push({ path: `line ${begins}${column === undefined ? '' : `, ${column}`}`, message });
        }
        if (problems.length > 0) parser.abort();
      } else if (rows.length < MOST_ROWS) rows.push({ line: begins, cells: cellsOf(data, columns) });
      else {
        // Not even what was read is looked at further: nothing of the file is taken in.
        rows.length = 0;
        problems.length = 0;
        problems.push({ path: `line ${begins}`, message: TOO_LONG });
        parser.abort();
      }
    },
  });
  if (!columns && problems.length === 0) {
    problems.push({ path: 'line 1', message: `the file is empty; ${columnWords(expected)}` });
  }
  return { rows, problems, separator };
}

function cellsOf(row: readonly string[], columns: Headings['columns']): TableRow['cells'] {
  const cells: TableRow['cells'] = {};
  columns.forEach((name, i) => {
    if (name) cells[name] = unescaped((row[i] ?? '').trim());
  });
  return cells;
}

/** A spreadsheet would take some cells for formulas; they were written with an apostrophe before them. */
const unescaped = (cell: string) => cell.replace(/^'(?=[=+\-@\t\r])/, '');

function count(text: string, from: number, to: number): number {
  let lines = 0;
  for (let at = text.indexOf('\n', from); at >= 0 && at < to; at = text.indexOf('\n', at + 1)) lines++;
  return lines;
}
