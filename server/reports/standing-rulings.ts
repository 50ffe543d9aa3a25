import { type Item, itemKey } from '@douane/core/observe';
import { type ScannedItem, scannedItem } from '@douane/core/scan';
import type { KeptItem } from '../db/items.sql';

/** Items of a scan with the rulings that stand now, as `douane.scan/1` has them. */
export function withStandingRulings(items: readonly Item[], kept: readonly KeptItem[]): ScannedItem[] {
  const rulings = new Map(kept.map((item) => [itemKey(item), item.ruling]));
  return items.map((item) => scannedItem(item, rulings.get(itemKey(item))));
}
