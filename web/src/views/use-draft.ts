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
 * somebody else saved meanwhile is told and nothing is overwritten.
 */
export function useDraft(siteId: string) {
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
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['draft', siteId] });
      await client.invalidateQueries({ queryKey: ['site', siteId] });
      setEdit(null);
    },
  });

  useUnsaved(dirty);

  const problems = fieldsAtFault(save.error);
  return {
    draft,
    setup,
    dirty,
    error: error ?? (problems.length === 0 || (save.error as ApiProblem).status === 409 ? save.error : null),
    problems,
    saving: save.isPending,
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

export type DraftEditor = ReturnType<typeof useDraft>;
