import type { PolicyChanges } from '@douane/api';
import type { ComparedBlock } from '@douane/core/policy';
import { Fragment } from 'react';
import { Ago } from '../../ui/parts';
import { ReadBlock } from './read-block';

/** Two texts side by side, with the words that differ and who changed them; `alone`: there is but one. */
export function TextsCompared({
  rows,
  alone,
  language,
  changes,
}: {
  rows: readonly ComparedBlock[];
  alone: boolean;
  language: string;
  changes: PolicyChanges['changes'];
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
          {!same && <ChangedBy changes={changes.filter(({ blockId }) => blockId === id)} />}
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

function ChangedBy({ changes }: { changes: PolicyChanges['changes'] }) {
  if (changes.length === 0) return null;
  return (
    <p className="text-ink2 md:col-span-2">
      {changes.map(({ person, at }, i) => (
        <Fragment key={at}>
          {i > 0 && '; '}
          {person}, <Ago at={at} />
        </Fragment>
      ))}
    </p>
  );
}
