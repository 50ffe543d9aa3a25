/** Lines of a text that are gone, and those that are new. `under`: the headings above a line. */
export function ChangedLines({
  lines,
}: {
  lines: readonly { in: 'before' | 'after'; text: string; under?: string }[];
}) {
  return lines.map(({ in: side, text, under }, i) => (
    // biome-ignore lint/suspicious/noArrayIndexKey: the same line may stand in a text twice
    <p key={`${i} ${text}`} className="border-b border-line py-0.5">
      {under && under !== lines[i - 1]?.under && <b className="block">{under}</b>}
      {side === 'after' ? (
        <ins className="bg-cleared/15">{text || 'new'}</ins>
      ) : (
        <del className="bg-slipped/15">{text || 'no longer there'}</del>
      )}
    </p>
  ));
}
