import { heldUnasked } from '@douane/core/release';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import { call } from '../../api/client';
import * as queries from '../../api/queries';
import { Button, Section, Time, Trouble } from '../../ui/parts';
import { useBanner } from './use-banner';

/** Keeps the banner of the release in force from coming by itself, after what is held meanwhile was told. */
export function Pausing() {
  const { site, editor } = useBanner();
  const client = useQueryClient();
  const [telling, setTelling] = useState(false);
  const [why, setWhy] = useState('');
  const inForce = editor.draft!.publications.find((publication) => publication.inForce);
  const change = useMutation({
    mutationFn: (paused: boolean) =>
      call('POST', `/sites/${site.id}/publications`, { number: inForce!.number, paused, why: why.trim() || null }),
    onSuccess: () => {
      setTelling(false);
      setWhy('');
      return client.invalidateQueries();
    },
  });
  if (!inForce) {
    return (
      <Section title="Pause">
        <p className="text-ink2">Nothing is in force that could be paused.</p>
      </Section>
    );
  }
  if (inForce.paused) {
    return (
      <Section title="Pause">
        <p className="mb-2">
          v{inForce.number} is paused since <Time at={inForce.fromAt} />
          {inForce.person && ` by ${inForce.person}`}: nobody is asked, and what needs a yes is held.
        </p>
        <Button kind="act" disabled={change.isPending} onClick={() => change.mutate(false)}>
          Show it again
        </Button>
        <Trouble error={change.error} />
      </Section>
    );
  }
  return (
    <Section title="Pause">
      {!telling && <Button onClick={() => setTelling(true)}>Pause the banner …</Button>}
      {telling && (
        <form
          onSubmit={(event) => {
            event.preventDefault();
            change.mutate(true);
          }}
        >
          <HeldMeanwhile siteId={site.id} number={inForce.number} />
          <label className="mt-2 block">
            Why, for whoever asks later
            <input className="mt-0.5 block w-full" value={why} onChange={(event) => setWhy(event.target.value)} />
          </label>
          <div className="mt-2 flex gap-2">
            <Button kind="act" type="submit" disabled={change.isPending}>
              Pause v{inForce.number} now
            </Button>
            <Button onClick={() => setTelling(false)}>Leave it</Button>
          </div>
          <Trouble error={change.error} />
        </form>
      )}
    </Section>
  );
}

function HeldMeanwhile({ siteId, number }: { siteId: string; number: number }) {
  const { data, error } = useQuery(queries.releasedSetup(siteId, String(number)));
  const held = useMemo(() => data && heldUnasked(data), [data]);
  if (!held) return <Trouble error={error} />;
  if (held.length === 0) return <p>Nothing of v{number} waits for a yes. No visitor would be asked less.</p>;
  return (
    <>
      <p>
        Until it is shown again, visitors who have not chosen are asked nothing. Whoever has chosen keeps his choice,
        and the choices button stays. Held for the others:
      </p>
      <ul className="mt-1">
        {held.map(({ laws, purposes }) => (
          <li key={laws.join()} className="border-b border-line py-1">
            <span className="text-ink2">{laws.join(', ')}</span>
            <ul>
              {purposes.map(({ name, services }) => (
                <li key={name}>
                  <b>{name}</b>
                  {services.length > 0 ? `: ${services.join(', ')}` : ': no service'}
                </li>
              ))}
            </ul>
          </li>
        ))}
      </ul>
    </>
  );
}
