import type { AgreementPersonDetail } from '@douane/api';
import { AUDIENCES, type Audience } from '@douane/core/policy';
import { plural } from '@douane/core/words';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, fieldsAtFault } from '../../api/client';
import { Button, Facts, FieldProblems, Section, Time, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { Choice, Field, Long } from './question-fields';

/** How one person stands, by the site's own reference, with all answers; and what was told otherwise, written down. */
export function OnePerson() {
  const site = useSite();
  const client = useQueryClient();
  const [person, setPerson] = useState('');
  const base = `/sites/${site.id}/agreements`;
  const look = useMutation({
    mutationFn: (reference: string) => call<AgreementPersonDetail>('POST', `${base}/person`, { person: reference }),
  });
  const found = look.data;
  const again = async () => {
    look.mutate(person);
    await client.invalidateQueries({ queryKey: ['agreements', site.id] });
  };
  return (
    <>
      <h2>One person</h2>
      <form
        className="mt-1"
        onSubmit={(event) => {
          event.preventDefault();
          if (person.trim()) look.mutate(person);
        }}
      >
        <Field label="The site’s own reference" value={person} onChange={setPerson} />
        <Button type="submit" disabled={!person.trim() || look.isPending}>
          Look up
        </Button>
      </form>
      <Trouble error={look.error} />
      {found && (
        <>
          <Section title="Stands">
            <Facts
              of={[
                ...found.policies.map(({ policy, title, version, standing }): [string, string] => [
                  `${title}, v${version}`,
                  standing === 'guardian' ? `a guardian has to agree first (${policy})` : standing,
                ]),
                ['Audience', AUDIENCES[found.audience as Audience]],
                ['Country', found.country],
                ['Reminded', found.reminded > 0 ? plural(found.reminded, 'time') : null],
              ]}
            />
          </Section>
          <Section title="Answers">
            {found.records.length === 0 && <p className="text-ink2">None yet.</p>}
            <ul>
              {found.records.map(({ id, policy, version, decision, way, by, reason, at, hash }) => (
                <li key={id} className="border-b border-line py-1 [overflow-wrap:anywhere]">
                  <b>{decision}</b> {policy} v{version}, {WAYS[way]}
                  {way === 'on-behalf' && `, by ${by}: ${reason}`} <Time at={at} />{' '}
                  <span className="mono text-ink2" title={hash}>
                    {hash.slice(0, 8)}
                  </span>
                </li>
              ))}
            </ul>
          </Section>
          <OnBehalf person={person} found={found} onDone={again} />
        </>
      )}
    </>
  );
}

const WAYS = {
  screen: 'on our screen',
  api: 'on the site',
  'on-behalf': 'on behalf',
  guardian: 'by a guardian',
} as const;
const DECISIONS = { agreed: 'agrees', withdrawn: 'withdraws', declined: 'declines' } as const;

/** Somebody told it by telephone or on paper: who wrote it down, and why. */
function OnBehalf({
  person,
  found,
  onDone,
}: {
  person: string;
  found: AgreementPersonDetail;
  onDone(): Promise<void>;
}) {
  const site = useSite();
  const [policy, setPolicy] = useState(found.policies[0]?.policy ?? '');
  const [decision, setDecision] = useState<keyof typeof DECISIONS>('agreed');
  const [reason, setReason] = useState('');
  const version = found.policies.find((one) => one.policy === policy)?.version;
  const send = useMutation({
    mutationFn: () =>
      call('POST', `/sites/${site.id}/agreements/on-behalf`, { person, policy, version, decision, reason }),
    onSuccess: async () => {
      setReason('');
      await onDone();
    },
  });
  const problems = fieldsAtFault(send.error);
  if (found.policies.length === 0) return null;
  return (
    <Section title="On behalf">
      <form
        onSubmit={(event) => {
          event.preventDefault();
          send.mutate();
        }}
      >
        <Choice
          label="Policy"
          value={policy}
          options={Object.fromEntries(found.policies.map((one) => [one.policy, one.title]))}
          onChange={setPolicy}
        />
        <Choice<keyof typeof DECISIONS>
          label="The person"
          value={decision}
          options={DECISIONS}
          onChange={setDecision}
        />
        <Long label="Why it is done for him or her" value={reason} onChange={setReason} />
        <FieldProblems of={problems} />
        {problems.length === 0 && <Trouble error={send.error} />}
        <Button type="submit" disabled={send.isPending}>
          Write it down
        </Button>
      </form>
    </Section>
  );
}
