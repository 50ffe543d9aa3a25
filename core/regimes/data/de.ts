import type { Regime } from '../types';
import { guardianUnder } from './eea';

export const de: Regime = {
  id: 'de',
  name: 'Germany',
  parent: 'eu',
  law: 'Telekommunikation-Digitale-Dienste-Datenschutz-Gesetz (TDDDG) § 25',
  territory: ['DE'],
  inForce: { from: '2021-12-01' },
  modes: { default: { value: 'opt-in', source: 'TDDDG § 25(1)' } },
  yesDays: { value: 182, source: 'practice of the regulators, six to twelve months', toBeConfirmed: true },
  refusalDays: { value: 182, source: 'practice of the regulators, six to twelve months', toBeConfirmed: true },
  ...guardianUnder(16, 'GDPR art. 8(1)'),
  authority: {
    value: {
      name: 'Die Bundesbeauftragte für den Datenschutz, and the authorities of the Länder',
      url: 'https://www.bfdi.bund.de/',
    },
    source: 'BDSG § 8, 40',
  },
  duties: [
    {
      text: 'Refusing stands on the first layer.',
      source: 'DSK, Orientierungshilfe digitale Dienste',
      about: ['refuse-first'],
    },
  ],
  sources: ['TDDDG § 25', 'DSK, Orientierungshilfe digitale Dienste'],
  readOn: '2026-11-25',
};
