import clsx from 'clsx';
import { type ComponentProps, type ReactNode, useId } from 'react';
import { Button } from './parts';

interface FieldProps {
  label: ReactNode;
  /** What is wrong with it. */
  problem?: string;
  hint?: ReactNode;
}

/** A label with its field in one row, and what is wrong with it below. `children` gets the field's id. */
export function Row({ label, problem, hint, children }: FieldProps & { children(id: string): ReactNode }) {
  const id = useId();
  return (
    <div className="mb-1.5">
      <div className="grid min-h-8 grid-cols-[minmax(0,1fr)_minmax(0,190px)] items-center gap-3">
        <label htmlFor={id}>{label}</label>
        {children(id)}
      </div>
      {hint && <p className="text-ink2">{hint}</p>}
      {problem && <p className="text-slipped">{problem}</p>}
    </div>
  );
}

export function SelectRow<T extends string>({
  value,
  options,
  onChange,
  ...row
}: FieldProps & { value: T; options: Readonly<Record<T, string>>; onChange(value: T): void }) {
  return (
    <Row {...row}>
      {(id) => (
        <select id={id} value={value} onChange={(event) => onChange(event.target.value as T)}>
          {Object.entries<string>(options).map(([key, name]) => (
            <option key={key} value={key}>
              {name}
            </option>
          ))}
        </select>
      )}
    </Row>
  );
}

export function NumberRow({
  value,
  onChange,
  unit = 'px',
  ...row
}: FieldProps & { value: number; unit?: string; onChange(value: number): void } & Pick<
    ComponentProps<'input'>,
    'min' | 'max'
  >) {
  const { label, problem, hint, ...limits } = row;
  return (
    <Row label={label} problem={problem} hint={hint}>
      {(id) => (
        <span className="flex items-center gap-2">
          <input
            id={id}
            type="number"
            className="w-20"
            value={Number.isNaN(value) ? '' : value}
            aria-invalid={Boolean(problem)}
            onChange={(event) => onChange(event.target.valueAsNumber)}
            {...limits}
          />
          <span className="text-ink2">{unit}</span>
        </span>
      )}
    </Row>
  );
}

export function TextRow({
  value,
  onChange,
  placeholder,
  ...row
}: FieldProps & { value: string; placeholder?: string; onChange(value: string): void }) {
  return (
    <Row {...row}>
      {(id) => (
        <input
          id={id}
          className="w-full"
          placeholder={placeholder}
          value={value}
          aria-invalid={Boolean(row.problem)}
          onChange={(event) => onChange(event.target.value)}
        />
      )}
    </Row>
  );
}

export function TickRow({
  label,
  checked,
  onChange,
}: {
  label: ReactNode;
  checked: boolean;
  onChange(on: boolean): void;
}) {
  return (
    <label className="flex min-h-8 items-center gap-2">
      <input type="checkbox" checked={checked} onChange={(event) => onChange(event.target.checked)} />
      <span>{label}</span>
    </label>
  );
}

interface EyeDropper {
  open(): Promise<{ sRGBHex: string }>;
}

/** A colour by picker, by its code, and from the screen where the browser can. */
export function ColourRow({ value, onChange, ...row }: FieldProps & { value: string; onChange(value: string): void }) {
  const { EyeDropper } = window as { EyeDropper?: new () => EyeDropper };
  const pick = () =>
    void new EyeDropper!().open().then(
      ({ sRGBHex }) => onChange(sRGBHex),
      () => {}, // called off with Escape
    );
  return (
    <Row {...row}>
      {(id) => (
        <span className="flex items-center gap-1">
          <input
            type="color"
            aria-label={`${row.label}, picker`}
            value={/^#[0-9a-f]{6}$/i.test(value) ? value : '#000000'}
            onChange={(event) => onChange(event.target.value)}
          />
          <input
            id={id}
            className="mono w-[84px]"
            value={value}
            aria-invalid={Boolean(row.problem)}
            onChange={(event) => onChange(event.target.value)}
          />
          {EyeDropper && (
            <Button kind="quiet" className="min-h-6! py-0!" onClick={pick}>
              pick
            </Button>
          )}
        </span>
      )}
    </Row>
  );
}

/** Something to choose one of, seen side by side. */
export function Choices<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: NoInfer<T>;
  options: Readonly<Record<T, ReactNode>>;
  onChange(value: NoInfer<T>): void;
}) {
  const name = useId();
  return (
    <fieldset className="mb-2">
      <legend className="sr-only">{label}</legend>
      <div className="flex flex-wrap gap-1.5">
        {Object.entries<ReactNode>(options).map(([key, shown]) => (
          <label
            key={key}
            className={clsx(
              'flex min-h-8 cursor-pointer items-center border px-2.5 has-focus-visible:outline-2 has-focus-visible:outline-offset-2 has-focus-visible:outline-stamp',
              key === value ? 'border-ink bg-ink text-sheet' : 'border-line bg-sheet hover:bg-well',
            )}
          >
            <input
              type="radio"
              name={name}
              className="sr-only"
              checked={key === value}
              onChange={() => onChange(key as T)}
            />
            {shown}
          </label>
        ))}
      </div>
    </fieldset>
  );
}
