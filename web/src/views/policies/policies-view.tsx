import type { PolicyHead, PolicyList } from '@douane/api';
import { AUDIENCES, KINDS, POLICY_KINDS, type PolicyKindId } from '@douane/core/policy';
import { plural } from '@douane/core/words';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { Link, useNavigate } from 'react-router';
import { call } from '../../api/client';
import {
  Ago,
  Button,
  Code,
  Empty,
  Facts,
  Finding,
  ListAndDocket,
  Section,
  SelectableRow,
  Trouble,
} from '../../ui/parts';
import { useSite } from '../site-frame';
import { Copies, isOff } from './copies';
import { PoliciesLinks } from './policies-links';
import { PolicySettings } from './policy-settings';
import { findingsOf, usePolicies } from './use-policies';
import { liveVersion, standing } from './version-words';

/** What the site tells in documents: each with how it stands, what it lacks, and where visitors read it. */
export function PoliciesView() {
  const site = useSite();
  const { data, error } = usePolicies(site.id);
  const [chosen, setChosen] = useState<string>();
  if (!data) return <Trouble error={error} />;
  const { policies } = data;
  const selected = policies.find(({ id }) => id === chosen) ?? policies[0];
  const live = policies.filter((one) => liveVersion(one)).length;
  const yours = policies.flatMap((policy) =>
    policy.versions
      .filter(
        ({ state, reviews }) =>
          state === 'in-review' && reviews.some((one) => one.personId === data.you && !one.decision),
      )
      .map((version) => ({ policy, version })),
  );
  return (
    <ListAndDocket docket={selected ? <Docket policy={selected} list={data} /> : <Unwritten list={data} />}>
      <PoliciesLinks />
      <Finding
        title={
          policies.length === 0
            ? 'No policy is written yet'
            : live === 0
              ? 'No policy is live yet'
              : live === policies.length
                ? `${live === 1 ? 'The policy is' : `All ${live} policies are`} live`
                : `${live} of ${plural(policies.length, 'policy', 'policies')} live`
        }
        acts={
          policies.length === 0 && (
            <Link to="questions" className="font-semibold">
              Answer the questions first
            </Link>
          )
        }
      >
        {policies.length === 0
          ? 'A policy is written from your answers, the inventory and the laws of the site. Most answers are proposed.'
          : 'What stands in them of services, items and rights is always what is in force.'}
      </Finding>
      {yours.map(({ policy, version }) => (
        <p
          key={`${policy.id} ${version.number}`}
          role="status"
          className="mb-2 border-l-4 border-held bg-sheet px-3 py-2"
        >
          {version.madeBy} asks you about {policy.title}, v{version.number}
          {version.dueOn && `, by ${version.dueOn}`}:{' '}
          <Link to={`${policy.id}/versions/${version.number}`}>read it and give your word</Link>
        </p>
      ))}
      {policies.length > 0 && (
        <table className="w-full border-t border-ink bg-sheet">
          <thead>
            <tr>
              <th className="px-3 py-1.5 text-left">Policy</th>
              <th className="px-3 py-1.5 text-left">For</th>
              <th className="px-3 py-1.5 text-left">Stands</th>
              <th className="px-3 py-1.5 text-left">To mend</th>
              <th className="px-3 py-1.5 text-left">Changed</th>
            </tr>
          </thead>
          <tbody>
            {policies.map((policy) => {
              const grave = findingsOf(data, policy, policy.draft).filter(({ weight }) => weight !== 'advice').length;
              return (
                <SelectableRow key={policy.id} selected={policy === selected} onSelect={() => setChosen(policy.id)}>
                  <td className="px-3 py-1.5">
                    <Link to={policy.id}>{policy.title}</Link>
                  </td>
                  <td className="px-3 py-1.5">{AUDIENCES[policy.draft.audience]}</td>
                  <td className="px-3 py-1.5">
                    {standing(policy)}
                    {policy.copies.some(isOff) && <b className="text-slipped">, a copy is not as it is live</b>}
                  </td>
                  <td className="px-3 py-1.5">{grave > 0 ? <b className="text-slipped">{grave}</b> : 'nothing'}</td>
                  <td className="px-3 py-1.5">
                    <Ago at={policy.changedAt} />, {policy.changedBy}
                  </td>
                </SelectableRow>
              );
            })}
          </tbody>
        </table>
      )}
      {policies.length === 0 && (
        <Empty>
          Visitors have a cookie policy already: it is made of the inventory at each publishing
          {data.hosted && (
            <>
              , <a href={`${data.hosted}/policy`}>see it</a>
            </>
          )}
          . One that you write here takes its place.
        </Empty>
      )}
      <Add list={data} />
    </ListAndDocket>
  );
}

function Add({ list: { policies } }: { list: PolicyList }) {
  const { id: siteId } = useSite();
  const client = useQueryClient();
  const go = useNavigate();
  const add = useMutation({
    mutationFn: (kind: PolicyKindId) => {
      const taken = new Set(policies.map(({ name }) => name));
      const name = [kind, ...Array.from({ length: 500 }, (_, i) => `${kind}-${i + 2}`)].find((one) => !taken.has(one));
      return call<{ id: string }>('POST', `/sites/${siteId}/policies`, { kind, name });
    },
    onSuccess: async ({ id }) => {
      await client.invalidateQueries({ queryKey: ['policies', siteId] });
      await go(id);
    },
  });
  return (
    <Section title="Write another">
      <Trouble error={add.error} />
      <ul className="grid gap-x-6 md:grid-cols-2">
        {POLICY_KINDS.map((kind) => (
          <li key={kind} className="flex items-baseline gap-3 border-b border-line py-1.5">
            <Button kind="quiet" className="shrink-0" disabled={add.isPending} onClick={() => add.mutate(kind)}>
              {KINDS[kind].name}
            </Button>
            <span className="text-ink2">{KINDS[kind].means}</span>
          </li>
        ))}
      </ul>
    </Section>
  );
}

function Docket({ policy, list }: { policy: PolicyHead; list: PolicyList }) {
  const live = liveVersion(policy);
  const { hosted } = list;
  const at = hosted && `${hosted}/policies/${policy.name}`;
  const language = policy.draft.source;
  return (
    <>
      <h2>{policy.title}</h2>
      <p className="mt-1 flex flex-wrap gap-x-4">
        <Link to={policy.id}>Text</Link>
        <Link to={`${policy.id}/languages`}>Languages</Link>
        <Link to={`${policy.id}/versions`}>Versions</Link>
      </p>
      <PolicySettings key={policy.id} policy={policy} list={list} />
      <Section title="Where it is read">
        {!at && <p className="text-ink2">Nowhere yet: the site has no release in force.</p>}
        {at && !live && <p className="text-ink2">Once a version is live, at {at}.</p>}
        {at && live && (
          <>
            <Facts
              of={[
                [
                  'Page',
                  <a key="page" href={at}>
                    {at}
                  </a>,
                ],
                [
                  'Files',
                  <span key="files" className="flex flex-wrap gap-x-3">
                    {['html', 'pdf', 'md', 'txt', 'json'].map((form) => (
                      <a key={form} href={`${at}.${language}.${form}`}>
                        {form}
                      </a>
                    ))}
                  </span>,
                ],
              ]}
            />
            <p className="mt-2 text-ink2">In a page of yours, always as it is live:</p>
            <Code
              text={`<script async src="${at}.${language}.js"></script>\n<noscript><a href="${at}">${policy.title}</a></noscript>`}
            />
          </>
        )}
      </Section>
      {live && <Copies key={`copies ${policy.id}`} policy={policy} list={list} />}
    </>
  );
}

function Unwritten({ list: { hosted } }: { list: PolicyList }) {
  return (
    <>
      <h2>How a policy comes about</h2>
      <ol className="mt-2 list-decimal space-y-1 pl-5 text-ink2">
        <li>
          <Link to="questions">Answer the questions</Link>; what the inventory and the laws say is answered already.
        </li>
        <li>Add a policy; it is written at once, and can be changed in every word.</li>
        <li>Hand it in, have colleagues say yes, and set the day from which it is live.</li>
      </ol>
      {!hosted && <p className="mt-3 text-ink2">Visitors can read it once a release of the site is in force.</p>}
    </>
  );
}
