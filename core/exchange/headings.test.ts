import { expect, it } from 'vitest';
import { headingReader } from './headings';

const strict = headingReader({ required: ['name', 'host'], optional: ['setBy'], ignored: ['id'] });
const open = headingReader({ required: ['host'], optional: [], ignored: 'all', also: { domain: 'host' } });

it.each([
  ['in any order and case', ['Host', 'SET_BY', ' na-me '], ['host', 'setBy', 'name']],
  ['behind a byte order mark', ['\uFEFFname', 'host'], ['name', 'host']],
  ['beside what only readers want', ['name', 'id', 'host', ''], ['name', 'id', 'host', undefined]],
])('reads headings %s', (_what, row, columns) => {
  expect(strict(row)).toEqual({ columns, problems: [] });
});

it.each([
  ['missing', ['name'], [{ message: 'the heading row has no host; there must be name, host, and may be setBy' }]],
  ['there twice', ['name', 'host', 'Name'], [{ column: 'name', message: 'this column is there twice' }]],
  [
    'unknown',
    ['name', 'host', 'colour'],
    [
      { column: 'colour', message: 'there is no such column' },
      { message: 'there must be name, host, and may be setBy' },
    ],
  ],
])('names a column that is %s', (_what, row, problems) => {
  expect(strict(row).problems).toEqual(problems);
});

it('lets other columns be where a table is another tool’s, and says which it saw where one is missing', () => {
  expect(open(['Domain', 'Path'])).toEqual({ columns: ['host', undefined], problems: [] });
  expect(open(['Path', 'Value']).problems[0]!.message).toMatch(/no host; .*It has Path, Value$/);
});
