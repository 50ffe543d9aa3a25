import { partyOf } from '../observe/party';
import { ITEM_KINDS, type Observation } from '../observe/types';
import { readTable } from './table';
import type { Imported, ImportFor } from './types';

const COLUMNS = {
  required: ['name', 'host'],
  optional: ['kind', 'page', 'lifetimeSeconds', 'secure', 'httpOnly', 'sameSite'],
  also: { domain: 'host', lifetime: 'lifetimeSeconds', firstPage: 'page', url: 'page' },
  ignored: 'all',
} as const;

/**
 * Observations from a CSV with a heading row. `name` and `host` (or `domain`) must be there; `kind`, `page`,
 * `lifetimeSeconds`, `secure`, `httpOnly` and `sameSite` may be. The project's own CSV of items can be read back.
 */
export function importCsv(text: string, { address, ownDomains }: ImportFor): Imported {
  const observations: Observation[] = [];
  const { rows, problems } = readTable(text, COLUMNS);
  for (const { line, cells } of rows) {
    const wrong = (column: string, message: string) => problems.push({ path: `line ${line}, ${column}`, message });
    const kind = ITEM_KINDS.find((one) => one === (cells.kind || 'cookie'));
    const { name } = cells;
    const host = cells.host!.replace(/^\./, '').toLowerCase();
    const page = cells.page || address;
    const life = cells.lifetimeSeconds ?? '';
    if (!kind) wrong('kind', `"${cells.kind}" is none of ${ITEM_KINDS.join(', ')}`);
    else if (!name) wrong('name', 'is empty');
    else if (!host || /[\s/:]/.test(host)) wrong('host', `"${cells.host}" is no host name`);
    else if (!URL.canParse(page)) wrong('page', `"${page}" is no web address`);
    else if (life && !/^(\d+|session)$/i.test(life)) wrong('lifetimeSeconds', `"${life}" is no number of seconds`);
    else {
      const sameSite = (['Strict', 'Lax', 'None'] as const).find(
        (v) => v.toLowerCase() === cells.sameSite?.toLowerCase(),
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
          lifetimeSeconds: /^\d/.test(life) ? Number(life) : null,
          httpOnly: /^(true|1|yes)$/i.test(cells.httpOnly ?? ''),
          secure: /^(true|1|yes)$/i.test(cells.secure ?? ''),
          ...(sameSite && { sameSite }),
        }),
      });
    }
  }
  return { format: 'csv', observations, problems };
}
