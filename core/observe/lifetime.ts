/** A lifetime in words, short enough for a table. `null`: until the browser closes; absent: it has none. */
export function lifetimeWords(seconds: number | null | undefined): string {
  if (seconds === undefined) return '';
  if (seconds === null) return 'session';
  const units: [string, number][] = [
    ['y', 31_536_000],
    ['mo', 2_592_000],
    ['d', 86_400],
    ['h', 3600],
    ['min', 60],
  ];
  const [unit, size] = units.find(([, s]) => seconds >= s) ?? ['s', 1];
  return `${Math.round(seconds / size)} ${unit}`;
}
