import type { RuledItem } from '@douane/api';
import type { Purpose } from '@douane/core/setup';
import { Button, Key } from '../../ui/parts';
import type { Rulings } from './use-rulings';

interface Props {
  rulings: Rulings;
  purposes: Purpose[];
  nameOf(purpose: string): string;
  /** How many are marked to be ruled together. */
  marked: number;
  /** Open items like the one that was ruled last. */
  more: { words: string; items: RuledItem[] } | null;
  onMore(): void;
}

/** Foot of the desk: what was just done and what it changes, how to take it back, and the keys. */
export function RulingBar({ rulings, purposes, nameOf, marked, more, onMore }: Props) {
  const { done, undone, conflict } = rulings;
  return (
    <div
      className="sticky bottom-0 mt-3 flex min-h-9 flex-wrap items-center gap-x-4 gap-y-1 border-t border-line bg-paper py-1.5"
      role="status"
    >
      {conflict ? (
        <>
          <span className="min-w-0 flex-1">
            <b>{conflict.message}.</b> {conflict.fields.map((field) => field.message).join('; ')}
          </span>
          <Button onClick={rulings.ruleAnyway}>Rule anyway</Button>
          <Button kind="quiet" onClick={rulings.forget}>
            Leave it
          </Button>
        </>
      ) : (
        <>
          {done && (
            <span className="basis-full">
              <b>{doneWords(done, nameOf)}</b>{' '}
              {'purpose' in done.ruling && done.effects.length > 0 && `It ${done.effects.join('; ')}. `}
              <span className="text-ink2">{rulings.left.join(' ')}</span>
            </span>
          )}
          {undone && !done && <b>Taken back.</b>}
          {done && (
            <Button kind="quiet" onClick={() => rulings.undo(done.act)}>
              Undo <Key>u</Key>
            </Button>
          )}
          {more && (
            <Button kind="quiet" onClick={onMore}>
              {more.words}: rule them the same <Key>m</Key>
            </Button>
          )}
          <span className="flex flex-wrap gap-x-3 text-ink2">
            {marked > 0 && <b className="text-ink">{marked} marked:</b>}
            {purposes.slice(0, 9).map((purpose, i) => (
              <span key={purpose.id}>
                <Key>{i + 1}</Key> {purpose.name}
              </span>
            ))}
            <span>
              <Key>y</Key> as suggested
            </span>
            <span>
              <Key>x</Key> mark
            </span>
            <span>
              <Key>s</Key> mark similar
            </span>
          </span>
        </>
      )}
    </div>
  );
}

function doneWords({ items, ruling }: NonNullable<Rulings['done']>, nameOf: (id: string) => string): string {
  const what = items.length === 1 ? items[0]!.name : `${items.length} items`;
  if ('purpose' in ruling) return `${what} ruled ${nameOf(ruling.purpose)}.`;
  return ruling.state === 'ignored' ? `${what} ignored.` : `${what} kept open.`;
}
