import type { KitMarks, ScriptMarks } from './script-seen';
import { ENOUGH_MARKS, scriptNames } from './script-seen';

/** A place in a script; line and column count from 1. */
export interface ScriptPlace {
  line: number;
  column: number;
}

/** The part of a script between the marks of one kit. */
export interface KitRegion {
  service: string;
  from: ScriptPlace;
  to: ScriptPlace;
}

/** Of one mark so many places are looked at; one that stands in more says nothing of where the kit is. */
const MOST_PLACES = 200;
/** A kit takes up more of a script than its share of the names, as not all code is equally rich in them. */
const WIDER = 2;

/**
 * Where in a script that holds more than one program the kits of these services stand. Bundlers put the files of a package
 * side by side, so a kit is where most of its marks are near each other; a program that calls it may have some of them
 * elsewhere.
 */
export function kitRegions(text: string, marks: ScriptMarks, services: readonly string[]): KitRegion[] {
  const all = scriptNames(text);
  const regions = marks.flatMap((kit): KitRegion[] => {
    if (!services.includes(kit.service)) return [];
    const widest = (text.length * WIDER * kit.size) / Math.max(1, all.size);
    const region = densest(placesOf(text, kit, all), widest);
    return region ? [{ service: kit.service, ...ends(text, region) }] : [];
  });
  return regions;
}

/** The only service in whose kit a place is; `undefined` where it is in none, or in two. */
export function kitAt(regions: readonly KitRegion[], place: ScriptPlace): string | undefined {
  const there = new Set(
    regions.filter(({ from, to }) => !before(place, from) && !before(to, place)).map(({ service }) => service),
  );
  return there.size === 1 ? [...there][0] : undefined;
}

const before = (a: ScriptPlace, b: ScriptPlace) => a.line < b.line || (a.line === b.line && a.column < b.column);

interface Found {
  at: number;
  name: string;
}

function placesOf(text: string, { names }: KitMarks, there: ReadonlySet<string>): Found[] {
  const found: Found[] = [];
  for (const name of names) {
    if (!there.has(name)) continue;
    let at = text.indexOf(name);
    for (let count = 0; at >= 0 && count < MOST_PLACES; count++) {
      if (!/[\w$-]/.test(text[at - 1] ?? '') && !/[\w$-]/.test(text[at + name.length] ?? '')) found.push({ at, name });
      at = text.indexOf(name, at + name.length);
    }
  }
  return found.sort((a, b) => a.at - b.at);
}

/** The stretch of at most so many characters that has the most different names. */
function densest(found: readonly Found[], widest: number): { from: number; to: number } | undefined {
  const inside = new Map<string, number>();
  let best: { from: number; to: number; names: number } | undefined;
  let first = 0;
  for (const last of found) {
    inside.set(last.name, (inside.get(last.name) ?? 0) + 1);
    while (last.at - found[first]!.at > widest) {
      const { name } = found[first++]!;
      const left = inside.get(name)! - 1;
      if (left === 0) inside.delete(name);
      else inside.set(name, left);
    }
    if (inside.size > (best?.names ?? ENOUGH_MARKS - 1)) {
      best = { from: found[first]!.at, to: last.at + last.name.length, names: inside.size };
    } else if (best && inside.size === best.names && found[first]!.at === best.from) {
      best.to = last.at + last.name.length;
    }
  }
  return best;
}

function ends(text: string, { from, to }: { from: number; to: number }): { from: ScriptPlace; to: ScriptPlace } {
  const placeAt = (at: number): ScriptPlace => {
    const lineStart = text.lastIndexOf('\n', at - 1) + 1;
    let line = 1;
    for (let i = text.indexOf('\n'); i >= 0 && i < at; i = text.indexOf('\n', i + 1)) line += 1;
    return { line, column: at - lineStart + 1 };
  };
  return { from: placeAt(from), to: placeAt(to) };
}
