import type { ChangedSites } from '@douane/api';
import type { TakeoverPart } from '@douane/core/setup';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call } from '../../api/client';
import * as queries from '../../api/queries';
import { Choices, TickRow } from '../../ui/fields';
import { Button, Section, Trouble } from '../../ui/parts';
import { Given } from './given';
import { PartTicks } from './take-over';
import { useBanner } from './use-banner';

/** Gives parts of this site's draft to several others at once; nothing is published there by that. */
export function GiveParts() {
  const { site, editor } = useBanner();
  const client = useQueryClient();
  const { data: board } = useQuery(queries.board());
  const [parts, setParts] = useState<ReadonlySet<TakeoverPart>>(new Set(['words', 'languages']));
  const [to, setTo] = useState<ReadonlySet<string>>(new Set());
  const published = editor.draft!.releases.length > 0;
  const [how, setHow] = useState<'changes' | 'whole'>('whole');
  const give = useMutation({
    mutationFn: () =>
      call<ChangedSites>('POST', `/sites/${site.id}/given`, {
        to: [...to],
        parts: [...parts],
        changesOnly: how === 'changes',
      }),
    onSuccess: () => client.invalidateQueries(),
  });
  const others = board?.sites.filter(({ id }) => id !== site.id) ?? [];
  if (others.length === 0) return null;
  return (
    <Section title="Give to other sites">
      <PartTicks legend="What is given" chosen={parts} onChange={setParts} />
      {published && (
        <Choices
          label="How much of it"
          value={how}
          options={{ whole: 'all of it', changes: `only what changed since v${editor.draft!.releases[0]!.number}` }}
          onChange={setHow}
        />
      )}
      {how === 'changes' && <p className="text-ink2">What those sites changed themselves stays as it is.</p>}
      <fieldset className="mt-1">
        <legend className="text-ink2">To</legend>
        {others.map(({ id, name }) => (
          <TickRow
            key={id}
            label={name}
            checked={to.has(id)}
            onChange={(on) => {
              const next = new Set(to);
              if (on) next.add(id);
              else next.delete(id);
              setTo(next);
            }}
          />
        ))}
      </fieldset>
      <Button
        disabled={to.size === 0 || parts.size === 0 || editor.dirty || give.isPending}
        onClick={() => give.mutate()}
      >
        Give to {to.size === 1 ? 'this site' : `${to.size} sites`}
      </Button>
      {give.data && <Given sites={give.data.sites} />}
      <Trouble error={give.error} />
    </Section>
  );
}
