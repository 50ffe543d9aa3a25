import { becauseWords, type Ruling, type Suggestion } from '../classify/index';
import type { Item } from '../observe/types';
import type { ScannedItem } from './types';

/** An item as `douane.scan/1` has it, with the ruling that stands or, of an open one, what is suggested. */
export function scannedItem(item: Item, ruling?: Ruling | null, suggestion?: Suggestion | null): ScannedItem {
  if (ruling) {
    const { by, because, confidence, service, purpose } = ruling;
    return { ...item, service, purpose, ruling: { by, reason: becauseWords(because), confidence } };
  }
  if (!suggestion) return { ...item, purpose: null };
  const { purpose, confidence, because } = suggestion;
  return { ...item, purpose: null, suggestion: { purpose, confidence, reason: becauseWords(because) } };
}
