import { type CheckedTold, isMistold, toldWords } from '@douane/core/check';
import { Mark } from '../../ui/mark';

/** What tags that manage themselves were told in one kind of visit. */
export function ToldList({ told }: { told: readonly CheckedTold[] }) {
  return (
    <ul aria-label="Tags that manage themselves" className="mb-2 grid gap-1 border border-line bg-sheet px-3 py-1.5">
      {told.map((one) => (
        <li key={one.listener} className="flex items-baseline gap-2">
          {isMistold(one) && <Mark name="slipped" />}
          {toldWords(one)}
        </li>
      ))}
    </ul>
  );
}
