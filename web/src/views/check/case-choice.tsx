import type { CheckedCase } from '@douane/core/check';
import { ToggleGroup } from 'radix-ui';
import { Mark } from '../../ui/mark';
import { caseWords } from './lanes';

/** More than these stand in a list that opens. */
const MOST_SIDE_BY_SIDE = 16;

const hasSlipped = ({ items }: CheckedCase) => items.some(({ verdict }) => verdict === 'slipped');

/** Chooses one visit of a check. */
export function CaseChoice({
  cases,
  value,
  onChange,
}: {
  cases: readonly CheckedCase[];
  value: string;
  onChange(id: string): void;
}) {
  if (cases.length > MOST_SIDE_BY_SIDE)
    return (
      <label className="flex items-center gap-2">
        Visit
        <select value={value} onChange={(event) => onChange(event.target.value)}>
          {cases.map((visit) => (
            <option key={visit.id} value={visit.id}>
              {caseWords(visit)}
              {hasSlipped(visit) ? ': slipped' : ''}
            </option>
          ))}
        </select>
      </label>
    );
  return (
    <ToggleGroup.Root
      type="single"
      value={value}
      onValueChange={(id) => id && onChange(id)}
      aria-label="Visitor case"
      className="flex flex-wrap border border-line bg-sheet"
    >
      {cases.map((visit) => (
        <ToggleGroup.Item
          key={visit.id}
          value={visit.id}
          className="flex items-center gap-2 border-r border-line px-3 py-1.5 last:border-r-0 hover:bg-well data-[state=on]:bg-ink data-[state=on]:text-sheet"
        >
          {hasSlipped(visit) && <Mark name="slipped" />}
          {caseWords(visit)}
        </ToggleGroup.Item>
      ))}
    </ToggleGroup.Root>
  );
}
