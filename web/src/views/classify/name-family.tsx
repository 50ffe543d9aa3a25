import type { ItemDetail, Named } from '@douane/api';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate } from 'react-router';
import { call } from '../../api/client';
import { Button, Section, Trouble } from '../../ui/parts';

/** Names that vary: shows those of a family and parts it, or makes one of an item and whatever its pattern fits. */
export function NameFamily({ item, siteId }: { item: ItemDetail['item']; siteId: string }) {
  const client = useQueryClient();
  const navigate = useNavigate();
  const [pattern, setPattern] = useState(item.name);
  const reload = () => client.invalidateQueries({ queryKey: ['items', siteId] });
  const part = useMutation({
    mutationFn: () => call('POST', `/items/${item.id}/part`),
    onSuccess: async () => {
      await reload();
      navigate(`/sites/${siteId}/classify`);
    },
  });
  const make = useMutation({
    mutationFn: () => call<Named>('POST', `/sites/${siteId}/name-families`, { itemIds: [item.id], pattern }),
    onSuccess: async ({ id }) => {
      await reload();
      navigate(`/sites/${siteId}/classify/${id}`);
    },
  });
  if (item.kind === 'request') return null;
  if (item.examples) {
    return (
      <Section title="A family of names">
        <p>What stands for * differs from visit to visit. Seen as:</p>
        <ul className="mono">
          {item.examples.map((name) => (
            <li key={name} className="border-b border-line py-0.5 [overflow-wrap:anywhere]">
              {name}
            </li>
          ))}
        </ul>
        <Button kind="quiet" disabled={part.isPending} onClick={() => part.mutate()}>
          Part it: each name stands for itself
        </Button>
        <Trouble error={part.error} />
      </Section>
    );
  }
  return (
    <Section title="A name that varies?">
      <form
        className="flex gap-1"
        onSubmit={(event) => {
          event.preventDefault();
          make.mutate();
        }}
      >
        <input
          aria-label="Pattern of the family, * for what varies"
          className="mono min-w-0 flex-1"
          value={pattern}
          onChange={(event) => setPattern(event.target.value)}
        />
        <Button type="submit" disabled={!pattern.includes('*') || make.isPending}>
          Make one item
        </Button>
      </form>
      <p className="text-ink2">Put * for what varies; all that fits it on this host becomes one item.</p>
      <Trouble error={make.error} />
    </Section>
  );
}
