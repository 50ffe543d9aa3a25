import type { PolicyHead, PolicyVersionHead } from '@douane/api';
import type { VersionState } from '@douane/core/policy';
import { exactTime } from '../../ui/parts';

export const STATE_WORDS: Record<VersionState, string> = {
  'in-review': 'in review',
  'sent-back': 'sent back',
  approved: 'approved',
  scheduled: 'to become live',
  live: 'live',
  replaced: 'replaced',
};

export const liveVersion = ({ versions }: Pick<PolicyHead, 'versions'>): PolicyVersionHead | undefined =>
  versions.find(({ state }) => state === 'live');

/** How a policy stands, in a few words. */
export function standing(policy: Pick<PolicyHead, 'versions'>): string {
  const [newest] = policy.versions;
  if (!newest) return 'a draft';
  const live = liveVersion(policy);
  if (newest === live) return `v${live.number} live since ${exactTime(live.liveFrom!)}`;
  return `${live ? `v${live.number} live, ` : ''}v${newest.number} ${STATE_WORDS[newest.state]}`;
}
