import type { PolicyVersionHead } from '@douane/api';
import { languageName } from '@douane/core/language/name';
import { comparedText, contentOf, countChanged } from '@douane/core/policy';
import { plural } from '@douane/core/words';
import { useMutation, useQuery, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { useNavigate, useParams } from 'react-router';
import { call } from '../../api/client';
import * as queries from '../../api/queries';
import {
  Ago,
  Button,
  Empty,
  Facts,
  Finding,
  ListAndDocket,
  Section,
  SelectableRow,
  Time,
  Trouble,
} from '../../ui/parts';
import { useSite } from '../site-frame';
import { HandIn } from './hand-in';
import { PoliciesLinks } from './policies-links';
import { usePolicy } from './policy-frame';
import { Reviewing } from './reviewing';
import { TextsCompared } from './texts-compared';
import { STATE_WORDS, standing } from './version-words';

/** The life of a policy: what was handed in, who said what, since when it is live; and any two beside each other. */
export function VersionsView() {
  const site = useSite();
  const go = useNavigate();
  const { policy, list, editing, from } = usePolicy();
  const { number } = useParams();
  const base = `/sites/${site.id}/policies/${policy.id}/versions`;
  const { versions } = policy;
  const chosen = versions.find((one) => String(one.number) === number);
  const [against, setAgainst] = useState<number | 'draft' | null>(null);
  return (
    <ListAndDocket docket={chosen ? <Docket version={chosen} /> : <HandIn />}>
      <PoliciesLinks open={policy} />
      <Finding
        title={versions.length === 0 ? `${policy.title} was never handed in` : `${policy.title}: ${standing(policy)}`}
        acts={
          chosen && (
            <Button kind="act" onClick={() => go(base)}>
              Hand the draft in
            </Button>
          )
        }
      >
        A version says for ever what it said. One that is live is not changed, only followed by the next.
      </Finding>
      <Trouble error={editing.error} />
      {versions.length === 0 ? (
        <Empty>
          Hand the draft in at the right: colleagues can say yes to it, and it becomes live on the day you set.
        </Empty>
      ) : (
        <table className="mb-4 w-full border-t border-ink bg-sheet">
          <thead>
            <tr>
              <th className="px-3 py-1.5 text-left">Version</th>
              <th className="px-3 py-1.5 text-left">Stands</th>
              <th className="px-3 py-1.5 text-left">What is new</th>
              <th className="px-3 py-1.5 text-left">Handed in</th>
              <th className="px-3 py-1.5 text-left">Live from</th>
            </tr>
          </thead>
          <tbody>
            {versions.map((one) => (
              <SelectableRow key={one.number} selected={one === chosen} onSelect={() => go(`${base}/${one.number}`)}>
                <td className="px-3 py-1.5">
                  <button type="button" className="text-stamp underline" onClick={() => go(`${base}/${one.number}`)}>
                    v{one.number}
                  </button>
                  {one.major ? ', major' : ''}
                </td>
                <td className="px-3 py-1.5">{STATE_WORDS[one.state]}</td>
                <td className="px-3 py-1.5 [overflow-wrap:anywhere]">{one.note || 'not said'}</td>
                <td className="px-3 py-1.5">
                  <Ago at={one.madeAt} />, {one.madeBy}
                </td>
                <td className="px-3 py-1.5">{one.liveFrom ? <Time at={one.liveFrom} /> : ''}</td>
              </SelectableRow>
            ))}
          </tbody>
        </table>
      )}
      {chosen && (
        <>
          <label className="mb-2 flex items-center gap-2">
            v{chosen.number} beside
            <select
              value={against ?? ''}
              onChange={({ target: { value } }) =>
                setAgainst(value === 'draft' ? 'draft' : value ? Number(value) : null)
              }
            >
              <option value="">the one before it</option>
              <option value="draft">the draft</option>
              {versions
                .filter((one) => one !== chosen)
                .map((one) => (
                  <option key={one.number} value={one.number}>
                    v{one.number}
                  </option>
                ))}
            </select>
          </label>
          <Compared
            number={chosen.number}
            against={against ?? (chosen.number > 1 ? chosen.number - 1 : null)}
            draft={contentOf(editing.draft, from, list.setup.banner.languages)}
          />
        </>
      )}
    </ListAndDocket>
  );
}

function Compared({
  number,
  against,
  draft,
}: {
  number: number;
  against: number | 'draft' | null;
  draft: ReturnType<typeof contentOf>;
}) {
  const site = useSite();
  const { policy } = usePolicy();
  const [only, setOnly] = useState(true);
  const [language, setLanguage] = useState<string | null>(null);
  const one = useQuery(queries.policyVersion(site.id, policy.id, number));
  const other = useQuery({
    ...queries.policyVersion(site.id, policy.id, typeof against === 'number' ? against : 0),
    enabled: typeof against === 'number',
  });
  const changes = useQuery(queries.policyChanges(site.id, policy.id));
  const content = one.data?.content;
  if (!content) return <Trouble error={one.error} />;
  const beside = against === 'draft' ? draft : typeof against === 'number' ? other.data?.content : null;
  if (beside === undefined) return <Trouble error={other.error} />;
  const languages = Object.keys(content.languages);
  const read = language !== null && languages.includes(language) ? language : content.source;
  // One that was not there yet in that language says what it does in the one that it was written in.
  const textOf = (of: typeof content) => (of.languages[read] ?? of.languages[of.source])!.blocks;
  // The earlier one stands on the left.
  const isEarlier = against === 'draft' || (typeof against === 'number' && against > number);
  const [before, after] = isEarlier ? [content, beside] : [beside, content];
  const ends = [number, ...(typeof against === 'number' ? [against] : [])];
  const last = against === 'draft' ? Number.POSITIVE_INFINITY : Math.max(...ends);
  const between = (changes.data?.changes ?? []).filter(({ after: at }) => at >= Math.min(...ends) && at < last);
  const rows = comparedText(before ? textOf(before) : [], after ? textOf(after) : []);
  const changed = countChanged(rows);
  const shown = only && before && after ? rows.filter(({ same }) => !same) : rows;
  const name = (of: typeof before) =>
    of === content ? `v${number}` : against === 'draft' ? 'the draft' : `v${against}`;
  return (
    <Section
      title={
        before && after
          ? `${name(before)} and ${name(after)}: ${plural(changed, 'block')} ${changed === 1 ? 'differs' : 'differ'}`
          : 'What it says'
      }
    >
      <div className="mb-2 flex min-h-6 flex-wrap items-center gap-x-6 gap-y-1">
        {before && after && (
          <label className="flex items-center gap-2">
            <input type="checkbox" checked={only} onChange={(event) => setOnly(event.target.checked)} />
            only what differs
          </label>
        )}
        {languages.length > 1 && (
          <label className="flex items-center gap-2">
            Language
            <select value={read} onChange={(event) => setLanguage(event.target.value)}>
              {languages.map((one) => (
                <option key={one} value={one}>
                  {languageName(one)}
                </option>
              ))}
            </select>
          </label>
        )}
      </div>
      <TextsCompared rows={shown} alone={!before || !after} language={read} changes={between} />
    </Section>
  );
}

function Docket({ version }: { version: PolicyVersionHead }) {
  const site = useSite();
  const { policy, list } = usePolicy();
  const client = useQueryClient();
  const [from, setFrom] = useState('');
  const at = `/sites/${site.id}/policies/${policy.id}/versions/${version.number}`;
  const done = { onSuccess: () => client.invalidateQueries({ queryKey: ['policies', site.id] }) };
  const live = useMutation({
    mutationFn: () => call('PUT', `${at}/live`, { from: from ? new Date(from).toISOString() : null }),
    ...done,
  });
  const callOff = useMutation({ mutationFn: () => call('DELETE', `${at}/live`), ...done });
  const { state, dueOn, madeBy, madeAt, note, major, liveFrom } = version;
  return (
    <>
      <h2>
        Version {version.number}, {STATE_WORDS[state]}
      </h2>
      <div className="mt-2">
        <Facts
          of={[
            ['Handed in', <Time key="at" at={madeAt} />],
            ['By', madeBy],
            ['What is new', note],
            ['Weight', major ? 'major: who agreed to it is asked again' : 'minor: nobody is asked again'],
            ['Word wanted by', dueOn],
            ['Live from', liveFrom && <Time key="live" at={liveFrom} />],
          ]}
        />
      </div>
      <Reviewing version={version} />
      <Trouble error={live.error ?? callOff.error} />
      {state === 'approved' && (
        <Section title="Have it be live">
          {!list.hosted && (
            <p className="mb-2 text-ink2">
              The site has no release in force, so visitors cannot read it before there is one.
            </p>
          )}
          <label className="block">
            <span className="text-ink2">From; empty: now</span>
            <input
              type="datetime-local"
              className="mt-0.5 block"
              value={from}
              onChange={(event) => setFrom(event.target.value)}
            />
          </label>
          <Button kind="act" className="mt-2" disabled={live.isPending} onClick={() => live.mutate()}>
            {from ? 'Have it be live then' : 'Have it be live now'}
          </Button>
        </Section>
      )}
      {state === 'scheduled' && (
        <Button className="mt-3" disabled={callOff.isPending} onClick={() => callOff.mutate()}>
          Call it off
        </Button>
      )}
    </>
  );
}
