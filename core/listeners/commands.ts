import type { ToldListener } from './types';

/**
 * What a listener has to be told, in order.
 *
 * @param granted By purpose; one that is not there is not granted.
 * @param isFirst Whether it was told nothing yet.
 * @param isOpen Whether more will be known in a moment, so that its tags may wait.
 */
export function commandsFor(
  listener: ToldListener,
  granted: Readonly<Record<string, boolean>>,
  isFirst: boolean,
  isOpen = false,
): unknown[][] {
  const { signals = {}, words, wait, first = [], later = [] } = listener;
  const may = (purpose: string) => purpose === 'necessary' || granted[purpose] === true;
  const values: Record<string, unknown> = {};
  for (const [signal, purpose] of Object.entries(signals))
    values[signal] = may(purpose) ? words?.granted : words?.denied;
  if (wait && isFirst && isOpen) values[wait.name] = wait.ms;
  const isAll = Object.values(signals).every(may);
  const filled = (value: unknown): unknown => {
    if (value === '$signals') return values;
    if (value === '$granted') return { ...granted };
    if (typeof value !== 'object' || value === null) return value;
    return Object.fromEntries(Object.entries(value).map(([name, one]) => [name, filled(one)]));
  };
  return [...(isFirst ? first : later), ...((isAll ? listener.granted : listener.denied) ?? [])].map((command) =>
    command.map(filled),
  );
}
