import type { DraftSaved } from '@douane/api';
import { DRAFT_PARTS, type DraftPart, type Setup } from '@douane/core/setup';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { type ApiProblem, call, fieldsAtFault } from '../api/client';
import * as queries from '../api/queries';
import { useUnsaved } from './use-unsaved';

interface Edit {
  setup: Setup;
  /** What stood there when editing began, with its revisions. */
  from: { setup: Setup; revisions: Record<DraftPart, number> };
}

/**
 * The draft of a site while somebody edits it. What was typed stays until it is saved or taken back; leaving with unsaved
 * work asks. Only the parts that were changed are sent, so nobody collides with a colleague on another part; a part that
 * somebody else saved meanwhile is told and nothing is overwritten. `within`: see `useUnsaved`.
 */
export function useDraft(siteId: string, within?: string) {
  const client = useQueryClient();
  const { data: draft, error } = useQuery(queries.draft(siteId));
  const [edit, setEdit] = useState<Edit | null>(null);
  const setup = edit?.setup ?? draft?.setup;
  const dirty = edit !== null;

  const save = useMutation({
    mutationFn: ({ setup: next, from }: Edit) => {
      const changed = DRAFT_PARTS.filter((part) => next[part] !== from.setup[part]);
      const parts = changed.map((part) => [part, { revision: from.revisions[part], body: next[part] }]);
      return call<DraftSaved>('PUT', `/sites/${siteId}/draft`, { parts: Object.fromEntries(parts) });
    },
    onSuccess: async (_, sent) => {
      await client.invalidateQueries({ queryKey: ['draft', siteId] });
      await client.invalidateQueries({ queryKey: ['site', siteId] });
      const saved = client.getQueryData(queries.draft(siteId).queryKey);
      setEdit((now) => (now && now !== sent && saved ? editedSince(now, sent, saved) : null));
    },
  });

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
      if (setup && draft) setEdit({ setup: next(setup), from: edit?.from ?? draft });
    },
    save: () => edit && save.mutate(edit),
    revert: () => {
      setEdit(null);
      save.reset();
    },
    /** What is wrong with a field, by its path in the setup. */
    problemOf: (path: string) => problems.find((problem) => problem.path === path)?.message,
  };
}

/** What was edited while an earlier edit was being saved, on top of what stands there now. */
export function editedSince(now: Edit, sent: Edit, saved: Edit['from']): Edit {
  const later = DRAFT_PARTS.filter((part) => now.setup[part] !== sent.setup[part]);
  const parts = Object.fromEntries(later.map((part) => [part, now.setup[part]]));
  return { setup: { ...saved.setup, ...parts }, from: { setup: saved.setup, revisions: saved.revisions } };
}

export type DraftEditor = ReturnType<typeof useDraft>;
