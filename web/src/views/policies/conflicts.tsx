import { type Block, type PolicyDraft, wordsIn } from '@douane/core/policy';
import { plural } from '@douane/core/words';
import { Button } from '../../ui/parts';

/** What changed in two ways: both side by side, and one press for either. */
export function Conflicts({
  open,
  how,
  mine,
  onSettle,
}: {
  open: PolicyDraft['conflicts'];
  /** In what two ways, after "3 blocks". */
  how: string;
  mine(id: string): Block | undefined;
  /** `theirs`: it takes the place of what stands; absent: that stays. */
  onSettle(id: string, theirs?: Block | null): void;
}) {
  const all = Object.entries(open);
  if (all.length === 0) return null;
  return (
    <section className="mb-3 border-l-4 border-slipped bg-sheet px-3 py-2" aria-label="Changed in two ways">
      <h2>
        {plural(all.length, 'block')} {how}
      </h2>
      <p className="text-ink2">What was written here stands in the text. Nothing is lost until you decide.</p>
      <ul>
        {all.map(([id, theirs]) => {
          const own = mine(id);
          return (
            <li key={id} className="grid gap-x-4 border-t border-line py-2 md:grid-cols-2">
              <div>
                <b>Stands in the text</b>
                <p className="whitespace-pre-line">{own ? wordsIn(own) : 'taken out'}</p>
                <Button kind="quiet" onClick={() => onSettle(id)}>
                  Keep this
                </Button>
              </div>
              <div>
                <b>The other way</b>
                <p className="whitespace-pre-line">
                  {theirs ? wordsIn(theirs) : 'taken out, since there is no cause for it any more'}
                </p>
                <Button kind="quiet" onClick={() => onSettle(id, theirs)}>
                  Take this
                </Button>
              </div>
            </li>
          );
        })}
      </ul>
    </section>
  );
}
