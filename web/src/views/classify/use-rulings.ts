import type { LegalBasis } from '@douane/core/classify/words';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { ApiProblem, call } from '../../api/client';
import type { RuledItem } from '../../api/types';

/** What a person decides about some items. */
export type Decision =
  | {
      state?: 'ruled';
      purpose: string;
      service?: string;
      description?: string;
      policyUrl?: string;
      legalBasis?: LegalBasis;
      lifetimeSeconds?: number | null;
      reason?: string;
    }
  | { state: 'open' | 'ignored'; reason?: string };

interface Asked {
  items: RuledItem[];
  decision: Decision;
  /** Over what somebody else ruled meanwhile, which was seen. */
  anyway?: boolean;
}

/** What was done last, to be told and taken back. */
export interface Done {
  act: string;
  items: RuledItem[];
  decision: Decision;
  effects: string[];
  left: string[];
}

/** Rules, takes back, and tells of what somebody else ruled meanwhile before it is covered. */
export function useRulings(siteId: string) {
  const client = useQueryClient();
  const [done, setDone] = useState<Done | null>(null);
  const [undone, setUndone] = useState(false);
  const reload = () => client.invalidateQueries({ queryKey: ['items', siteId] });
  const rule = useMutation({
    mutationFn: ({ items, decision, anyway }: Asked) =>
      call<{ act: string; effects: string[]; left: string[] }>('POST', `/sites/${siteId}/rulings`, {
        itemIds: items.map((item) => item.id),
        ...decision,
        ...(!anyway && { seen: Object.fromEntries(items.map((item) => [item.id, seenOf(item)])) }),
      }),
    onSuccess: ({ act, effects, left }, { items, decision }) => {
      setDone({ act, items, decision, effects, left });
      setUndone(false);
      void reload();
    },
    onError: () => void reload(),
  });
  const undo = useMutation({
    mutationFn: (act: string) => call('DELETE', `/sites/${siteId}/rulings/${act}`),
    onSuccess: (_, act) => {
      if (done?.act === act) setDone(null);
      setUndone(true);
      void reload();
    },
  });
  const conflict = rule.error instanceof ApiProblem && rule.error.status === 409 ? rule.error : null;
  return {
    rule: (items: RuledItem[], decision: Decision, then?: () => void) => {
      if (items.length > 0 && !rule.isPending) rule.mutate({ items, decision }, { onSuccess: then });
    },
    undo: (act: string) => undo.mutate(act),
    done,
    undone,
    busy: rule.isPending,
    conflict,
    ruleAnyway: () => rule.variables && rule.mutate({ ...rule.variables, anyway: true }),
    forget: () => rule.reset(),
    error: conflict ? undo.error : (rule.error ?? undo.error),
  };
}

export type Rulings = ReturnType<typeof useRulings>;

/** The person's decision that was in sight, by its id. */
const seenOf = (item: RuledItem): string | null =>
  item.aside?.id ?? (item.ruling?.by === 'person' ? item.ruling.id : null);
