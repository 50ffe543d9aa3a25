import { usState } from './us-state';

export const usTx = usState({
  id: 'us-tx',
  name: 'Texas',
  law: 'Texas Data Privacy and Security Act, Tex. Bus. & Com. Code ch. 541',
  from: '2024-07-01',
  articles: {
    object: 'Tex. Bus. & Com. Code 541.051(b)(5)',
    sensitive: 'Tex. Bus. & Com. Code 541.101(b)(2)',
    requests: 'Tex. Bus. & Com. Code 541.052',
    applies: 'Tex. Bus. & Com. Code 541.002',
  },
  attorneyGeneral: 'https://www.texasattorneygeneral.gov/',
  anyOf: [[{ code: 'offers-here' }, { code: 'no-small-business' }]],
  gpc: { from: '2025-01-01', source: 'Tex. Bus. & Com. Code 541.055(e)' },
  duties: [
    {
      text: 'Where sensitive data is sold, the policy says: “NOTICE: We may sell your sensitive personal data.”',
      source: 'Tex. Bus. & Com. Code 541.102(b)',
    },
    {
      text: 'Where biometric data is sold, the policy says: “NOTICE: We may sell your biometric personal data.”',
      source: 'Tex. Bus. & Com. Code 541.102(c)',
    },
  ],
});
