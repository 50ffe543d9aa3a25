import type { MadeAccessToken } from '@douane/api';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call, fieldsAtFault } from '../../api/client';
import * as queries from '../../api/queries';
import { Ago, Button, Code, Empty, FieldProblems, Finding, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';

/** Checks from a pipeline: the command to copy, and the tokens by which pipelines may. */
export function PipelineView() {
  const site = useSite();
  const client = useQueryClient();
  const { data, error } = useQuery(queries.accessTokens());
  const [name, setName] = useState('');
  const reload = () => client.invalidateQueries({ queryKey: ['access-tokens'] });
  const make = useMutation({
    mutationFn: () => call<MadeAccessToken>('POST', '/access-tokens', { name }),
    onSuccess: () => {
      setName('');
      return reload();
    },
  });
  const end = useMutation({
    mutationFn: (id: string) => call('DELETE', `/access-tokens/${id}`),
    onSuccess: reload,
  });
  const faults = fieldsAtFault(make.error);
  return (
    <main className="max-w-[760px] px-5 py-6">
      <Finding title="From a pipeline">
        A pipeline checks against the release in force and this ledger, ends with 1 where something slips, and hands the
        check in, so that it stands here among the others. Checks of other addresses than the site’s own are not kept.
      </Finding>
      <Code
        text={`export DOUANE_TOKEN=…\n./bin/douane check ${site.address} --server ${location.origin} --site ${site.key} --junit check.xml`}
      />
      <h2 className="mt-6">Tokens</h2>
      <p className="text-ink2">
        With one, who has it reads what is in force at all sites, looks records up by their ids, and hands checks in. It
        ends when you end it, or when who made it leaves.
      </p>
      <Trouble error={error ?? end.error} />
      {data?.tokens.length === 0 && <Empty>None yet.</Empty>}
      <ul className="my-3 border-t border-line">
        {data?.tokens.map((token) => (
          <li key={token.id} className="flex flex-wrap items-baseline gap-x-3 border-b border-line py-1.5">
            <span className="font-semibold">{token.name}</span>
            <span className="text-ink2">
              made by {token.person} <Ago at={token.madeAt} />,{' '}
              {token.usedAt ? (
                <>
                  used <Ago at={token.usedAt} />
                </>
              ) : (
                'never used'
              )}
            </span>
            <Button
              kind="quiet"
              className="ml-auto"
              aria-label={`End ${token.name}`}
              disabled={end.isPending}
              onClick={() => end.mutate(token.id)}
            >
              End
            </Button>
          </li>
        ))}
      </ul>
      <form
        onSubmit={(event) => {
          event.preventDefault();
          make.mutate();
        }}
      >
        <label className="block">
          What it is for
          <span className="mt-0.5 flex gap-2">
            <input
              className="min-w-0 flex-1"
              placeholder="Ticket shop, nightly"
              maxLength={100}
              value={name}
              onChange={(event) => setName(event.target.value)}
            />
            <Button type="submit" kind={name.trim() ? 'act' : 'plain'} disabled={make.isPending || !name.trim()}>
              Make a token
            </Button>
          </span>
        </label>
      </form>
      <FieldProblems of={faults} />
      {faults.length === 0 && <Trouble error={make.error} />}
      {make.data && (
        <div className="mt-3" role="status">
          <p className="mb-1">The token. It is shown this once:</p>
          <Code text={make.data.token} />
        </div>
      )}
    </main>
  );
}
