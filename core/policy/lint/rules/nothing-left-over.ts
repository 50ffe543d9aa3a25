import { POLICY_KINDS } from '../../kinds/ids';
import { byHand, cut } from '../parts';
import type { PolicyRule } from '../types';

export const nothingLeftOver: PolicyRule = {
  id: 'nothing-left-over',
  title: 'No gaps left in the text',
  weight: 'advice',
  article: 'GDPR Art. 12(1)',
  kinds: POLICY_KINDS,
  look: (of) =>
    byHand(of)
      .filter(({ words }) =>
        /\b(TODO|TBD|XXX+|lorem ipsum)\b|\[(…|\.{2,}|[^\]]{0,40}(name|date|company|address|firma|datum)[^\]]{0,20})\]|_{4,}/i.test(
          words,
        ),
      )
      .map(({ words }) => ({ what: `Something is to be filled in at "${cut(words)}"` })),
};
