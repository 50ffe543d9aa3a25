import type { PolicyVersionHead } from '@douane/api';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, fieldsAtFault } from '../../api/client';
import { Ago, Button, NoMail, Section, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { usePolicy } from './policy-frame';

/** What reviewers said of a version, the word of whoever looks at it, and others to ask where somebody does not answer. */
export function Reviewing({ version: { number, reviews, state } }: { version: PolicyVersionHead }) {
  const site = useSite();
  const client = useQueryClient();
  const { policy, list } = usePolicy();
  const [words, setWords] = useState('');
  const [other, setOther] = useState('');
  const at = `/sites/${site.id}/policies/${policy.id}/versions/${number}`;
  const done = { onSuccess: () => client.invalidateQueries({ queryKey: ['policies', site.id] }) };
  const give = useMutation({
    mutationFn: (decision: 'approved' | 'sent-back') => call('POST', `${at}/review`, { decision, words }),
    ...done,
  });
  const ask = useMutation({
    mutationFn: (ids: string[]) => call('PUT', `${at}/reviewers`, { reviewers: ids }),
    ...done,
  });
  const waits = state === 'in-review';
  const yours = waits && reviews.some(({ personId, decision }) => personId === list.you && decision === null);
  const open = reviews.filter(({ decision }) => decision === null).map(({ personId }) => personId);
  const problem = fieldsAtFault(give.error).find(({ path }) => path === 'words')?.message;
  const others = list.colleagues.filter(({ id }) => !reviews.some(({ personId }) => personId === id));
  if (reviews.length === 0) return null;
  return (
    <Section title="Word of the reviewers">
      <ul>
        {reviews.map(({ personId, person, decision, words: said, at: when, left, untold }) => (
          <li key={personId} className="border-b border-line py-1 [overflow-wrap:anywhere]">
            <b>{person}</b>{' '}
            {decision === 'approved' ? 'says yes' : decision === 'sent-back' ? 'sends it back' : 'has not answered'}
            {said && `: ${said}`} {when && <Ago at={when} />}
            {left && !decision && <b className="text-held"> and has left</b>}
            {untold && !decision && !left && (
              <span className="text-held">
                {' '}
                The letter that asks for it did not go out and is tried again every ten minutes: {untold}
              </span>
            )}
            {waits && !decision && personId !== list.you && (
              <Button kind="quiet" onClick={() => ask.mutate(open.filter((id) => id !== personId))}>
                Ask no more
              </Button>
            )}
          </li>
        ))}
      </ul>
      {waits && <NoMail canMail={list.canMail} />}
      {waits && others.length > 0 && (
        <p className="mt-1 flex items-center gap-2">
          <select aria-label="Another reviewer" value={other} onChange={(event) => setOther(event.target.value)}>
            <option value="">somebody else</option>
            {others.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
          <Button disabled={!other || ask.isPending} onClick={() => ask.mutate([...open, other])}>
            Ask
          </Button>
        </p>
      )}
      <Trouble error={problem ? ask.error : (give.error ?? ask.error)} />
      {yours && (
        <>
          <label className="mt-2 block">
            <span className="text-ink2">Your word</span>
            <textarea
              className="mt-0.5 w-full"
              rows={2}
              value={words}
              aria-invalid={Boolean(problem)}
              onChange={(event) => setWords(event.target.value)}
            />
          </label>
          {problem && <p className="text-slipped">{problem}</p>}
          <p className="mt-1 flex gap-2">
            <Button kind="act" disabled={give.isPending} onClick={() => give.mutate('approved')}>
              Say yes
            </Button>
            <Button disabled={give.isPending} onClick={() => give.mutate('sent-back')}>
              Send it back
            </Button>
          </p>
        </>
      )}
    </Section>
  );
}
