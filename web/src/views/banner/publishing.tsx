import type { Draft, Publication, PublishedRelease } from '@douane/api';
import type { Measured } from '@douane/core/lint';
import type { Press } from '@douane/core/release';
import { plural } from '@douane/core/words';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import { call, fieldsAtFault } from '../../api/client';
import { Button, Section, Time, Trouble } from '../../ui/parts';

/** A time of the browser's own zone, as its field gives it, for the server. */
const asInstant = (local: string) => (local ? new Date(local).toISOString() : null);

interface PublishProps {
  siteId: string;
  draft: Draft;
  /** Why nothing can be published now; `null`: it can. */
  hindered: string | null;
  upToDate: boolean;
  /** Findings against a law, for which a reason is asked. */
  breaches: number;
  measured: readonly Measured[];
  /** Who is asked again though nothing is new. */
  askAgain: Press;
  onPublished?(): void;
}

/** Freezes the draft as the next release: from now, or from a time that lies ahead. */
export function Publish({
  siteId,
  draft,
  hindered,
  breaches,
  measured,
  askAgain,
  onPublished,
  ...props
}: PublishProps) {
  // To ask again is something to publish.
  const upToDate = props.upToDate && !askAgain;
  const client = useQueryClient();
  const [later, setLater] = useState(false);
  const [from, setFrom] = useState('');
  const [why, setWhy] = useState('');
  const publish = useMutation({
    mutationFn: () => {
      const fromAt = later ? asInstant(from) : null;
      const body = { revisions: draft.revisions, fromAt, why: why.trim() || null, measured, askAgain };
      return call<PublishedRelease>('POST', `/sites/${siteId}/releases`, body);
    },
    onSuccess: () => {
      setLater(false);
      setFrom('');
      setWhy('');
      onPublished?.();
      return client.invalidateQueries();
    },
  });
  const next = (draft.releases[0]?.number ?? 0) + 1;
  const faults = fieldsAtFault(publish.error);
  const wrongTime = faults.find(({ path }) => path === 'fromAt');
  const noReason = faults.find(({ path }) => path === 'why');
  return (
    <>
      <div className="flex flex-wrap items-center gap-2">
        <Button
          kind={hindered || upToDate ? 'plain' : 'act'}
          onClick={() => publish.mutate()}
          disabled={hindered !== null || upToDate || publish.isPending || (later && !from)}
        >
          Publish v{next}
          {later && ' later'}
        </Button>
        <label className="flex min-h-6 items-center gap-2">
          <input type="checkbox" checked={later} onChange={(event) => setLater(event.target.checked)} />
          not yet
        </label>
        {!upToDate && <Link to="../../check/draft">Check it first</Link>}
      </div>
      {later && (
        <label className="mt-2 block">
          In force from
          <input
            type="datetime-local"
            className="mt-0.5 ml-2"
            value={from}
            onChange={(event) => setFrom(event.target.value)}
          />
        </label>
      )}
      {wrongTime && (
        <p role="alert" className="mt-1 text-slipped">
          The time {wrongTime.message}.
        </p>
      )}
      {!upToDate && (
        <label className="mt-2 block">
          {breaches > 0 ? 'Why it is published against a law as we read it' : 'Why, for whoever asks later'}
          <input className="mt-0.5 block w-full" value={why} onChange={(event) => setWhy(event.target.value)} />
        </label>
      )}
      {hindered && <p className="mt-1 text-ink2">{hindered}</p>}
      {noReason && (
        <p role="alert" className="mt-1 text-slipped">
          {noReason.message.slice(0, 1).toUpperCase() + noReason.message.slice(1)}.
        </p>
      )}
      <Trouble error={wrongTime || noReason ? null : publish.error} />
    </>
  );
}

/** Which release is, was and will be in force, by whose word; an older one can be put in force again. */
export function Publications({ siteId, draft }: { siteId: string; draft: Draft }) {
  const client = useQueryClient();
  const [chosen, choose] = useState<number | null>(null);
  const [why, setWhy] = useState('');
  const onSuccess = () => {
    choose(null);
    setWhy('');
    return client.invalidateQueries();
  };
  const putBack = useMutation({
    mutationFn: (number: number) => call('POST', `/sites/${siteId}/publications`, { number, why: why.trim() || null }),
    onSuccess,
  });
  const callOff = useMutation({
    mutationFn: (id: string) => call('DELETE', `/sites/${siteId}/publications/${id}`),
    onSuccess,
  });
  const { publications, releases } = draft;
  const breachesOf = (number: number) => releases.find((one) => one.number === number)?.breaches.length ?? 0;
  const inForce = publications.find((publication) => publication.inForce);
  const others = releases.filter(({ number }) => number !== inForce?.number);
  return (
    <Section title="In force">
      {publications.length === 0 && <p className="text-ink2">Nothing yet.</p>}
      <ul>
        {publications.slice(0, 8).map((publication) => (
          <li key={publication.id} className="border-b border-line py-1">
            <span className="flex items-baseline gap-2">
              <b>v{publication.number}</b>
              <span className={publication.inForce ? 'font-semibold text-cleared' : 'text-ink2'}>
                {wordsFor(publication)}
              </span>
              <Time at={publication.fromAt} />
              {publication.ahead && (
                <Button kind="quiet" className="ml-auto" onClick={() => callOff.mutate(publication.id)}>
                  Call off
                </Button>
              )}
            </span>
            <span className="block text-ink2 [overflow-wrap:anywhere]">
              {[publication.person && `by ${publication.person}`, publication.why].filter(Boolean).join(': ')}
              {breachesOf(publication.number) > 0 &&
                ` (${plural(breachesOf(publication.number), 'finding')} against a law)`}
            </span>
          </li>
        ))}
      </ul>
      {others.length > 0 && inForce && (
        <form
          className="mt-2 flex flex-wrap items-center gap-2"
          onSubmit={(event) => {
            event.preventDefault();
            if (chosen !== null) putBack.mutate(chosen);
          }}
        >
          <label className="flex items-center gap-2">
            Put in force
            <select value={chosen ?? ''} onChange={(event) => choose(Number(event.target.value) || null)}>
              <option value="">another release</option>
              {others.map(({ number }) => (
                <option key={number} value={number}>
                  v{number}
                </option>
              ))}
            </select>
          </label>
          {chosen !== null && (
            <>
              <input
                aria-label="Why it is put in force"
                placeholder="Why"
                className="w-56"
                value={why}
                onChange={(event) => setWhy(event.target.value)}
              />
              <Button type="submit" disabled={putBack.isPending}>
                Put v{chosen} in force now
              </Button>
            </>
          )}
        </form>
      )}
      <Trouble error={putBack.error ?? callOff.error} />
    </Section>
  );
}

const wordsFor = ({ inForce, paused }: Publication) =>
  `${paused ? 'paused, ' : ''}${inForce ? 'in force since' : 'from'}`;
