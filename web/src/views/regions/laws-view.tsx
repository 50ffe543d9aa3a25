import { partOfWorld, REGIMES, type ResolvedRegime, regimeFacts, resolveRegime } from '@douane/core/regimes';
import { useQuery } from '@tanstack/react-query';
import { useRef, useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import * as queries from '../../api/queries';
import { useListKeys } from '../../ui/keys';
import { Empty, Finding, ListAndDocket, Section, SelectableRow } from '../../ui/parts';
import { SearchBox } from '../../ui/search-box';
import { today } from '../../ui/words';
import { useSite } from '../site-frame';
import { RegionsLinks } from './regions-links';

/** Every regime that is known, with all that it says and where. */
export function LawsView() {
  const site = useSite();
  const navigate = useNavigate();
  const { regimeId } = useParams();
  const { data: draft } = useQuery(queries.draft(site.id));
  const served = draft?.setup.regions.regimes ?? [];
  const [search, setSearch] = useState('');
  const searchBox = useRef<HTMLInputElement>(null);
  const words = search.toLowerCase().split(/\s+/).filter(Boolean);
  const shown = LAWS.filter((law) => words.every((word) => textOf(law).includes(word)));
  const selected = LAWS.find(({ id }) => id === regimeId);
  const coming = LAWS.filter(({ toCome }) => toCome.length > 0).length;
  const select = (law: ResolvedRegime | undefined) =>
    law && void navigate(`/sites/${site.id}/regions/laws/${law.id}`, { replace: true });
  useListKeys(shown, selected, select, searchBox);
  return (
    <ListAndDocket
      docket={selected ? <LawDocket law={selected} /> : <p className="text-ink2">Choose a law to read it.</p>}
    >
      <RegionsLinks />
      <Finding title={`${LAWS.length} laws and practices are known`}>
        As we read them{coming > 0 && `; of ${coming} it is known what changes, and on which day`}. This is no legal
        advice.
      </Finding>
      <div className="mb-3">
        <SearchBox ref={searchBox} label="Search laws" placeholder="Search  /" value={search} onChange={setSearch} />
      </div>
      <table className="w-full table-fixed bg-sheet">
        <thead>
          <tr className="border-y border-ink">
            <th className="w-[26%] px-2 py-1.5">Where</th>
            <th className="w-[14%] px-2 py-1.5">Part</th>
            <th className="px-2 py-1.5">Law</th>
            <th className="w-[15%] px-2 py-1.5">In force</th>
            <th className="w-[12%] px-2 py-1.5">Here</th>
          </tr>
        </thead>
        <tbody>
          {shown.map((law) => (
            <SelectableRow key={law.id} selected={law === selected} onSelect={() => select(law)}>
              <td className="truncate px-2 py-1">
                <button type="button" className="min-h-6 max-w-full truncate text-left font-medium">
                  {law.name}
                </button>
              </td>
              <td className="truncate px-2 py-1">{partOfWorld(law)}</td>
              <td className="truncate px-2 py-1" title={law.law}>
                {law.law}
              </td>
              <td className="px-2 py-1 tabular-nums">{law.inForce.from}</td>
              <td className="px-2 py-1">{served.includes(law.id) ? 'served' : ''}</td>
            </SelectableRow>
          ))}
        </tbody>
      </table>
      {shown.length === 0 && <Empty>No law fits.</Empty>}
    </ListAndDocket>
  );
}

const LAWS = REGIMES.map(({ id }) => resolveRegime(id, today()));

function LawDocket({ law }: { law: ResolvedRegime }) {
  return (
    <>
      <h2 className="mb-1">{law.name}</h2>
      <p className="mb-3 text-ink2">{law.law}</p>
      {regimeFacts(law).map(({ title, facts }) => (
        <Section key={title} title={title}>
          <ul>
            {facts.map(({ label, text, source, from, toBeConfirmed, url }) => (
              <li key={`${label} ${text}`} className="mb-1.5 [overflow-wrap:anywhere]">
                {label && <span className="text-ink2">{label}: </span>}
                {url ? (
                  <a href={url} target="_blank" rel="noreferrer">
                    {text}
                  </a>
                ) : (
                  text
                )}
                <span className="block text-[12px] text-ink2">
                  {source}
                  {from && `, from ${from}`}
                  {toBeConfirmed && <b>, to be confirmed</b>}
                </span>
              </li>
            ))}
          </ul>
        </Section>
      ))}
    </>
  );
}

const textOf = ({ name, law, territory, id }: ResolvedRegime) => [name, law, id, ...territory].join(' ').toLowerCase();
