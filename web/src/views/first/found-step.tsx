import type { RuledItem } from '@douane/api';
import { KIND_WORDS } from '@douane/core/observe';
import type { Purpose } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import { useQuery } from '@tanstack/react-query';
import { useState } from 'react';
import { Link } from 'react-router';
import * as queries from '../../api/queries';
import { Button, Trouble } from '../../ui/parts';
import { useRulings } from '../classify/use-rulings';

const MOST_SHOWN = 12;

/** What the scan found and what is known of it; for what is open, what it is most likely for. */
export function Found({ siteId, purposes }: { siteId: string; purposes: readonly Purpose[] }) {
  const { data, error } = useQuery(queries.items(siteId));
  const rulings = useRulings(siteId);
  const [chosen, choose] = useState<Record<string, string>>({});
  if (!data) return <Trouble error={error} />;
  const { items } = data;
  const open = items.filter((item) => !item.ruling && !item.aside).sort((a, b) => b.weight - a.weight);
  const purposeOf = (item: RuledItem) => chosen[item.id] ?? item.suggestion?.purpose ?? '';
  const shown = open.slice(0, MOST_SHOWN);
  const ready = shown.filter((item) => purposeOf(item) !== '');
  const rule = () => {
    const alike = new Map<string, RuledItem[]>();
    for (const item of ready) {
      const key = `${purposeOf(item)} ${serviceOf(item, purposeOf(item))}`;
      alike.set(key, [...(alike.get(key) ?? []), item]);
    }
    for (const items of alike.values()) {
      const purpose = purposeOf(items[0]!);
      rulings.rule(items, { purpose, service: serviceOf(items[0]!, purpose) });
    }
  };
  return (
    <>
      <ul className="flex flex-wrap gap-x-6">
        {purposes.map(({ id, name }) => (
          <li key={id}>
            <b>{items.filter((item) => item.ruling?.purpose === id).length}</b> {name}
          </li>
        ))}
        <li className={open.length > 0 ? 'text-held' : 'text-ink2'}>
          <b>{open.length}</b> open
        </li>
      </ul>
      {open.length > 0 && (
        <>
          <p className="mt-1 text-ink2">
            Nobody can say yes to what is open, so it stays held. What the items themselves suggest is filled in.
          </p>
          <table className="mt-1 w-full bg-sheet">
            <thead>
              <tr className="border-y border-ink">
                {['Item', 'From', 'For'].map((head) => (
                  <th key={head} scope="col" className="px-2 py-1">
                    {head}
                  </th>
                ))}
              </tr>
            </thead>
            <tbody>
              {shown.map((item) => (
                <tr key={item.id} className="border-b border-line">
                  <td className="px-2 py-0.5 [overflow-wrap:anywhere]">
                    <Link to={`../classify?item=${item.id}`} className="mono">
                      {item.name}
                    </Link>{' '}
                    <span className="text-ink2">{KIND_WORDS[item.kind]}</span>
                  </td>
                  <td className="mono px-2 py-0.5 [overflow-wrap:anywhere]">{item.host}</td>
                  <td className="px-2 py-0.5">
                    <select
                      aria-label={`What ${item.name} of ${item.host} is for`}
                      value={purposeOf(item)}
                      onChange={(event) => choose({ ...chosen, [item.id]: event.target.value })}
                    >
                      <option value="">not known yet</option>
                      {purposes.map(({ id, name }) => (
                        <option key={id} value={id}>
                          {name}
                        </option>
                      ))}
                    </select>
                  </td>
                </tr>
              ))}
            </tbody>
          </table>
          <div className="mt-2 flex flex-wrap items-center gap-3">
            <Button kind="act" disabled={ready.length === 0 || rulings.busy} onClick={rule}>
              Rule {plural(ready.length, 'item')} so
            </Button>
            {open.length > MOST_SHOWN && (
              <span className="text-ink2">{open.length - MOST_SHOWN} more follow, the weightiest first.</span>
            )}
          </div>
        </>
      )}
      <Trouble error={rulings.error} />
    </>
  );
}

/** The service that is suggested for it, if the purpose is the suggested one; else its host. */
const serviceOf = ({ suggestion, host }: RuledItem, purpose: string): string =>
  suggestion?.purpose === purpose ? suggestion.service : host;
