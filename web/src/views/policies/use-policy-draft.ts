import type { PolicyHead, PolicyList } from '@douane/api';
import { mergedDrafts, type PolicyDraft } from '@douane/core/policy';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { ApiProblem, call } from '../../api/client';
import * as queries from '../../api/queries';
import { AUTOSAVE_MS } from '../use-autosave';
import { useUnsaved } from '../use-unsaved';

interface Edit {
  draft: PolicyDraft;
  /** What stood there when editing began. */
  from: { draft: PolicyDraft; revision: number };
}

/**
 * A policy while somebody edits it. It is saved when the hand rests; what a colleague saved meanwhile is put together with
 * what was typed here, word by word, and nothing of either is lost. `within`: see `useUnsaved`.
 */
export function usePolicyDraft(siteId: string, policy: PolicyHead, within: string) {
  const client = useQueryClient();
  const [edit, setEdit] = useState<Edit | null>(null);
  /** Counts what came in from elsewhere, so that an editor knows when to show it. */
  const [taken, setTaken] = useState(0);
  const { draft, revision } = policy;
  const now = edit?.draft ?? draft;

  const save = useMutation({
    mutationFn: async ({ draft: sent, from }: Edit) => {
      const body = { revision: from.revision, draft: sent };
      return call<{ revision: number }>('PUT', `/sites/${siteId}/policies/${policy.id}/draft`, body);
    },
    onSuccess: async (saved, { draft: sent }) => {
      client.setQueryData<PolicyList>(
        queries.policies(siteId).queryKey,
        (list) => list && withDraft(list, sent, saved.revision),
      );
      setEdit((is) =>
        is && is.draft !== sent ? { draft: is.draft, from: { draft: sent, revision: saved.revision } } : null,
      );
      await client.invalidateQueries({ queryKey: ['policies', siteId] });
    },
  });
  const withDraft = (list: PolicyList, sent: PolicyDraft, stands: number): PolicyList => ({
    ...list,
    policies: list.policies.map((one) => (one.id === policy.id ? { ...one, draft: sent, revision: stands } : one)),
  });

  const { mutate, isPending, error, reset } = save;
  const stale = error instanceof ApiProblem && error.status === 409;
  useEffect(() => {
    if (!stale) return;
    void client.fetchQuery({ ...queries.policies(siteId), staleTime: 0 }).then((list) => {
      const theirs = list.policies.find(({ id }) => id === policy.id);
      if (!theirs) return;
      setEdit((is) => is && { draft: mergedDrafts(is.from.draft, is.draft, theirs.draft), from: theirs });
      setTaken((n) => n + 1);
      reset();
    });
  }, [stale, client, siteId, policy.id, reset]);

  const hindered = isPending || error !== null;
  useEffect(() => {
    if (!edit || hindered) return;
    const soon = setTimeout(() => mutate(edit), AUTOSAVE_MS);
    return () => clearTimeout(soon);
  }, [edit, hindered, mutate]);
  useUnsaved(edit !== null, within);

  return {
    draft: now,
    revision,
    dirty: edit !== null,
    saving: isPending,
    error: stale ? null : error,
    /** Changes when the draft did otherwise than by typing. */
    taken,
    /** `shown`: the editor that it comes from shows it already. */
    change: (next: (draft: PolicyDraft) => PolicyDraft, shown = false) => {
      setEdit((is) => ({ draft: next(is?.draft ?? draft), from: is?.from ?? { draft, revision } }));
      if (error) reset();
      if (!shown) setTaken((n) => n + 1);
    },
    save: () => edit && mutate(edit),
    revert: () => {
      setEdit(null);
      setTaken((n) => n + 1);
      reset();
    },
  };
}

export type PolicyEditing = ReturnType<typeof usePolicyDraft>;
