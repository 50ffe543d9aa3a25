import type { PolicyHead, PolicyList } from '@douane/api';
import { type PolicyFinding, rewritten, type WrittenFrom } from '@douane/core/policy';
import { useDeferredValue, useMemo } from 'react';
import { Outlet, useOutletContext, useParams } from 'react-router';
import { Empty, Trouble } from '../../ui/parts';
import { useSite } from '../site-frame';
import { PoliciesLinks } from './policies-links';
import { findingsOf, sourceOf, usePolicies } from './use-policies';
import { type PolicyEditing, usePolicyDraft } from './use-policy-draft';

export interface OpenPolicy {
  policy: PolicyHead;
  list: PolicyList;
  editing: PolicyEditing;
  from: WrittenFrom;
  findings: readonly PolicyFinding[];
  /** How it would be if it were written anew now. */
  anew: ReturnType<typeof rewritten>;
}

/** The places of one policy. One draft is edited in all of them. */
export function PolicyFrame() {
  const site = useSite();
  const { policyId } = useParams();
  const { data: list, error } = usePolicies(site.id);
  if (!list) return <Trouble error={error} />;
  const policy = list.policies.find(({ id }) => id === policyId);
  if (!policy)
    return (
      <div className="px-5 py-5">
        <PoliciesLinks />
        <Empty>There is no such policy at this site, or it was taken away.</Empty>
      </div>
    );
  return <Opened key={policy.id} list={list} policy={policy} />;
}

function Opened({ list, policy }: { list: PolicyList; policy: PolicyHead }) {
  const site = useSite();
  const editing = usePolicyDraft(site.id, policy, `/sites/${site.id}/policies/${policy.id}`);
  // What is said about a long text may come a moment after the letters.
  const draft = useDeferredValue(editing.draft);
  const from = useMemo(() => sourceOf(list, policy, draft), [list, policy, draft]);
  const findings = useMemo(() => findingsOf(list, policy, draft), [list, policy, draft]);
  const anew = useMemo(() => rewritten(draft, from), [draft, from]);
  return <Outlet context={{ policy, list, editing, from, findings, anew } satisfies OpenPolicy} />;
}

/** The policy that is open. */
export const usePolicy = () => useOutletContext<OpenPolicy>();
