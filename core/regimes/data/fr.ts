import type { Regime } from '../types';
import { guardianUnder } from './eea';

/** Within the EEA: stricter on how a refusal looks, laxer for counting one's own visitors. */
export const fr: Regime = {
  id: 'fr',
  name: 'France',
  parent: 'eu',
  law: 'Data Protection Act (loi Informatique et Libertés) art. 82, with the CNIL guidelines and recommendation of 2020',
  territory: ['FR', 'GF', 'GP', 'MF', 'MQ', 'RE', 'YT'],
  inForce: { from: '2021-04-01' },
  modes: {
    'own-statistics': { value: 'notice', source: 'CNIL guidelines of 17 September 2020, art. 5' },
  },
  yesDays: { value: 182, source: 'CNIL recommendation of 17 September 2020, about six months' },
  refusalDays: { value: 182, source: 'CNIL recommendation of 17 September 2020, about six months' },
  ...guardianUnder(15, 'Data Protection Act art. 45'),
  authority: {
    value: { name: 'Commission nationale de l’informatique et des libertés', url: 'https://www.cnil.fr/' },
    source: 'Data Protection Act art. 8',
  },
  duties: [
    {
      text: 'Going on without accepting is as visible as accepting.',
      source: 'CNIL recommendation of 17 September 2020',
      about: ['symmetry'],
    },
    {
      text: 'Exempt audience measurement: cookies live 13 months at most, what they collect 25 months.',
      source: 'CNIL guidelines of 17 September 2020, art. 5',
    },
  ],
  sources: ['CNIL deliberations 2020-091 and 2020-092'],
  readOn: '2026-11-25',
};
