import type { Draft } from '@douane/api';
import type { FieldProblem, Setup } from '@douane/core/setup';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { type ApiProblem, call } from '../api/client';
import * as queries from '../api/queries';
import { useUnsaved } from './use-unsaved';

/**
 * The draft of a site while somebody edits it. What was typed stays until it is saved or taken back; leaving with unsaved
 * work asks. A draft that somebody else saved meanwhile is told and nothing is overwritten.
 */
export function useDraft(siteId: string) {
  const client = useQueryClient();
  const { data: draft, error } = useQuery(queries.draft(siteId));
  const [edit, setEdit] = useState<{ setup: Setup; revision: number } | null>(null);
  const setup = edit?.setup ?? draft?.setup;
  const dirty = edit !== null;

  const save = useMutation({
    mutationFn: (saved: { setup: Setup; revision: number }) =>
      call<Pick<Draft, 'revision'>>('PUT', `/sites/${siteId}/draft`, saved),
    onSuccess: async () => {
      await client.invalidateQueries({ queryKey: ['draft', siteId] });
      await client.invalidateQueries({ queryKey: ['site', siteId] });
      setEdit(null);
    },
  });

  useUnsaved(dirty);

  const problems: FieldProblem[] = (save.error as ApiProblem | null)?.fields ?? [];
  return {
    draft,
    setup,
    dirty,
    error: error ?? (problems.length === 0 ? save.error : null),
    problems,
    saving: save.isPending,
    change: (next: (setup: Setup) => Setup) => {
      if (setup && draft) setEdit({ setup: next(setup), revision: edit?.revision ?? draft.revision });
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
