import type { ItemDetail } from '@douane/api';
import { becauseWords, LEGAL_BASES, type LegalBasis } from '@douane/core/classify/words';
import { lifetimeWords } from '@douane/core/observe';
import type { Purpose } from '@douane/core/setup';
import clsx from 'clsx';
import { type RefObject, useLayoutEffect, useState } from 'react';
import { Button, Key, Section } from '../../ui/parts';
import type { AskedRuling } from './use-rulings';

interface Props {
  detail: ItemDetail;
  purposes: Purpose[];
  busy: boolean;
  onRule(decision: AskedRuling): void;
  /** Gets what the form says for a purpose, so that number keys rule with it; `null`: something in it is wrong. */
  filled: RefObject<((purpose: string) => AskedRuling | null) | null>;
}

const DAY = 86_400;

/** The decision about one item: service and words for visitors, then the purpose, which rules. */
export function RulingForm({ detail: { item, entity, effects }, purposes, busy, onRule, filled }: Props) {
  const { ruling, suggestion } = item;
  const [service, setService] = useState(
    ruling?.service ?? suggestion?.service ?? entity?.name ?? (item.party === 'first' ? 'This site' : item.host),
  );
  const [description, setDescription] = useState(ruling?.description ?? '');
  const [basis, setBasis] = useState<LegalBasis | ''>(ruling?.legalBasis ?? '');
  const [life, setLife] = useState(shownLife(ruling?.lifetimeSeconds));
  const [reason, setReason] = useState('');
  const [aside, setAside] = useState(false);
  const wrongLife = life !== '' && life !== 'session' && !/^\d{1,5}$/.test(life);

  const askedFor = (purpose: string): AskedRuling => ({
    purpose,
    service: service.trim() || undefined,
    description: description.trim() || undefined,
    ...(basis && { legalBasis: basis }),
    ...(life !== '' && { lifetimeSeconds: life === 'session' ? null : Number(life) * DAY }),
    ...(reason.trim() && { reason: reason.trim() }),
  });
  useLayoutEffect(() => {
    filled.current = (purpose) => (wrongLife ? null : askedFor(purpose));
    return () => {
      filled.current = null;
    };
  });
  return (
    <Section title="Ruling">
      {ruling && (
        <p className="mb-2 text-ink2 [overflow-wrap:anywhere]">
          {becauseWords(ruling.because)}
          {ruling.confidence < 1 ? `; ${Math.round(ruling.confidence * 100)} % sure` : ''}. It{' '}
          {(effects[ruling.purpose] ?? []).join('; ')}.
        </p>
      )}
      <label className="block">
        Service
        <input className="mt-0.5 mb-2 w-full" value={service} onChange={(event) => setService(event.target.value)} />
      </label>
      <label className="block">
        For visitors, in a sentence
        <input
          className="mt-0.5 mb-2 w-full"
          value={description}
          onChange={(event) => setDescription(event.target.value)}
        />
      </label>
      <details className="mb-2">
        <summary className="min-h-6 cursor-pointer text-stamp">Reason, legal basis, lifetime</summary>
        <label className="mt-1 block">
          Reason
          <input
            className="mt-0.5 mb-2 w-full"
            placeholder="such as: their contract says so"
            value={reason}
            onChange={(event) => setReason(event.target.value)}
          />
        </label>
        <label className="block">
          Legal basis
          <select
            aria-label="Legal basis"
            className="mt-0.5 mb-2 w-full"
            value={basis}
            onChange={(event) => setBasis(event.target.value as LegalBasis | '')}
          >
            <option value="">not stated</option>
            {Object.entries(LEGAL_BASES).map(([id, words]) => (
              <option key={id} value={id}>
                {words}
              </option>
            ))}
          </select>
        </label>
        {item.kind === 'cookie' && (
          <label className="block">
            Lifetime as visitors are told, in days
            <input
              className="mt-0.5 w-full"
              placeholder={`as found: ${lifetimeWords(item.lifetimeSeconds)}`}
              value={life}
              aria-invalid={wrongLife}
              onChange={(event) => setLife(event.target.value.trim())}
            />
            {wrongLife && <span className="text-slipped">a number of days, or the word session</span>}
          </label>
        )}
      </details>
      <div className="grid grid-cols-1 gap-1">
        {purposes.map((purpose, i) => (
          <Button
            key={purpose.id}
            disabled={busy || wrongLife}
            aria-pressed={ruling?.purpose === purpose.id}
            className={clsx('w-full', ruling?.purpose === purpose.id && 'bg-wash!')}
            title={(effects[purpose.id] ?? []).join('; ')}
            onClick={() => onRule(askedFor(purpose.id))}
          >
            {purpose.name}
            {i < 9 && (
              <span className="ml-auto">
                <Key>{i + 1}</Key>
              </span>
            )}
          </Button>
        ))}
      </div>
      <div className="mt-1 flex flex-wrap gap-x-3">
        {ruling && ruling.by !== 'person' && (
          <Button kind="quiet" disabled={busy} onClick={() => onRule({ state: 'open' })}>
            Keep open
          </Button>
        )}
        {!aside && item.aside?.state !== 'ignored' && (
          <Button kind="quiet" onClick={() => setAside(true)}>
            Ignore it
          </Button>
        )}
      </div>
      {aside && (
        <form
          className="mt-1 flex gap-1"
          onSubmit={(event) => {
            event.preventDefault();
            onRule({ state: 'ignored', reason: reason.trim() });
          }}
        >
          <input
            aria-label="Why it is ignored"
            placeholder="why it is ignored"
            className="min-w-0 flex-1"
            autoFocus
            required
            value={reason}
            onChange={(event) => setReason(event.target.value)}
            onKeyDown={(event) => event.key === 'Escape' && setAside(false)}
          />
          <Button type="submit" disabled={busy || !reason.trim()}>
            Ignore
          </Button>
        </form>
      )}
    </Section>
  );
}

function shownLife(seconds: number | null | undefined): string {
  if (seconds === undefined) return '';
  return seconds === null ? 'session' : String(Math.round(seconds / DAY));
}
