import { type RefObject, useLayoutEffect, useRef } from 'react';

/** Single keys for the screen, silent while somebody types or holds a modifier. */
export function useKeys(keys: Record<string, (event: KeyboardEvent) => void>): void {
  const latest = useRef(keys);
  latest.current = keys;
  // Before the screen is painted: a fast hand may press at once.
  useLayoutEffect(() => {
    const onKey = (event: KeyboardEvent) => {
      if (event.ctrlKey || event.metaKey || event.altKey || isTyping(event.target)) return;
      const act = latest.current[event.key];
      if (!act) return;
      event.preventDefault();
      act(event);
    };
    addEventListener('keydown', onKey);
    return () => removeEventListener('keydown', onKey);
  }, []);
}

function isTyping(target: EventTarget | null): boolean {
  // Nobody types into a box that is only ticked.
  if (target instanceof HTMLInputElement && target.type === 'checkbox') return false;
  return (
    target instanceof HTMLElement && (target.isContentEditable || /^(INPUT|TEXTAREA|SELECT)$/.test(target.tagName))
  );
}

/** Moves a selection through a list and keeps it in view. */
export function neighbour<T>(list: readonly T[], current: T | undefined, step: 1 | -1): T | undefined {
  if (list.length === 0) return undefined;
  const at = current === undefined ? -1 : list.indexOf(current);
  return list[Math.min(list.length - 1, Math.max(0, at + step))];
}

/** The keys of a list with one selected: down and up by `j` `k` and the arrows, and `/` into its search. */
export function useListKeys<T>(
  list: readonly T[],
  selected: T | undefined,
  select: (one: T | undefined) => void,
  searchBox: RefObject<HTMLInputElement | null>,
): void {
  const down = () => select(neighbour(list, selected, 1));
  const up = () => select(neighbour(list, selected, -1));
  useKeys({ j: down, ArrowDown: down, k: up, ArrowUp: up, '/': () => searchBox.current?.focus() });
}
