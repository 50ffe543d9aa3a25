import { useId, useState } from 'react';
import { linesOf } from '../scan/plan-fields';

interface LinesFieldProps {
  label: string;
  hint?: string;
  rows: number;
  lines: readonly string[];
  problem?: string;
  problemOfLine(i: number): string | undefined;
  onChange(lines: string[]): void;
}

/** Several short texts, one a line. What is typed stays as it is; empty lines count for nothing. */
export function LinesField({ label, hint, rows, lines, problem, problemOfLine, onChange }: LinesFieldProps) {
  const id = useId();
  const [typed, setTyped] = useState<string>();
  const problems = [problem, ...lines.map((line, i) => problemOfLine(i) && `${line}: ${problemOfLine(i)}`)];
  return (
    <div className="mb-1.5">
      <label htmlFor={id}>{label}</label>
      <textarea
        id={id}
        rows={rows}
        className="mono block w-full"
        value={typed ?? lines.join('\n')}
        aria-invalid={problems.some(Boolean)}
        onChange={(event) => {
          setTyped(event.target.value);
          onChange(linesOf(event.target.value));
        }}
        onBlur={() => setTyped(undefined)}
      />
      {hint && <p className="text-ink2">{hint}</p>}
      {problems.filter(Boolean).map((one) => (
        <p key={one} className="text-slipped">
          {one}
        </p>
      ))}
    </div>
  );
}
