import { transfersOf } from '../../third-countries';
import { reading } from '../../words/index';
import { byHand, cut, TELLS } from '../parts';
import type { PolicyRule } from '../types';

const DENIES = reading('denies');

export const noTransferDenied: PolicyRule = {
  id: 'no-transfer-denied',
  title: 'The text denies transfers that there are',
  weight: 'contradiction',
  article: 'GDPR Art. 5(1)(a), 13(1)(f)',
  kinds: [...TELLS, 'cookies'],
  look: (of) => {
    const abroad = transfersOf(of.setup.services, of.answers);
    if (abroad.length === 0) return [];
    const { name, country } = abroad[0]!;
    const but = `, but ${name} is in ${country}${abroad.length > 1 ? `, and ${abroad.length - 1} more are abroad` : ''}`;
    const stale = of.draft.blocks.some(({ attrs }) => attrs.id === 'transfers.none')
      ? [{ what: `The text says that data does not leave the Economic Area${but}` }]
      : [];
    const said = byHand(of).filter(({ id, words }) => id !== 'transfers.none' && DENIES.test(words));
    return [...stale, ...said.map(({ words }) => ({ what: `"${cut(words)}"${but}` }))];
  },
};
