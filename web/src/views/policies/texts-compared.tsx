import type { ComparedBlock } from '@douane/core/policy';
import { ReadBlock } from './read-block';

/** Two texts side by side, with the words that differ; `alone`: there is but one. */
export function TextsCompared({
  rows,
  alone,
  language,
}: {
  rows: readonly ComparedBlock[];
  alone: boolean;
  language: string;
}) {
  if (alone)
    return (
      <div className="border-t border-ink bg-sheet px-3 py-2">
        {rows.map(({ id, after, before }) => (
          <ReadBlock key={id} block={(after ?? before)!} language={language} />
        ))}
      </div>
    );
  return (
    <ul className="border-t border-ink bg-sheet">
      {rows.map(({ id, same, before, after, pieces }) => (
        <li
          key={id}
          className="grid gap-x-6 border-b border-line px-3 py-1.5 md:grid-cols-2"
          aria-label={same ? 'same' : 'differs'}
        >
          {same ? (
            <>
              <ReadBlock block={before!} language={language} />
              <ReadBlock block={after!} language={language} />
            </>
          ) : (
            (['before', 'after'] as const).map((side) => (
              <p key={side} className="policy-read whitespace-pre-line" lang={language} dir="auto">
                {pieces
                  .filter((piece) => piece.in === 'both' || piece.in === side)
                  .map((piece, i) =>
                    piece.in === 'both' ? (
                      // biome-ignore lint/suspicious/noArrayIndexKey: words have nothing else to be told apart by
                      <span key={i}>{piece.text}</span>
                    ) : side === 'before' ? (
                      // biome-ignore lint/suspicious/noArrayIndexKey: the same
                      <del key={i} className="bg-slipped/15">
                        {piece.text}
                      </del>
                    ) : (
                      // biome-ignore lint/suspicious/noArrayIndexKey: the same
                      <ins key={i} className="bg-cleared/15">
                        {piece.text}
                      </ins>
                    ),
                  )}
              </p>
            ))
          )}
        </li>
      ))}
    </ul>
  );
}
