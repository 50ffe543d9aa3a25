import type { Answers } from '@douane/core/policy';
import { type ComponentProps, type ReactNode, useId } from 'react';
import { TickRow } from '../../ui/fields';

interface Asked {
  label: string;
  value: string;
  problem?: string;
  onChange(value: string): void;
}

/** What is asked above its field, and what is wrong with the answer below. `children` gets the field's id. */
function Labelled({
  label,
  problem,
  children,
}: Pick<Asked, 'label' | 'problem'> & { children(id: string): ReactNode }) {
  const id = useId();
  return (
    <div className="mb-2">
      <label htmlFor={id} className="text-ink2">
        {label}
      </label>
      {children(id)}
      {problem && <p className="text-slipped">{problem}</p>}
    </div>
  );
}

/** A question that is answered in a line, below its label. */
export function Field({
  label,
  value,
  problem,
  onChange,
  ...input
}: Asked & Pick<ComponentProps<'input'>, 'type' | 'maxLength' | 'list'>) {
  return (
    <Labelled label={label} problem={problem}>
      {(id) => (
        <input
          id={id}
          className="mt-0.5 w-full"
          value={value}
          aria-invalid={Boolean(problem)}
          onChange={(event) => onChange(event.target.value)}
          {...input}
        />
      )}
    </Labelled>
  );
}

/** A question that is answered in some sentences. */
export function Long({ label, value, problem, onChange }: Asked) {
  return (
    <Labelled label={label} problem={problem}>
      {(id) => (
        <textarea
          id={id}
          rows={3}
          className="mt-0.5 w-full"
          value={value}
          aria-invalid={Boolean(problem)}
          onChange={(event) => onChange(event.target.value)}
        />
      )}
    </Labelled>
  );
}

/** A choice of one, below its label. */
export function Choice<T extends string>({
  label,
  value,
  options,
  onChange,
}: {
  label: string;
  value: T | '';
  /** The empty one stands for no answer. */
  options: Readonly<Record<string, string>>;
  onChange(value: T): void;
}) {
  return (
    <Labelled label={label}>
      {(id) => (
        <select
          id={id}
          className="mt-0.5 block w-full"
          value={value}
          onChange={(event) => onChange(event.target.value as T)}
        >
          {Object.entries(options).map(([key, words]) => (
            <option key={key} value={key}>
              {words}
            </option>
          ))}
        </select>
      )}
    </Labelled>
  );
}

/** Somebody who may or may not be there. */
export function PartyFields({
  label,
  party,
  problem,
  onChange,
}: {
  label: string;
  party: Answers['officer'];
  problem?: string;
  onChange(party: Answers['officer']): void;
}) {
  return (
    <fieldset className="mb-1">
      <legend className="sr-only">{label}</legend>
      <TickRow
        label={label}
        checked={party !== undefined}
        onChange={(on) => onChange(on ? { name: '', address: '', email: '' } : undefined)}
      />
      {party && (
        <div className="grid gap-x-6 md:grid-cols-2">
          <Field label="Name" value={party.name} onChange={(name) => onChange({ ...party, name })} />
          <Field
            label="E-mail"
            type="email"
            value={party.email}
            problem={problem}
            onChange={(email) => onChange({ ...party, email })}
          />
          <Long label="Postal address" value={party.address} onChange={(address) => onChange({ ...party, address })} />
        </div>
      )}
    </fieldset>
  );
}
