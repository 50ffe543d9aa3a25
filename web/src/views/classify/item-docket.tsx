import type { ItemDetail, RuledItem } from '@douane/api';
import { becauseWords, LIKENESSES, type Likeness } from '@douane/core/classify/words';
import { KIND_WORDS, lifetimeWords, signWords } from '@douane/core/observe';
import type { Purpose } from '@douane/core/setup';
import { useQuery } from '@tanstack/react-query';
import type { ComponentProps } from 'react';
import { Link } from 'react-router';
import * as queries from '../../api/queries';
import { Chain } from '../../ui/chain';
import { Mark } from '../../ui/mark';
import { Ago, Button, Facts, Key, Section, Trouble } from '../../ui/parts';
import { pathOf } from '../../ui/words';
import { ItemHistory } from './item-history';
import { ItemNotes } from './item-notes';
import { NameFamily } from './name-family';
import { RulingForm } from './ruling-form';
import type { AskedRuling } from './use-rulings';

interface Props {
  siteId: string;
  itemId: string;
  purposes: Purpose[];
  /** Open items like this one, by the way in which they are. */
  similar: [Likeness, RuledItem[]][];
  busy: boolean;
  onMark(items: readonly RuledItem[]): void;
  onRule(decision: AskedRuling): void;
  onUndo(act: string): void;
  /** See `RulingForm`. */
  filled: ComponentProps<typeof RulingForm>['filled'];
}

/** Everything known about one item, its evidence, and the decision. */
export function ItemDocket({ siteId, itemId, purposes, similar, busy, onMark, onRule, onUndo, filled }: Props) {
  const { data, error } = useQuery(queries.item(siteId, itemId));
  if (error) return <Trouble error={error} />;
  if (!data || data.item.id !== itemId) return null;
  const { item } = data;
  const nameOf = (id: string) => purposes.find((p) => p.id === id)?.name ?? id;
  return (
    <>
      <p className="caps">{standing(item)}</p>
      <h2 className="mono mt-1 text-[15px]! font-medium [overflow-wrap:anywhere]">{item.name}</h2>
      <p className="mono text-ink2">{item.host}</p>
      {item.findings.map((words) => (
        <p key={words} className="mt-2 border-l-4 border-held bg-well px-2 py-1 [overflow-wrap:anywhere]">
          {words}
        </p>
      ))}
      {item.aside && (
        <p className="mt-2 text-ink2">
          {item.aside.person ?? 'Somebody'}: {becauseWords(item.aside.because)}, <Ago at={item.aside.at} />
        </p>
      )}
      {item.suggestion && (
        <div className="mt-2 border-l-4 border-stamp bg-well px-2 py-1">
          <p className="[overflow-wrap:anywhere]">
            Perhaps <b>{nameOf(item.suggestion.purpose)}</b>, {item.suggestion.service} (
            {Math.round(item.suggestion.confidence * 100)}&nbsp;%): {becauseWords(item.suggestion.because)}.
          </p>
          <Button
            kind="quiet"
            disabled={busy}
            onClick={() => onRule({ purpose: item.suggestion!.purpose, service: item.suggestion!.service })}
          >
            Rule as suggested <Key>y</Key>
          </Button>
        </div>
      )}
      <RulingForm
        key={item.ruling?.at ?? item.aside?.at ?? 'open'}
        detail={data}
        purposes={purposes}
        busy={busy}
        onRule={onRule}
        filled={filled}
      />
      {similar.length > 0 && (
        <Section title="Open ones like this">
          <ul>
            {similar.map(([way, items], i) => (
              <li key={way}>
                <Button kind="quiet" onClick={() => onMark(items)}>
                  Mark {items.length} more {LIKENESSES[way]} {i === 0 && <Key>s</Key>}
                </Button>
              </li>
            ))}
          </ul>
        </Section>
      )}
      <WhatItIs detail={data} />
      <NameFamily key={item.id} item={item} siteId={siteId} />
      <Section title="Brought in by">
        <Chain links={item.chain} what={item.kind === 'request' ? undefined : item.name} />
      </Section>
      {item.excerpt && (
        <Section title={item.kind === 'request' ? 'Where it is asked for' : 'Where it is written'}>
          <p className="mono text-ink2 [overflow-wrap:anywhere]">
            {item.excerpt.url}, line {item.excerpt.line}
          </p>
          {/* A region that scrolls has to be reached by the keyboard as well. */}
          <pre
            // biome-ignore lint/a11y/noNoninteractiveTabindex: see above
            tabIndex={0}
            className="mt-1 max-h-40 overflow-auto border-l-4 border-line bg-well px-2 py-1 whitespace-pre-wrap [overflow-wrap:anywhere]"
          >
            {item.excerpt.text}
          </pre>
        </Section>
      )}
      {data.signs.length > 0 && (
        <Section title="Signs">
          <ul>
            {data.signs.map((sign) => (
              <li key={signWords(sign)} className="border-b border-line py-1 [overflow-wrap:anywhere]">
                {signWords(sign)} <span className="text-ink2">on {pathOf(sign.page)}</span>
              </li>
            ))}
          </ul>
        </Section>
      )}
      <Section title={item.ruling ? `Why it is ${nameOf(item.ruling.purpose)}` : 'What is known of it'}>
        <ol>
          {data.trace.map((words) => (
            <li key={words} className="border-b border-line py-1 [overflow-wrap:anywhere]">
              {words}
            </li>
          ))}
        </ol>
      </Section>
      <Kin detail={data} siteId={siteId} nameOf={nameOf} />
      {data.links.length > 0 && (
        <Section title="Read on">
          <ul>
            {data.links.map(({ title, url }) => (
              <li key={url} className="py-0.5 [overflow-wrap:anywhere]">
                <a href={url} target="_blank" rel="noopener noreferrer">
                  {title}
                </a>
              </li>
            ))}
          </ul>
        </Section>
      )}
      <ItemNotes detail={data} siteId={siteId} />
      <ItemHistory history={data.history} nameOf={nameOf} onUndo={onUndo} />
    </>
  );
}

function standing({ ruling, aside }: RuledItem) {
  if (ruling) return 'Ruled';
  if (aside?.state === 'ignored') return 'Ignored';
  return <span className="text-held">{aside ? 'Kept open' : 'Open item'}</span>;
}

function WhatItIs({ detail: { item, entity, value, consequence } }: { detail: ItemDetail }) {
  return (
    <Section title="What it is">
      <Facts
        of={[
          ['Kind', `${KIND_WORDS[item.kind]}, ${item.party} party`],
          ['Weighs', consequence.join(', ')],
          ['Set by', item.setBy === 'http' ? 'an answer of the server' : item.setBy === 'script' ? 'a script' : null],
          ['Lives', item.kind === 'cookie' ? lifetimeWords(item.lifetimeSeconds) : null],
          ['Value', value],
          ['Attributes', attributes(item)],
          ['Tells', item.carries?.map((one) => one.replace('-', ' ')).join(', ')],
          ['Host of', entity ? `${entity.name} (${entity.category})` : null],
          [
            'Pages',
            <span
              key="pages"
              title={item.pages.join('\n')}
            >{`${item.pages.length}: ${item.pages.slice(0, 3).map(pathOf).join(', ')}${item.pages.length > 3 ? ' …' : ''}`}</span>,
          ],
          ['Seen', item.onlyAfterYes ? 'only after a yes to everything' : null],
          ['Behind', item.behind ? `only once “${item.behind}” was pressed` : null],
          ['Stays', item.removedAtOnce ? 'no: set and removed at once, to see whether storage works' : null],
          ['First seen', <Ago key="first" at={item.firstSeenAt} />],
        ]}
      />
    </Section>
  );
}

/** The same host, or a thing of the same name, elsewhere in the organisation. */
function Kin({
  detail: { item, kin },
  siteId,
  nameOf,
}: {
  detail: ItemDetail;
  siteId: string;
  nameOf(id: string): string;
}) {
  if (kin.length === 0) return null;
  const title = item.party === 'third' ? 'What this host does besides' : 'The same name on other sites';
  return (
    <Section title={title}>
      <ul>
        {kin.slice(0, 12).map((other) => (
          <li key={other.id} className="border-b border-line py-1">
            <Link to={`/sites/${other.siteId}/classify/${other.id}`} className="mono [overflow-wrap:anywhere]">
              {other.name}
            </Link>{' '}
            <span className="text-ink2">
              {KIND_WORDS[other.kind]}
              {other.siteId === siteId ? '' : `, ${other.site}`}
            </span>
            <span className="block text-ink2">
              <Mark name={other.ruling ? 'in-order' : 'waits'} />{' '}
              {other.ruling ? `${nameOf(other.ruling.purpose)} · ${other.ruling.service}` : 'open'}
            </span>
          </li>
        ))}
      </ul>
      {kin.length > 12 && <p className="text-ink2">and {kin.length - 12} more</p>}
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
