import type { PolicyHead, PolicyList } from '@douane/api';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, fieldsAtFault } from '../../api/client';
import { SelectRow, TextRow, TickRow } from '../../ui/fields';
import { Button, Section, Trouble } from '../../ui/parts';
import { PlacePicker } from '../regions/place-picker';
import { useSite } from '../site-frame';

/** A policy's address, what it asks of accounts, and its place among the others. */
export function PolicySettings({ policy, list: { policies } }: { policy: PolicyHead; list: PolicyList }) {
  const { id: siteId } = useSite();
  const client = useQueryClient();
  const [name, setName] = useState(policy.name);
  const done = { onSuccess: () => client.invalidateQueries({ queryKey: ['policies', siteId] }) };
  const base = `/sites/${siteId}/policies`;
  type Settings = Pick<PolicyHead, 'name' | 'agree' | 'places' | 'history'>;
  const set = useMutation({
    mutationFn: (change: Partial<Settings>) => {
      const { agree, places, history } = policy;
      return call('PUT', `${base}/${policy.id}`, { name: policy.name, agree, places, history, ...change });
    },
    ...done,
  });
  const order = useMutation({ mutationFn: (ids: string[]) => call('PUT', `${base}/order`, { order: ids }), ...done });
  const remove = useMutation({ mutationFn: () => call('DELETE', `${base}/${policy.id}`), ...done });
  const ids = policies.map(({ id }) => id);
  const at = ids.indexOf(policy.id);
  const moved = (by: 1 | -1) => {
    const next = ids.filter((id) => id !== policy.id);
    next.splice(at + by, 0, policy.id);
    order.mutate(next);
  };
  const problems = fieldsAtFault(set.error);
  return (
    <Section title="Settings">
      <Trouble error={problems.length > 0 ? null : (set.error ?? order.error ?? remove.error)} />
      <TextRow
        label="Name in its address"
        value={name}
        problem={problems.find(({ path }) => path === 'name')?.message}
        onChange={setName}
      />
      {name !== policy.name && (
        <Button className="mb-2" disabled={set.isPending} onClick={() => set.mutate({ name })}>
          Use this address
        </Button>
      )}
      <SelectRow
        label="Accounts agree to it"
        value={policy.agree}
        options={{ no: 'are not asked', may: 'may', must: 'must' }}
        onChange={(agree) => set.mutate({ agree })}
      />
      <div className="mb-1.5">
        <span className="text-ink2">
          {policy.places.length === 0 ? 'For people everywhere, or only in' : 'For people in'}
        </span>
        <PlacePicker label="For people in" places={policy.places} onChange={(places) => set.mutate({ places })} />
      </div>
      <TickRow
        label="Everybody may read earlier versions"
        checked={policy.history}
        onChange={(history) => set.mutate({ history })}
      />
      <p className="mt-1 flex flex-wrap gap-x-4">
        <Button kind="quiet" disabled={at === 0 || order.isPending} onClick={() => moved(-1)}>
          Earlier in the list
        </Button>
        <Button kind="quiet" disabled={at === ids.length - 1 || order.isPending} onClick={() => moved(1)}>
          Later
        </Button>
        <Button
          kind="quiet"
          disabled={remove.isPending}
          onClick={() => {
            if (confirm(`Take "${policy.title}" away? Visitors can read it no more. Its versions are kept.`))
              remove.mutate();
          }}
        >
          Take away
        </Button>
      </p>
    </Section>
  );
}
