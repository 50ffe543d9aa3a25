import type { QueryClient } from '@tanstack/react-query';
import { useQueryClient } from '@tanstack/react-query';
import { useEffect } from 'react';

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

function apply(client: QueryClient, { siteId, what }: { siteId: string; what: string }): void {
  for (const key of [['board'], ['site', siteId], [what, siteId]]) void client.invalidateQueries({ queryKey: key });
  // Services follow from rulings, so the draft changes with the items.
  if (what === 'items' || what === 'knowledge' || what === 'scan') {
    void client.invalidateQueries({ queryKey: ['knowledge'] });
    void client.invalidateQueries({ queryKey: ['items', siteId] });
    void client.invalidateQueries({ queryKey: ['draft', siteId] });
  }
}
