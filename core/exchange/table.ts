import Papa from 'papaparse';
import type { FieldProblem } from '../setup/parse';

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

interface Columns {
  required: readonly string[];
  optional: readonly string[];
  /** Columns that our own exports carry for the reader only; `all`: whatever else there is. */
  ignored?: readonly string[] | 'all';
  /** Other names under which a column may stand. */
  also?: Record<string, string>;
}

/** More is no list that people made; and all of it would have to be looked at before anything is done. */
export const MOST_ROWS = 100_000;

/**
 * Reads a CSV with a heading row, separated by commas, semicolons, tabs or bars. Headings are read without regard to
 * capitals, spaces and underscores. Every problem names its line and column; of a file too long there is that one
 * problem and no row.
 */
export function readTable(text: string, { required, optional, ignored = [], also = {} }: Columns): Table {
  const own = [...required, ...optional, ...(ignored === 'all' ? [] : ignored)];
  const known = new Map([
    ...Object.entries(also).map(([name, column]) => [plain(name), column] as const),
    ...own.map((name) => [plain(name), name] as const),
  ]);
  const problems: FieldProblem[] = [];
  const rows: TableRow[] = [];
  let headings: (string | undefined)[] | null = null;
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
      if (!headings) {
        headings = data.map((name) => known.get(plain(name)));
        const strange = data.flatMap((name, i) => (headings![i] || !name.trim() ? [] : [name.trim()]));
        const wrong = ignored === 'all' ? [] : strange;
        const missing = required.filter((name) => !headings!.includes(name));
        const twice = required.concat(optional).filter((name) => headings!.filter((one) => one === name).length > 1);
        for (const name of twice)
          problems.push({ path: `line ${begins}, ${name}`, message: 'this column is there twice' });
        for (const name of wrong) {
          problems.push({
            path: `line ${begins}, ${name}`,
            message: 'there is no such column',
          });
        }
        if (wrong.length > 0 && missing.length === 0)
          problems.push({ path: `line ${begins}`, message: said(required, optional) });
        if (missing.length > 0) {
          problems.push({
            path: `line ${begins}`,
            message: `the heading row has no ${missing.join(' and no ')}; ${said(required, optional)}${ignored === 'all' ? `. It has ${strange.slice(0, 20).join(', ') || 'nothing else'}` : ''}`,
          });
        }
        if (problems.length > 0) parser.abort();
        return;
      }
      if (rows.length === MOST_ROWS) {
        // Not even what was read is looked at further: nothing of the file is taken in.
        rows.length = 0;
        problems.length = 0;
        problems.push({
          path: `line ${begins}`,
          message: `more than ${MOST_ROWS.toLocaleString('en')} rows; split the file, or leave out rows that say nothing`,
        });
        parser.abort();
        return;
      }
      const cells: Record<string, string> = {};
      headings.forEach((name, i) => {
        if (name) cells[name] = unescaped((data[i] ?? '').trim());
      });
      rows.push({ line: begins, cells });
    },
  });
  if (!headings && problems.length === 0)
    problems.push({ path: 'line 1', message: `the file is empty; ${said(required, optional)}` });
  return { rows, problems, separator };
}

const plain = (name: string) =>
  name
    .trim()
    .replace(/^\uFEFF/, '')
    .replace(/[\s_-]/g, '')
    .toLowerCase();
const said = (required: readonly string[], optional: readonly string[]) =>
  `there must be ${required.join(', ')}, and may be ${optional.join(', ')}`;

/** A spreadsheet would take some cells for formulas; they were written with an apostrophe before them. */
const unescaped = (cell: string) => cell.replace(/^'(?=[=+\-@\t\r])/, '');

function count(text: string, from: number, to: number): number {
  let lines = 0;
  for (let at = text.indexOf('\n', from); at >= 0 && at < to; at = text.indexOf('\n', at + 1)) lines++;
  return lines;
}
