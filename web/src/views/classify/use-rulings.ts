import type { RuledItem, RulingAct } from '@douane/api';
import type { LegalBasis } from '@douane/core/classify/words';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useEffect, useState } from 'react';
import { ApiProblem, call } from '../../api/client';
import * as queries from '../../api/queries';

/** What a person decides about some items. */
export type AskedRuling =
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
  ruling: AskedRuling;
  /** Over what somebody else ruled meanwhile, which was seen. */
  anyway?: boolean;
}

/** What was done last, to be told and taken back. */
export interface Done {
  act: string;
  items: RuledItem[];
  ruling: AskedRuling;
  effects: string[];
}

/** Rules, takes back, and tells of what somebody else ruled meanwhile before it is covered. */
export function useRulings(siteId: string) {
  const client = useQueryClient();
  const [done, setDone] = useState<Done | null>(null);
  const [undone, setUndone] = useState(false);
  // Asked when the hand rests.
  const [act, setAct] = useState<string>();
  useEffect(() => {
    setAct(undefined);
    const wait = setTimeout(() => setAct(done?.act), 500);
    return () => clearTimeout(wait);
  }, [done?.act]);
  const reload = () => client.invalidateQueries({ queryKey: ['items', siteId] });
  const rule = useMutation({
    mutationFn: ({ items, ruling, anyway }: Asked) =>
      call<RulingAct>('POST', `/sites/${siteId}/rulings`, {
        itemIds: items.map((item) => item.id),
        ...ruling,
        ...(!anyway && { seen: Object.fromEntries(items.map((item) => [item.id, seenOf(item)])) }),
      }),
    onSuccess: ({ act, effects, standing }, { items, ruling }) => {
      setDone({ act, items, ruling, effects });
      setUndone(false);
      // In place: a long list is not loaded anew for one ruling.
      const now = new Map(standing.map((one) => [one.id, one]));
      client.setQueryData(
        queries.items(siteId).queryKey,
        (list) =>
          list && {
            items: list.items.map((item) => (now.has(item.id) ? { ...item, ...now.get(item.id)! } : item)),
          },
      );
      for (const { id } of items) void client.invalidateQueries({ queryKey: ['items', siteId, id] });
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
  const { data: after } = useQuery({ ...queries.leftToDo(siteId, act), enabled: act !== undefined });
  const conflict = rule.error instanceof ApiProblem && rule.error.status === 409 ? rule.error : null;
  return {
    rule: (items: RuledItem[], ruling: AskedRuling, then?: () => void) => {
      if (items.length > 0 && !rule.isPending) rule.mutate({ items, ruling }, { onSuccess: then });
    },
    undo: (act: string) => undo.mutate(act),
    done,
    /** What lies open after it; empty until that is known. */
    left: (act !== undefined && after?.left) || [],
    undone,
    busy: rule.isPending,
    conflict,
    ruleAnyway: () => rule.variables && rule.mutate({ ...rule.variables, anyway: true }),
    forget: () => rule.reset(),
    error: conflict ? undo.error : (rule.error ?? undo.error),
  };
}

export type Rulings = ReturnType<typeof useRulings>;

/** The person's ruling that was in sight, by its id. */
const seenOf = (item: RuledItem): string | null =>
  item.aside?.id ?? (item.ruling?.by === 'person' ? item.ruling.id : null);
