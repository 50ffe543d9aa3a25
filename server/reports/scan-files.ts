import { type Item, itemKey } from '@douane/core/observe';
import type { ScannedItem } from '@douane/scanner';
import Papa from 'papaparse';
import type { KeptItem } from '../db/items.sql';

/** Items of a scan with the rulings that stand now, as `douane.scan/1` has them. */
export function scanAsJson(items: readonly Item[], kept: readonly KeptItem[]): ScannedItem[] {
  const rulings = new Map(kept.map((item) => [itemKey(item), item.ruling]));
  return items.map((item) => {
    const ruling = rulings.get(itemKey(item));
    if (!ruling) return { ...item, purpose: null };
    const { by, reason, confidence, service, purpose } = ruling;
    return { ...item, service, purpose, ruling: { by, reason, confidence } };
  });
}

/** One row per item, with a heading; the import reads it back. */
export function scanAsCsv(items: readonly ScannedItem[]): string {
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
