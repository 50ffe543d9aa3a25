import type { PolicyHead, PolicyList } from '@douane/api';
import { lintPolicy, type PolicyDraft, type PolicyFinding, type WrittenFrom } from '@douane/core/policy';
import { useQuery } from '@tanstack/react-query';
import * as queries from '../../api/queries';

/** The site's policies, and what they are written from. */
export const usePolicies = (siteId: string) => useQuery(queries.policies(siteId));

/** What a policy is written from now. */
export const sourceOf = (
  { setup, answers, on }: Pick<PolicyList, 'setup' | 'answers' | 'on'>,
  { kind }: Pick<PolicyHead, 'kind'>,
  { audience }: Pick<PolicyDraft, 'audience'>,
): WrittenFrom => ({ kind, audience, setup, answers, on });

/** What is to be said against a policy, with the text and the answers as they stand here. */
export const findingsOf = (
  list: Pick<PolicyList, 'setup' | 'answers' | 'on' | 'proposed' | 'slipped'>,
  policy: Pick<PolicyHead, 'kind'>,
  draft: PolicyDraft,
): PolicyFinding[] =>
  lintPolicy({ draft, from: sourceOf(list, policy, draft), proposed: list.proposed, slipped: list.slipped });
