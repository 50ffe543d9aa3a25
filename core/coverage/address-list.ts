import Papa from 'papaparse';
import type { FieldProblem } from '../setup/parse';

const MOST = 5000;

/**
 * Addresses of a pasted list or a CSV: one per line, or the first cell of each row that is an address. A heading row
 * and empty lines are passed over. What is no address is told with its line.
 */
export function parseAddressList(text: string): { addresses: string[]; problems: FieldProblem[] } {
  const data = rowsOf(text.replace(/^\uFEFF/, '').trim());
  const addresses = new Set<string>();
  const problems: FieldProblem[] = [];
  for (const [i, row] of data.entries()) {
    const found = row.map((cell) => cell.trim()).find((cell) => /^https?:\/\//i.test(cell) && URL.canParse(cell));
    if (found) addresses.add(found);
    else if (i > 0 || data.length === 1) {
      problems.push({ path: `line ${i + 1}`, message: `"${row.join(' ').trim().slice(0, 80)}" holds no web address` });
    }
  }
  if (addresses.size > MOST)
    problems.push({ path: '', message: `${addresses.size} addresses; at most ${MOST} are taken` });
  return { addresses: [...addresses].slice(0, MOST), problems };
}

/** A comma is no separator where the lines are addresses and nothing else: addresses may hold commas. */
function rowsOf(text: string): string[][] {
  const { data } = Papa.parse<string[]>(text, { skipEmptyLines: 'greedy' });
  const columns = data[0]?.length ?? 0;
  const isTable = !/^https?:/i.test(text) || (columns > 1 && data.every((row) => row.length === columns));
  if (isTable) return data;
  return text
    .split(/\r?\n/)
    .filter((line) => line.trim())
    .map((line) => [line]);
}
