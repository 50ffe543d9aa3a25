import type { Run } from '@douane/api';
import { exactTime } from '../ui/parts';

/** Chooses one of several runs by its time. */
export function RunChoice<R extends Run>({
  name,
  runs,
  value,
  onChange,
  words,
}: {
  name: string;
  runs: R[];
  value: string | undefined;
  onChange(id: string): void;
  /** What came of one. */
  words(run: R): string;
}) {
  return (
    <label className="flex items-center gap-2">
      {name}
      <select value={value ?? ''} onChange={(event) => onChange(event.target.value)}>
        {runs.map((run) => (
          <option key={run.id} value={run.id}>
            {exactTime(run.requestedAt)}, {words(run)}
          </option>
        ))}
      </select>
    </label>
  );
}
