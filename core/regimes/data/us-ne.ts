import { usState } from './us-state';

export const usNe = usState({
  id: 'us-ne',
  name: 'Nebraska',
  law: 'Nebraska Data Privacy Act, Neb. Rev. Stat. 87-1101 ff.',
  from: '2025-01-01',
  articles: {
    object: 'Neb. Rev. Stat. 87-1107',
    sensitive: 'Neb. Rev. Stat. 87-1112',
    requests: 'Neb. Rev. Stat. 87-1108',
    applies: 'Neb. Rev. Stat. 87-1103',
  },
  attorneyGeneral: 'https://ago.nebraska.gov/',
  anyOf: [[{ code: 'offers-here' }, { code: 'no-small-business' }]],
  gpc: { from: '2025-01-01', source: 'Neb. Rev. Stat. 87-1111' },
});
