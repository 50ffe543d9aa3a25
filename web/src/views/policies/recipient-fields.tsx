import { type Answers, SAFEGUARDS, type Safeguard } from '@douane/core/policy';
import { Button } from '../../ui/parts';
import { Choice, Field } from './question-fields';

type Recipient = Answers['recipients'][number];
const ROLES = {
  processor: 'on our behalf',
  controller: 'on its own responsibility',
  joint: 'together with us',
} as const;

/** Recipients that no scan can see. */
export function RecipientFields({
  recipients,
  onChange,
  problemOf,
}: {
  recipients: readonly Recipient[];
  onChange(recipients: Recipient[]): void;
  problemOf(path: string): string | undefined;
}) {
  const set = (i: number, change: Partial<Recipient>) =>
    onChange(recipients.map((one, at) => (at === i ? { ...one, ...change } : one)));
  return (
    <>
      {recipients.map((one, i) => (
        <fieldset key={one.id} className="grid gap-x-6 border-b border-line py-2 md:grid-cols-3">
          <legend className="sr-only">{one.name || 'A recipient without a name'}</legend>
          <Field label="Name" value={one.name} problem={problemOf(`${i}.name`)} onChange={(name) => set(i, { name })} />
          <Choice label="Works with the data" value={one.role} options={ROLES} onChange={(role) => set(i, { role })} />
          <Field
            label="Country, two letters (ISO 3166)"
            value={one.country}
            maxLength={2}
            problem={problemOf(`${i}.country`)}
            onChange={(country) => set(i, { country: country.toUpperCase() })}
          />
          <Choice<Safeguard | ''>
            label="Outside the Economic Area by"
            value={one.safeguard ?? ''}
            options={{ '': 'not answered', ...SAFEGUARDS }}
            onChange={(safeguard) => set(i, { safeguard: safeguard || undefined })}
          />
          <Field
            label="Its privacy policy"
            value={one.policyUrl}
            problem={problemOf(`${i}.policyUrl`)}
            onChange={(policyUrl) => set(i, { policyUrl })}
          />
          <p className="self-end pb-2">
            <Button kind="quiet" onClick={() => onChange(recipients.filter((_, at) => at !== i))}>
              Take it out
            </Button>
          </p>
        </fieldset>
      ))}
      <Button
        className="mt-2"
        onClick={() =>
          onChange([
            ...recipients,
            { id: `to-${crypto.randomUUID().slice(0, 8)}`, name: '', role: 'processor', country: '', policyUrl: '' },
          ])
        }
      >
        Add a recipient
      </Button>
    </>
  );
}
