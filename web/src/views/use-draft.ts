import type { DraftSaved } from '@douane/api';
import { DRAFT_PARTS, type DraftPart, differences, merged, type Setup } from '@douane/core/setup';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useRef, useState } from 'react';
import { ApiProblem, call, fieldsAtFault } from '../api/client';
import * as queries from '../api/queries';
import { useUnsaved } from './use-unsaved';

interface Edit {
  setup: Setup;
  /** What stood there when editing began, with its revisions. */
  from: { setup: Setup; revisions: Record<DraftPart, number> };
}

/**
 * The draft of a site while somebody edits it. What was typed stays until it is saved or taken back; leaving with unsaved
 * work asks. Only the parts that were changed are sent, so nobody collides with a colleague on another part; of a part that
 * somebody else saved meanwhile, what he changed is taken in first. `within`: see `useUnsaved`.
 */
export function useDraft(siteId: string, within?: string) {
  const client = useQueryClient();
  const { data: draft, error } = useQuery(queries.draft(siteId));
  const [edit, setEdit] = useState<Edit | null>(null);
  const [taken, setMerged] = useState<string[] | null>(null);
  const setup = edit?.setup ?? draft?.setup;
  const dirty = edit !== null;

  const sending = useRef(false);
  const save = useMutation({
    onMutate: () => {
      sending.current = true;
    },
    onSettled: () => {
      sending.current = false;
    },
    mutationFn: ({ setup: next, from }: Edit) => {
      const changed = changedParts(next, from.setup);
      // What was put back as it was while it was being saved, and that failed.
      if (changed.length === 0) return Promise.resolve<DraftSaved>({ revisions: from.revisions });
      const parts = changed.map((part) => [part, { revision: from.revisions[part], body: next[part] }]);
      return call<DraftSaved>('PUT', `/sites/${siteId}/draft`, { parts: Object.fromEntries(parts) });
    },
    onSuccess: async (_, sent) => {
      await client.invalidateQueries({ queryKey: ['draft', siteId] });
      await client.invalidateQueries({ queryKey: ['site', siteId] });
      const saved = client.getQueryData(queries.draft(siteId).queryKey);
      setEdit((now) => (now && now !== sent && saved ? editedSince(now, sent.setup, saved) : null));
    },
  });

  const { reset } = save;
  // What a colleague saved meanwhile is taken in, and what was typed here stands; it is saved when it is sent again.
  const stale = isStale(save.error);
  useEffect(() => {
    if (!stale) return;
    void client.fetchQuery({ ...queries.draft(siteId), staleTime: 0 }).then((saved) => {
      setEdit((now) => {
        if (!now) return null;
        const { both, ...next } = editedSince(now, now.from.setup, saved);
        setMerged(both);
        return next;
      });
      reset();
    });
  }, [stale, client, siteId, reset]);

  useUnsaved(dirty, within);

  const problems = fieldsAtFault(save.error);
  return {
    draft,
    setup,
    dirty,
    error: error ?? (problems.length === 0 || (save.error as ApiProblem).status === 409 ? save.error : null),
    problems,
    saving: save.isPending,
    /** What stands here now was sent, and not taken. */
    refused: save.isError && save.variables.setup === edit?.setup,
    change: (next: (setup: Setup) => Setup) => {
      if (!edit) setMerged(null); // what was taken in has been saved
      setEdit((now) => {
        const from = now?.from ?? client.getQueryData(queries.draft(siteId).queryKey);
        if (!from || !setup) return now;
        const changed = onTop(setup, next, now?.setup ?? from.setup);
        // What is on its way to the server has to be taken back there.
        const same = !sending.current && changedParts(changed, from.setup).length === 0;
        return same ? null : { setup: changed, from };
      });
    },
    save: () => edit && save.mutate(edit),
    revert: () => {
      setEdit(null);
      save.reset();
    },
    /** A colleague's changes were taken in since; the fields in which what was typed here stands instead. */
    taken,
    /** What is wrong with a field, by its path in the setup. */
    problemOf: (path: string) => problems.find((problem) => problem.path === path)?.message,
  };
}

/** Parts that say something else; what was put back as it was has not changed. */
const changedParts = (next: Setup, from: Setup): DraftPart[] =>
  DRAFT_PARTS.filter((part) => next[part] !== from[part] && differences(from[part], next[part]).length > 0);

/** An edit on top of what stands now, however that came about; where both changed the same, the edit stands. */
export function editedSince(now: Edit, sent: Edit['from']['setup'], saved: Edit['from']): Edit & { both: string[] } {
  const { value, both } = merged(sent, now.setup, saved.setup);
  return { setup: value, from: { setup: saved.setup, revisions: saved.revisions }, both };
}

/**
 * A change on top of what stands now. It was made from what was drawn, of which it may have kept more than it changes: a
 * save may have ended, or a colleague's work come in, between the drawing and the hand.
 */
export const onTop = (drawn: Setup, next: (setup: Setup) => Setup, now: Setup): Setup =>
  drawn === now ? next(now) : merged(drawn, next(drawn), now).value;

/** Somebody else saved a part meanwhile: the server names the parts, and no fields. */
const isStale = (error: unknown): boolean =>
  error instanceof ApiProblem &&
  error.status === 409 &&
  error.fields.length > 0 &&
  error.fields.every(({ path }) => (DRAFT_PARTS as readonly string[]).includes(path));

export type DraftEditor = ReturnType<typeof useDraft>;
