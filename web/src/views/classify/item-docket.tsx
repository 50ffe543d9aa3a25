import { lifetimeWords } from '@douane/core/observe';
import type { Purpose } from '@douane/core/setup';
import { useQuery } from '@tanstack/react-query';
import clsx from 'clsx';
import { useState } from 'react';
import * as queries from '../../api/queries';
import type { ItemDetail } from '../../api/types';
import { Chain } from '../../ui/chain';
import { Ago, Button, Facts, Key, Section, Trouble } from '../../ui/parts';
import { KIND_WORDS, pathOf } from '../../ui/words';

interface Props {
  siteId: string;
  itemId: string;
  purposes: Purpose[];
  busy: boolean;
  onRule(ruling: { purpose: string; service?: string; description?: string }): void;
}

/** Everything known about one item, its evidence, and the decision. */
export function ItemDocket({ siteId, itemId, purposes, busy, onRule }: Props) {
  const { data, error } = useQuery(queries.item(siteId, itemId));
  if (error) return <Trouble error={error} />;
  if (!data || data.item.id !== itemId) return null;
  const { item } = data;
  return (
    <>
      <p className="caps">{item.ruling ? 'Ruled' : <span className="text-held">Open item</span>}</p>
      <h2 className="mono mt-1 text-[15px]! font-medium [overflow-wrap:anywhere]">{item.name}</h2>
      <p className="mono text-ink2">{item.host}</p>
      <RulingForm key={item.ruling?.at ?? 'open'} detail={data} purposes={purposes} busy={busy} onRule={onRule} />
      <Section title="What it is">
        <Facts
          of={[
            ['Kind', `${KIND_WORDS[item.kind]}, ${item.party} party`],
            ['Set by', item.setBy === 'http' ? 'an answer of the server' : item.setBy === 'script' ? 'a script' : null],
            ['Lives', item.kind === 'cookie' ? lifetimeWords(item.lifetimeSeconds) : null],
            ['Attributes', attributes(item)],
            ['Host of', data.entity ? `${data.entity.name} (${data.entity.category})` : null],
            [
              'Pages',
              <span
                key="pages"
                title={item.pages.join('\n')}
              >{`${item.pages.length}: ${item.pages.slice(0, 3).map(pathOf).join(', ')}${item.pages.length > 3 ? ' …' : ''}`}</span>,
            ],
            ['Seen', item.onlyAfterYes ? 'only after a yes to everything' : null],
            ['First seen', <Ago key="first" at={item.firstSeenAt} />],
          ]}
        />
      </Section>
      <Section title="Brought in by">
        <Chain links={item.chain} what={item.kind === 'request' ? undefined : item.name} />
      </Section>
      {data.signs.length > 0 && (
        <Section title="Signs">
          <ul>
            {data.signs.map(({ words, page }) => (
              <li key={words} className="border-b border-line py-1 [overflow-wrap:anywhere]">
                {words} <span className="text-ink2">on {pathOf(page)}</span>
              </li>
            ))}
          </ul>
        </Section>
      )}
      {data.history.length > 0 && (
        <Section title="Rulings">
          <ul>
            {data.history.map((past) => (
              <li
                key={past.at}
                className={clsx('border-b border-line py-1', past.undoneAt && 'text-ink2 line-through')}
              >
                <b>{purposes.find((p) => p.id === past.purpose)?.name ?? past.purpose}</b> · {past.service}
                <span className="block text-ink2">
                  {past.reason}, <Ago at={past.at} />
                </span>
              </li>
            ))}
          </ul>
        </Section>
      )}
    </>
  );
}

function RulingForm({
  detail: { item, entity },
  purposes,
  busy,
  onRule,
}: Omit<Props, 'siteId' | 'itemId'> & { detail: ItemDetail }) {
  const [service, setService] = useState(
    item.ruling?.service ?? entity?.name ?? (item.party === 'first' ? 'This site' : item.host),
  );
  const [description, setDescription] = useState(item.ruling?.description ?? '');
  return (
    <Section title="Ruling">
      {item.ruling && <p className="mb-2 text-ink2">Why: {item.ruling.reason}</p>}
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
      <div className="grid grid-cols-1 gap-1">
        {purposes.map((purpose, i) => (
          <Button
            key={purpose.id}
            disabled={busy}
            aria-pressed={item.ruling?.purpose === purpose.id}
            className={clsx('w-full', item.ruling?.purpose === purpose.id && 'bg-wash!')}
            onClick={() =>
              onRule({
                purpose: purpose.id,
                service: service.trim() || undefined,
                description: description.trim() || undefined,
              })
            }
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
    </Section>
  );
}

function attributes({ kind, httpOnly, secure, sameSite }: ItemDetail['item']): string | null {
  if (kind !== 'cookie') return null;
  return (
    [httpOnly && 'HttpOnly', secure && 'Secure', sameSite && `SameSite=${sameSite}`].filter(Boolean).join(', ') ||
    'none'
  );
}
