import type { CheckRun, Draft } from '@douane/api';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useSearchParams } from 'react-router';
import { call } from '../../api/client';
import * as queries from '../../api/queries';
import { Ago, Button } from '../../ui/parts';
import { useSite } from '../site-frame';
import { useRuns } from '../use-runs';
import { CheckFrame } from './check-frame';

/**
 * A check of the draft, before it is published: the site is visited at one of its addresses, and the visits alone get the
 * draft's gate.
 */
export function DraftCheckView() {
  const site = useSite();
  const client = useQueryClient();
  const [params] = useSearchParams();
  const { data: draft } = useQuery(queries.draft(site.id));
  const runs = useRuns<CheckRun>(site.id, 'draft-check', params.get('check'));
  const addresses = addressesOf(draft);
  const [chosen, choose] = useState<string | null>(null);
  const address = chosen ?? addresses[0];
  const start = useMutation({
    mutationFn: () => call('POST', `/sites/${site.id}/draft-checks`, { address }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['draft-check', site.id] }),
  });
  const next = (draft?.releases[0]?.number ?? 0) + 1;
  return (
    <CheckFrame
      runs={runs}
      words={{ checking: 'Checking the draft', none: 'The draft was not checked yet' }}
      error={start.error}
      ways={
        <Link to=".." relative="path">
          Of what is in force
        </Link>
      }
      acts={
        <Button kind="act" onClick={() => start.mutate()} disabled={start.isPending || !address}>
          Check the draft
        </Button>
      }
      about={({ target, pages }, { finishedAt, summary }) => (
        <>
          <Ago at={finishedAt!} />, at {new URL(target).origin}, {pages.length} pages, as it would be v
          {summary?.version}. Where it was changed since, check it anew.
        </>
      )}
      empty={
        <>
          The same visits as in a check of what is in force, but with the draft’s gate, as if it were v{next}. The site
          has to carry its snippet there. Nobody else gets the draft, and the choices that these visits make are written
          to no ledger. What the site’s own server sets from the release in force (headers, an edge, a gate written into
          the page) stays as it is. Then <Link to="../banner/publish">publish it</Link>.
        </>
      }
    >
      {addresses.length > 0 && (
        <label className="mb-3 flex flex-wrap items-center gap-2">
          At
          <select value={address} onChange={({ target }) => choose(target.value)}>
            {addresses.map((one) => (
              <option key={one} value={one}>
                {one}
                {draft?.setup.site.staging.includes(one) ? ' (staging)' : ''}
              </option>
            ))}
          </select>
        </label>
      )}
    </CheckFrame>
  );
}

/** Where the site can be visited: staging first, since there nothing is at stake. */
function addressesOf(draft: Draft | undefined): string[] {
  const { staging = [], addresses = [] } = draft?.setup.site ?? {};
  return [...new Set([...staging, ...addresses])];
}
