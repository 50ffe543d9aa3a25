import { POLICY_KINDS } from '../../kinds/ids';
import { reading } from '../../words/index';
import { byHand, cut } from '../parts';
import type { PolicyRule } from '../types';

const GAP = new RegExp(
  `\\b(TODO|TBD|XXX+|lorem ipsum)\\b|\\[(…|\\.{2,}|[^\\]]{0,40}(${reading('gap').source})[^\\]]{0,20})\\]|_{4,}`,
  'iu',
);

export const nothingLeftOver: PolicyRule = {
  id: 'nothing-left-over',
  title: 'No gaps left in the text',
  weight: 'advice',
  article: 'GDPR Art. 12(1)',
  kinds: POLICY_KINDS,
  look: (of) =>
    byHand(of)
      .filter(({ words }) => GAP.test(words))
      .map(({ words }) => ({ what: `Something is to be filled in at "${cut(words)}"` })),
};
