const UNITS: [Intl.RelativeTimeFormatUnit, number][] = [
  ['year', 31_536_000],
  ['month', 2_592_000],
  ['day', 86_400],
  ['hour', 3600],
  ['minute', 60],
];

/** A lifetime in a language, rounded: "2 years". */
export function lifetimeIn(seconds: number, language: string): string {
  const [unit, size] = UNITS.find(([, s]) => seconds >= s) ?? ['second', 1];
  const style = { style: 'unit', unit, unitDisplay: 'long', maximumFractionDigits: 0 } as const;
  return new Intl.NumberFormat(language, style).format(seconds / size);
}
