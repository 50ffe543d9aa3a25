import type { Regime } from '../types';
import { guardianUnder } from './eea';

export const es: Regime = {
  id: 'es',
  name: 'Spain',
  parent: 'eu',
  law: 'Ley 34/2002 (LSSI) art. 22.2, with the guide of the AEPD of 2023',
  territory: ['ES'],
  inForce: { from: '2024-01-11' },
  modes: {},
  yesDays: { value: 730, source: 'AEPD guide: renewed after 24 months at the latest' },
  ...guardianUnder(14, 'Ley Orgánica 3/2018 art. 7'),
  authority: {
    value: { name: 'Agencia Española de Protección de Datos', url: 'https://www.aepd.es/' },
    source: 'Ley Orgánica 3/2018 art. 44',
  },
  duties: [
    {
      text: 'Refusing stands on the first layer, as plain as accepting.',
      source: 'AEPD guide on cookies, 2023',
      about: ['refuse-first', 'symmetry'],
    },
  ],
  sources: ['AEPD, Guía sobre el uso de las cookies'],
  readOn: '2026-11-25',
};
