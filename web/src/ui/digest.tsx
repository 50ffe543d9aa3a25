import { Facts, Section } from './parts';

const MOST = 8;

/** What stands in a docket while nothing is selected: how a list is made up, the most frequent first. */
export function Digest({ title, of }: { title: string; of: readonly string[] }) {
  const rows = tally(of);
  if (rows.length === 0) return null;
  const more = rows.slice(MOST).reduce((sum, [, count]) => sum + count, 0);
  return (
    <Section title={title}>
      <Facts of={[...rows.slice(0, MOST), ...(more > 0 ? ([['others', more]] as [string, number][]) : [])]} />
    </Section>
  );
}

/** How often each text is there; the most frequent first, then by the alphabet. */
export function tally(texts: readonly string[]): [string, number][] {
  const counts = new Map<string, number>();
  for (const text of texts) counts.set(text, (counts.get(text) ?? 0) + 1);
  return [...counts].sort(([a, n], [b, m]) => m - n || a.localeCompare(b));
}
