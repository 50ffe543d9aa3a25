import { plural } from '@douane/core/words';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { call, fieldsAtFault } from '../../api/client';
import { Choices } from '../../ui/fields';
import { Button, FieldProblems, NoMail, Section, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { FindingList } from './finding-list';
import { usePolicy } from './policy-frame';

/** The draft becomes a version: what is new in it, who is asked for a word, and by when. */
export function HandIn() {
  const site = useSite();
  const client = useQueryClient();
  const go = useNavigate();
  const { policy, list, editing, findings } = usePolicy();
  const [note, setNote] = useState('');
  const [weight, setWeight] = useState<'minor' | 'major'>('minor');
  const [reviewers, setReviewers] = useState<string[]>([]);
  const [dueOn, setDueOn] = useState('');
  const grave = findings.filter(({ weight: is }) => is !== 'advice');
  const base = `/sites/${site.id}/policies/${policy.id}/versions`;
  const handIn = useMutation({
    mutationFn: () =>
      call<{ number: number }>('POST', base, {
        revision: editing.revision,
        ...{ note, reviewers },
        major: weight === 'major',
        dueOn: dueOn || null,
      }),
    onSuccess: async ({ number }) => {
      await client.invalidateQueries({ queryKey: ['policies', site.id] });
      await go(`${base}/${number}`);
    },
  });
  const problems = fieldsAtFault(handIn.error);
  return (
    <form
      onSubmit={(event) => {
        event.preventDefault();
        handIn.mutate();
      }}
    >
      <h2>Hand the draft in</h2>
      {grave.length > 0 && (
        <Section title={`${plural(grave.length, 'thing')} to mend first`}>
          <FindingList findings={grave} policyId={policy.id} />
        </Section>
      )}
      <label className="mt-3 block">
        <span className="text-ink2">What is new in it</span>
        <textarea className="mt-0.5 w-full" rows={2} value={note} onChange={(event) => setNote(event.target.value)} />
      </label>
      <Section title="Weight">
        <Choices
          label="Weight"
          value={weight}
          options={{ minor: 'Minor: nobody is asked again', major: 'Major: asked again' }}
          onChange={setWeight}
        />
      </Section>
      <fieldset className="mt-2">
        <legend className="caps">Who is asked for a word</legend>
        {list.colleagues.map(({ id, name }) => (
          <label key={id} className="flex min-h-6 items-center gap-2">
            <input
              type="checkbox"
              checked={reviewers.includes(id)}
              onChange={({ target: { checked } }) =>
                setReviewers(checked ? [...reviewers, id] : reviewers.filter((one) => one !== id))
              }
            />
            {name}
            {id === list.you && ' (you)'}
          </label>
        ))}
        <p className="text-ink2">Nobody: it is approved by handing it in.</p>
      </fieldset>
      {reviewers.length > 0 && <NoMail canMail={list.canMail} />}
      {reviewers.length > 0 && (
        <label className="mt-2 block">
          <span className="text-ink2">By</span>
          <input
            type="date"
            className="mt-0.5 block"
            value={dueOn}
            onChange={(event) => setDueOn(event.target.value)}
          />
        </label>
      )}
      <FieldProblems of={problems} />
      {problems.length === 0 && <Trouble error={handIn.error} />}
      <Button type="submit" kind="act" className="mt-3" disabled={handIn.isPending || editing.dirty}>
        {editing.dirty ? 'Saving the draft first' : 'Hand in'}
      </Button>
    </form>
  );
}
