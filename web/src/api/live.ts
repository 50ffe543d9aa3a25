import type { QueryClient } from '@tanstack/react-query';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';
import { CLIENT } from './client';

/** Loads anew what somebody else, or a worker, has changed. */
export function useLiveChanges(): void {
  const client = useQueryClient();
  useEffect(() => {
    const source = new EventSource('/api/events');
    source.onmessage = ({ data }) => apply(client, JSON.parse(data));
    // After a gap anything may have changed.
    source.onopen = () => void client.invalidateQueries();
    return () => source.close();
  }, [client]);
}

/** What follows from rulings is loaded anew when the hand rests, not between two keys. */
const REST_MS = 800;
const waiting = new Map<string, ReturnType<typeof setTimeout>>();

interface Change {
  siteId: string;
  what: string;
  from?: string;
}

function apply(client: QueryClient, { siteId, what, from }: Change): void {
  const reload = (...keys: string[][]) => {
    for (const queryKey of keys) void client.invalidateQueries({ queryKey });
  };
  if (what === 'organisation') {
    reload([what]);
    return;
  }
  if (what !== 'items' && what !== 'knowledge') {
    reload(['board'], ['site', siteId], [what, siteId]);
    // Services follow from rulings, so the draft changes with the items.
    if (what === 'alarms') reload(['field-hosts', siteId]);
    // Policies are written from the draft and what was found.
    if (what === 'draft') reload(['policies', siteId]);
    if (what === 'scan') reload(['items', siteId], ['draft', siteId], ['knowledge']);
    return;
  }
  // What this tab ruled itself it shows already.
  if (from !== CLIENT) reload(['items', siteId]);
  clearTimeout(waiting.get(siteId));
  const later = () =>
    reload(['board'], ['site', siteId], ['draft', siteId], ['left-to-do', siteId], ['knowledge'], ['policies', siteId]);
  waiting.set(siteId, setTimeout(later, REST_MS));
}
