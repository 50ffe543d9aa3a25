import type { ItemKind } from './types';

/** A value that was stored, by name and the host it belongs to. Values stay in memory and are never kept. */
export interface StoredValue {
  kind: ItemKind;
  name: string;
  host: string;
  value: string;
}

/** Parts of this length or longer that hold a digit and a letter, or are long, are taken for identifiers. */
const SHORTEST = 8;
export const looksLikeId = (part: string) =>
  part.length >= SHORTEST &&
  part.length <= 200 &&
  ((/\d/.test(part) && /[a-z]/i.test(part)) || /^\d{12,}$/.test(part) || part.length >= 20);

/** What stands in a text, each part once. */
export const partsOf = (text: string): Set<string> => new Set(decoded(text).split(/[^A-Za-z0-9_-]+/));

/** The parts of what was stored that look like identifiers, each with all that it was stored as, in order. */
export function identifiersIn(stored: Iterable<StoredValue>): Map<string, StoredValue[]> {
  const owners = new Map<string, StoredValue[]>();
  for (const item of stored) {
    for (const part of partsOf(item.value)) {
      if (!looksLikeId(part)) continue;
      const known = owners.get(part);
      if (known) known.push(item);
      else owners.set(part, [item]);
    }
  }
  return owners;
}

function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text; // a stray percent sign; then it is taken as it stands
  }
}
