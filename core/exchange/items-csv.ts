import Papa from 'papaparse';
import type { Item } from '../observe/types';

/** One row per item, with a heading; `importCsv` reads it back. */
export function itemsAsCsv(items: readonly (Item & { purpose: string | null; service?: string })[]): string {
  return Papa.unparse(
    items.map((item) => ({
      kind: item.kind,
      name: item.name,
      host: item.host,
      party: item.party,
      setBy: item.setBy ?? '',
      lifetimeSeconds: item.lifetimeSeconds ?? '',
      httpOnly: item.httpOnly ?? '',
      secure: item.secure ?? '',
      sameSite: item.sameSite ?? '',
      purpose: item.purpose ?? '',
      service: item.service ?? '',
      pages: item.pages.length,
      firstPage: item.pages[0] ?? '',
      broughtInBy: item.chain.map((link) => link.url).join(' > '),
    })),
    // A cell that a spreadsheet would take for a formula is hostile text.
    { escapeFormulae: true },
  );
}
