import { placeOfQuote, type Quote } from '@douane/core/policy';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call } from '../../api/client';
import * as queries from '../../api/queries';
import { Ago, Button, Section, Trouble } from '../../ui/parts';
import type { Selected } from './policy-editor';

/** Remarks on a policy, and what can be done with them. */
export function useComments(siteId: string, policyId: string) {
  const client = useQueryClient();
  const query = queries.policyComments(siteId, policyId);
  const { data, error } = useQuery(query);
  const base = `/sites/${siteId}/policies/${policyId}/comments`;
  const done = { onSuccess: () => client.invalidateQueries({ queryKey: query.queryKey }) };
  const add = useMutation({
    mutationFn: (said: Selected & { words: string }) => call('POST', base, said),
    ...done,
  });
  const settle = useMutation({ mutationFn: (id: string) => call('POST', `${base}/${id}/settled`), ...done });
  const all = data?.comments ?? NONE;
  return { open: all.filter(({ settled }) => !settled), add, settle, error: error ?? add.error ?? settle.error };
}
const NONE: [] = [];

/** Open remarks with where they are, and a new one on the selected words, or on the block in which the cursor stands. */
export function BlockComments({
  comments: { open, add, settle, error },
  selected,
  placeOf,
  textOf,
  onGo,
}: {
  comments: ReturnType<typeof useComments>;
  selected: Selected | null;
  placeOf(blockId: string): string;
  /** All words of a block; empty where it is gone. */
  textOf(blockId: string): string;
  /** Puts the cursor where a remark is. */
  onGo(to: Selected): void;
}) {
  const [words, setWords] = useState('');
  return (
    <Section title={open.length > 0 ? `Remarks (${open.length})` : 'Remarks'}>
      <Trouble error={error} />
      <ul>
        {open.map(({ id, blockId, quote, words: said, person, at }) => (
          <li key={id} className={`border-b border-line py-1.5 ${blockId === selected?.blockId ? 'bg-wash' : ''}`}>
            <Button kind="quiet" className="min-h-6! py-0! text-start" onClick={() => onGo({ blockId, quote })}>
              {quote ? <Quoted quote={quote} /> : placeOf(blockId)}
            </Button>
            {quote && !placeOfQuote(textOf(blockId), quote) && ' (these words are gone)'}: {said}{' '}
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
            if (words.trim()) add.mutate({ ...selected, words }, { onSuccess: () => setWords('') });
          }}
        >
          <label>
            <span className="text-ink2">
              {selected.quote ? (
                <>
                  On <Quoted quote={selected.quote} />
                </>
              ) : (
                `At “${placeOf(selected.blockId)}”`
              )}
            </span>
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
        <p className="text-ink2">Select words to remark on them, or put the cursor into a block.</p>
      )}
    </Section>
  );
}

/** Words that somebody remarked on, as far as they fit. */
function Quoted({ quote: { exact } }: { quote: Quote }) {
  return <>“{exact.length > 60 ? `${exact.slice(0, 60)}…` : exact}”</>;
}
