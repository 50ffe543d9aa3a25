import { AUDIENCES, type Audience, BASES, type Basis, type DataUse, SOURCES } from '@douane/core/policy';
import type { Setup } from '@douane/core/setup';
import { useState } from 'react';
import { Button } from '../../ui/parts';
import { Choice, Field, Long } from './question-fields';

interface UseFieldsProps {
  uses: readonly DataUse[];
  purposes: Setup['purposes'];
  onChange(uses: DataUse[]): void;
  problemOf(path: string): string | undefined;
}

/** Each use of personal data, with what a law wants to read of it. */
export function UseFields({ uses, purposes, onChange, problemOf }: UseFieldsProps) {
  const set = (i: number, change: Partial<DataUse>) =>
    onChange(uses.map((use, at) => (at === i ? { ...use, ...change } : use)));
  const add = () => {
    const id = `use-${crypto.randomUUID().slice(0, 8)}`;
    const empty = { what: '', from: '', why: '', interest: '', balance: '', retention: '', must: '' };
    onChange([...uses, { id, audiences: ['visitors'], source: 'given', ...empty }]);
  };
  return (
    <>
      {uses.map((use, i) => (
        <UseItem
          key={use.id}
          use={use}
          purposes={purposes}
          problemOf={(path) => problemOf(`${i}.${path}`)}
          onChange={(change) => set(i, change)}
          onRemove={() => onChange(uses.filter((_, at) => at !== i))}
        />
      ))}
      <Button className="mt-2" onClick={add}>
        Add a use
      </Button>
    </>
  );
}

interface UseItemProps {
  use: DataUse;
  purposes: Setup['purposes'];
  problemOf(path: string): string | undefined;
  onChange(change: Partial<DataUse>): void;
  onRemove(): void;
}

function UseItem({ use, purposes, problemOf, onChange, onRemove }: UseItemProps) {
  // As it was when it was first shown: what is being answered does not close under the hand.
  const [wasOpen] = useState(!use.what || !use.basis || !use.retention);
  return (
    <details className="border-b border-line" open={wasOpen}>
      <summary className="flex min-h-8 cursor-pointer items-center gap-3">
        <b className="min-w-0 flex-1 truncate">{use.why || use.what || 'A use without a name'}</b>
        <span className="text-ink2">
          {use.basis ? BASES[use.basis] : 'no legal basis'}
          {use.purpose && `, ${purposes.find(({ id }) => id === use.purpose)?.name ?? use.purpose}`}
        </span>
      </summary>
      <div className="grid gap-x-6 pb-3 md:grid-cols-2">
        <Field
          label="What is used"
          value={use.what}
          problem={problemOf('what')}
          onChange={(what) => onChange({ what })}
        />
        <Field label="What for" value={use.why} problem={problemOf('why')} onChange={(why) => onChange({ why })} />
        <Choice
          label="Where it comes from"
          value={use.source}
          options={SOURCES}
          onChange={(source) => onChange({ source })}
        />
        {use.source === 'others' ? (
          <Field label="From whom" value={use.from} onChange={(from) => onChange({ from })} />
        ) : (
          <Field label="How long it is kept" value={use.retention} onChange={(retention) => onChange({ retention })} />
        )}
        <Choice<Basis | ''>
          label="Legal basis (GDPR Art. 6)"
          value={use.basis ?? ''}
          options={{ '': 'not answered', ...BASES }}
          onChange={(basis) => onChange({ basis: basis || undefined })}
        />
        {use.source === 'others' && (
          <Field label="How long it is kept" value={use.retention} onChange={(retention) => onChange({ retention })} />
        )}
        {use.basis === 'interest' && (
          <>
            <Long label="The interest" value={use.interest} onChange={(interest) => onChange({ interest })} />
            <Long
              label="Why the person’s interests do not outweigh it"
              value={use.balance}
              onChange={(balance) => onChange({ balance })}
            />
          </>
        )}
        {use.source === 'given' && (
          <Long
            label="Whether it has to be given, and what follows if not"
            value={use.must}
            onChange={(must) => onChange({ must })}
          />
        )}
        <fieldset className="flex flex-wrap gap-x-4">
          <legend className="text-ink2">Told to</legend>
          {(Object.entries(AUDIENCES) as [Audience, string][]).map(([audience, words]) => (
            <label key={audience} className="flex min-h-6 items-center gap-1.5">
              <input
                type="checkbox"
                checked={use.audiences.includes(audience)}
                onChange={({ target: { checked } }) =>
                  onChange({
                    audiences: checked ? [...use.audiences, audience] : use.audiences.filter((one) => one !== audience),
                  })
                }
              />
              {words}
            </label>
          ))}
        </fieldset>
        <p>
          <Button kind="quiet" onClick={onRemove}>
            Take this use out
          </Button>
        </p>
      </div>
    </details>
  );
}
