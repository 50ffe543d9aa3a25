import { slugOf } from '@douane/core/classify';
import { type KitMarks, scriptNames } from '@douane/core/observe';
import type { BuiltKit } from './stand-in';

/** Marks kept of one service; the scanner asks for half of them. */
const MOST_MARKS = 8;
const FEWEST_MARKS = 2;
const NAME = /[A-Za-z_$][\w$-]{5,60}/g;

/**
 * Names by which a kit is known wherever it is served from: they stand in the scripts of no other service, and in the
 * kit's own files rather than in those of what it is built upon. First those that hold the service's own name, then those
 * made of several words. One kit of which too few are left is left out.
 */
export function marksOf(kits: readonly BuiltKit[]): KitMarks[] {
  const servicesOf = new Map<string, Set<string>>();
  for (const { kit, script } of kits) {
    for (const name of namesOf(script)) servicesOf.set(name, (servicesOf.get(name) ?? new Set()).add(kit.service));
  }
  const found = kits.map(({ kit: { service }, script, ownNames }): KitMarks => {
    const names = [...namesOf(script)].filter((name) => servicesOf.get(name)!.size === 1 && ownNames.has(name));
    return { service, names: chosen(service, names), size: scriptNames(script).size };
  });
  return found.filter(({ names }) => names.length >= FEWEST_MARKS);
}

function chosen(service: string, names: readonly string[]): string[] {
  const own = slugOf(service).split('-')[0]!;
  const named = names.filter(
    (name) => own.length >= 4 && name.toLowerCase().includes(own) && name.toLowerCase() !== own,
  );
  const wordy = names.filter((name) => name.length >= 12 && wordsIn(name) >= 3 && !named.includes(name));
  // The shortest, then by letter, so that two runs come to the same.
  const inOrder = (a: string, b: string) => a.length - b.length || (a < b ? -1 : 1);
  return [...named.sort(inOrder).slice(0, MOST_MARKS), ...wordy.sort(inOrder)].slice(0, MOST_MARKS);
}

const wordsIn = (name: string) => name.split(/(?<=[a-z])(?=[A-Z])|[^A-Za-z]+/).filter((word) => word.length > 2).length;

/** Names in a text, as marks are looked for. */
export const namesOf = (text: string): Set<string> => new Set(text.match(NAME));
