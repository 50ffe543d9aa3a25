import Papa from 'papaparse';
import { partyOf } from '../observe/party';
import { ITEM_KINDS, type Observation } from '../observe/types';
import type { Imported, ImportFor } from './types';

const NAMES: Record<string, string> = { domain: 'host', lifetime: 'lifetimeseconds', firstpage: 'page', url: 'page' };
const MOST_ROWS = 100_000;

/**
 * Observations from a CSV with a heading row. `name` and `host` (or `domain`) must be there; `kind`, `page`,
 * `lifetimeSeconds`, `secure`, `httpOnly` and `sameSite` may be. The project's own CSV of items can be read back.
 */
export function importCsv(text: string, { address, ownDomains }: ImportFor): Imported {
  const observations: Observation[] = [];
  const problems: Imported['problems'] = [];
  const { data, meta } = Papa.parse<Record<string, string>>(text, {
    header: true,
    skipEmptyLines: 'greedy',
    transformHeader: (name) => {
      const plain = name.trim().toLowerCase();
      return NAMES[plain] ?? plain;
    },
  });
  const missing = ['name', 'host'].filter((name) => !meta.fields?.includes(name));
  if (missing.length > 0) {
    const there = meta.fields?.slice(0, 20).join(', ') || 'none';
    const message = `the heading row has no ${missing.join(' and no ')} (or domain); it has ${there}`;
    return { format: 'csv', observations, problems: [{ path: 'line 1', message }] };
  }
  for (const [i, row] of data.slice(0, MOST_ROWS).entries()) {
    const wrong = (column: string, message: string) => problems.push({ path: `line ${i + 2}, ${column}`, message });
    const kind = ITEM_KINDS.find((one) => one === (row.kind?.trim() || 'cookie'));
    const host = (row.host ?? '').trim().replace(/^\./, '').toLowerCase();
    // A spreadsheet would take some names for formulas; they were written with an apostrophe before them.
    const name = (row.name ?? '').replace(/^'(?=[=+\-@\t\r])/, '');
    const page = row.page?.trim() || address;
    const life = row.lifetimeseconds?.trim() ?? '';
    if (!kind) wrong('kind', `"${row.kind}" is none of ${ITEM_KINDS.join(', ')}`);
    else if (!name) wrong('name', 'is empty');
    else if (!host || /[\s/:]/.test(host)) wrong('host', `"${row.host}" is no host name`);
    else if (!URL.canParse(page)) wrong('page', `"${page}" is no web address`);
    else if (life && !/^\d+$/.test(life)) wrong('lifetimeSeconds', `"${life}" is no number of seconds`);
    else {
      const sameSite = (['Strict', 'Lax', 'None'] as const).find(
        (v) => v.toLowerCase() === row.samesite?.toLowerCase(),
      );
      observations.push({
        kind,
        name,
        host,
        page,
        party: partyOf(host, new URL(page).hostname, ownDomains),
        atMs: 0,
        chain: [],
        ...(kind === 'cookie' && {
          lifetimeSeconds: life ? Number(life) : null,
          httpOnly: /^(true|1|yes)$/i.test(row.httponly ?? ''),
          secure: /^(true|1|yes)$/i.test(row.secure ?? ''),
          ...(sameSite && { sameSite }),
        }),
      });
    }
  }
  if (data.length > MOST_ROWS)
    problems.push({ path: `line ${MOST_ROWS + 2}`, message: `more than ${MOST_ROWS} rows; the rest was not read` });
  return { format: 'csv', observations, problems };
}
