import { lifetimeWords } from '@douane/core/observe';
import type { Purpose } from '@douane/core/setup';
import clsx from 'clsx';
import { useEffect, useRef } from 'react';
import type { RuledItem } from '../../api/types';
import { Mark } from '../../ui/mark';

interface Props {
  items: RuledItem[];
  selected: string | undefined;
  purposes: Purpose[];
  onSelect(item: RuledItem): void;
}

export const KIND_WORDS: Record<RuledItem['kind'], string> = {
  cookie: 'cookie',
  'local-storage': 'local storage',
  'session-storage': 'session storage',
  'indexed-db': 'IndexedDB',
  'cache-storage': 'cache',
  'service-worker': 'service worker',
  request: 'request',
};

export function ItemTable({ items, selected, purposes, onSelect }: Props) {
  const row = useRef<HTMLTableRowElement>(null);
  useEffect(() => {
    if (selected) row.current?.scrollIntoView({ block: 'nearest' });
  }, [selected]);
  const nameOf = (id: string) => purposes.find((purpose) => purpose.id === id)?.name ?? id;
  return (
    <table className="w-full table-fixed bg-sheet">
      <thead>
        <tr className="border-y border-ink">
          <th className="w-[27%] px-2 py-1.5">Name</th>
          <th className="w-[14%] px-2 py-1.5">Kind</th>
          <th className="w-[23%] px-2 py-1.5">Host</th>
          <th className="w-[8%] px-2 py-1.5">Lives</th>
          <th className="w-[7%] px-2 py-1.5 text-right!">Pages</th>
          <th className="px-2 py-1.5">Purpose</th>
        </tr>
      </thead>
      <tbody>
        {items.map((item) => (
          <tr
            key={item.id}
            ref={item.id === selected ? row : undefined}
            aria-selected={item.id === selected}
            onClick={() => onSelect(item)}
            className={clsx(
              'scroll-my-32 cursor-pointer border-b border-line',
              item.id === selected ? 'bg-wash shadow-[inset_3px_0_0_var(--stamp)]' : 'hover:bg-well',
            )}
          >
            <td className="mono truncate px-2 py-1" title={item.name}>
              <button type="button" className="max-w-full truncate text-left" tabIndex={item.id === selected ? 0 : -1}>
                {item.name}
              </button>
            </td>
            <td className="truncate px-2 py-1">{KIND_WORDS[item.kind]}</td>
            <td
              className={clsx('mono truncate px-2 py-1', item.party === 'third' && 'font-medium')}
              title={`${item.host}, ${item.party} party`}
            >
              {item.host}
            </td>
            <td className="truncate px-2 py-1">{lifetimeWords(item.lifetimeSeconds)}</td>
            <td className="px-2 py-1 text-right">{item.pages.length}</td>
            <td className="truncate px-2 py-1">
              {item.ruling ? (
                <>
                  <Mark name="in-order" /> {nameOf(item.ruling.purpose)}{' '}
                  <span className="text-ink2">· {item.ruling.service}</span>
                </>
              ) : (
                <b className="text-held">
                  <Mark name="waits" /> open
                </b>
              )}
            </td>
          </tr>
        ))}
      </tbody>
    </table>
  );
}
