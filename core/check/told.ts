import { commandsFor, type ToldListener } from '../listeners/index';

/** What a page's tags that manage themselves heard, in order, by the listener. */
export type Heard = Readonly<Record<string, readonly unknown[]>>;

/**
 * What one listener was told at the end of a visit. `told`: what this visitor granted, and before anything else.
 * `late`: that, but something else was said before it. `wrong`: something else. `unheard`: nothing, as where its tag never
 * came to be.
 */
export interface CheckedTold {
  listener: string;
  verdict: 'told' | 'late' | 'wrong' | 'unheard';
  meant: unknown[][];
  /** The last that was said to it of this kind. */
  heard: unknown[][];
}

/**
 * Compares what listeners heard with what they were to hear of a visitor who granted so much.
 *
 * @param heard Each command as a list of its values.
 */
export function judgeTold(
  listeners: readonly ToldListener[],
  granted: Readonly<Record<string, boolean>>,
  heard: Heard,
): CheckedTold[] {
  return listeners.map((listener) => {
    const meant = commandsFor(listener, granted, false);
    const said = (heard[listener.id] ?? []).filter((one): one is unknown[] => Array.isArray(one));
    const isOfKind = (one: unknown[]) => meant.some((command) => kindOf(command) === kindOf(one));
    // Words for yes and no may be commands of their own.
    const opposite = [...(listener.granted ?? []), ...(listener.denied ?? [])];
    const kinds = said.filter((one) => isOfKind(one) || opposite.some((command) => kindOf(command) === kindOf(one)));
    const last = meant.length > 0 ? kinds.slice(-meant.length) : [];
    const first = commandsFor(listener, {}, true);
    const begins =
      first.length === 0 || (said[0] !== undefined && first.some((one) => kindOf(one) === kindOf(said[0]!)));
    const verdict =
      last.length === 0 ? 'unheard' : !isSame(last, meant) ? 'wrong' : begins ? 'told' : ('late' as const);
    return { listener: listener.id, verdict, meant, heard: last };
  });
}

/** What a command is about: all of it that is words, up to the first value. */
const kindOf = (command: unknown[]): string => {
  const [name, ...more] = command;
  if (typeof name === 'object' && name !== null && 'event' in name) return String(name.event);
  return [name, ...more.filter((one) => typeof one === 'string')].join(' ');
};

/** By content, whatever the order of names; a page's values are data. */
const isSame = (a: unknown, b: unknown): boolean => {
  if (typeof a !== 'object' || typeof b !== 'object' || a === null || b === null) return a === b;
  const [of, other] = [Object.entries(a), b as Record<string, unknown>];
  return of.length === Object.keys(b).length && of.every(([name, one]) => isSame(one, other[name]));
};
