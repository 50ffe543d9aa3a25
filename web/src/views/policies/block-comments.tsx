import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call } from '../../api/client';
import * as queries from '../../api/queries';
import { Ago, Button, Section, Trouble } from '../../ui/parts';

/** Remarks on a policy, and what can be done with them. */
export function useComments(siteId: string, policyId: string) {
  const client = useQueryClient();
  const query = queries.policyComments(siteId, policyId);
  const { data, error } = useQuery(query);
  const base = `/sites/${siteId}/policies/${policyId}/comments`;
  const done = { onSuccess: () => client.invalidateQueries({ queryKey: query.queryKey }) };
  const add = useMutation({
    mutationFn: (said: { blockId: string; words: string }) => call('POST', base, said),
    ...done,
  });
  const settle = useMutation({ mutationFn: (id: string) => call('POST', `${base}/${id}/settled`), ...done });
  const all = data?.comments ?? NONE;
  return { open: all.filter(({ settled }) => !settled), add, settle, error: error ?? add.error ?? settle.error };
}
const NONE: [] = [];

/** Open remarks with where they are, and a new one at the block in which the cursor stands. */
export function BlockComments({
  comments: { open, add, settle, error },
  selected,
  placeOf,
}: {
  comments: ReturnType<typeof useComments>;
  selected: string | null;
  placeOf(blockId: string): string;
}) {
  const [words, setWords] = useState('');
  return (
    <Section title={open.length > 0 ? `Remarks (${open.length})` : 'Remarks'}>
      <Trouble error={error} />
      <ul>
        {open.map(({ id, blockId, words: said, person, at }) => (
          <li key={id} className={`border-b border-line py-1.5 ${blockId === selected ? 'bg-wash' : ''}`}>
            <b>{placeOf(blockId)}</b>: {said}{' '}
            <span className="text-ink2">
              {person}, <Ago at={at} />
            </span>{' '}
            <Button kind="quiet" className="min-h-6! py-0!" onClick={() => settle.mutate(id)}>
              Settled
            </Button>
          </li>
        ))}
      </ul>
      {selected ? (
        <form
          className="mt-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (words.trim()) add.mutate({ blockId: selected, words }, { onSuccess: () => setWords('') });
          }}
        >
          <label>
            <span className="text-ink2">At “{placeOf(selected)}”</span>
            <textarea
              className="mt-0.5 w-full"
              rows={2}
              value={words}
              onChange={(event) => setWords(event.target.value)}
            />
          </label>
          <Button type="submit" disabled={!words.trim() || add.isPending}>
            Remark
          </Button>
        </form>
      ) : (
        <p className="text-ink2">Put the cursor into a block to remark on it.</p>
      )}
    </Section>
  );
}
