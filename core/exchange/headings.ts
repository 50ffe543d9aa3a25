/** Which columns a table may have. */
export interface Columns {
  required: readonly string[];
  optional: readonly string[];
  /** Columns that our own exports carry for the reader only; `all`: whatever else there is. */
  ignored?: readonly string[] | 'all';
  /** Other names under which a column may stand. */
  also?: Record<string, string>;
}

/** What a heading row says. `columns`: for each cell the column it heads; `undefined`: one that is not read. */
export interface Headings {
  columns: (string | undefined)[];
  /** `column`: the heading at fault; absent: the row as a whole. */
  problems: { column?: string; message: string }[];
}

/** Reads heading rows of one kind of table, without regard to capitals, spaces, hyphens and underscores. */
export function headingReader(expected: Columns): (row: readonly string[]) => Headings {
  const { required, optional, ignored = [], also = {} } = expected;
  const own = [...required, ...optional, ...(ignored === 'all' ? [] : ignored)];
  const known = new Map([
    ...Object.entries(also).map(([name, column]) => [plain(name), column] as const),
    ...own.map((name) => [plain(name), name] as const),
  ]);
  return (row) => {
    const columns = row.map((name) => known.get(plain(name)));
    const strange = row.filter((name, i) => !columns[i] && name.trim()).map((name) => name.trim());
    const missing = required.filter((name) => !columns.includes(name));
    const twice = [...required, ...optional].filter((name) => columns.indexOf(name) !== columns.lastIndexOf(name));
    const problems: Headings['problems'] = twice.map((column) => ({ column, message: 'this column is there twice' }));
    if (ignored !== 'all') problems.push(...strange.map((column) => ({ column, message: 'there is no such column' })));
    if (missing.length > 0) {
      const there = ignored === 'all' ? `. It has ${strange.slice(0, 20).join(', ') || 'nothing else'}` : '';
      problems.push({
        message: `the heading row has no ${missing.join(' and no ')}; ${columnWords(expected)}${there}`,
      });
    } else if (ignored !== 'all' && strange.length > 0) problems.push({ message: columnWords(expected) });
    return { columns, problems };
  };
}

/** Which columns there must and may be, as a clause. */
export const columnWords = ({ required, optional }: Columns): string =>
  `there must be ${required.join(', ')}, and may be ${optional.join(', ')}`;

const plain = (name: string) =>
  name
    .trim()
    .replace(/^\uFEFF/, '')
    .replace(/[\s_-]/g, '')
    .toLowerCase();
