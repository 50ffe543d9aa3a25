import type { Regime } from '../types';

export const br: Regime = {
  id: 'br',
  name: 'Brazil',
  parent: 'world',
  law: 'Lei Geral de Proteção de Dados (LGPD, Lei 13.709/2018), with the cookie guide of the ANPD of 2022',
  territory: ['BR'],
  inForce: { from: '2020-09-18' },
  modes: { default: { value: 'opt-in', source: 'LGPD art. 7(I), 8; ANPD cookie guide 2022' } },
  childAge: { value: 12, source: 'LGPD art. 14; Estatuto da Criança art. 2' },
  minors: {
    value: [{ under: 12, needs: 'guardian', of: ['sale', 'sharing', 'targeted-advertising', 'profiling'] }],
    source: 'LGPD art. 14 § 1',
  },
  requestDays: { value: { answer: 15, extension: null }, source: 'LGPD art. 19(II)' },
  rights: {
    value: ['access', 'rectification', 'erasure', 'objection', 'portability', 'withdrawal'],
    source: 'LGPD art. 18',
  },
  authority: {
    value: { name: 'Autoridade Nacional de Proteção de Dados', url: 'https://www.gov.br/anpd/' },
    source: 'LGPD art. 55-A',
  },
  applies: {
    value: { anyOf: [[{ code: 'established' }], [{ code: 'offers-here' }]], nonProfits: true },
    source: 'LGPD art. 3',
  },
  duties: [
    {
      text: 'Rejecting what is not necessary stands on the first layer.',
      source: 'ANPD cookie guide 2022',
      about: ['refuse-first'],
    },
    { text: 'A yes is given by purpose.', source: 'LGPD art. 8 § 4', about: ['by-purpose'] },
  ],
  sources: ['Lei 13.709/2018', 'ANPD, Guia orientativo: cookies'],
  readOn: '2026-11-25',
};
