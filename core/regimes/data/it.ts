import type { Regime } from '../types';
import { guardianUnder } from './eea';

const GUIDELINES = 'Garante, guidelines of 10 June 2021';

export const it: Regime = {
  id: 'it',
  name: 'Italy',
  parent: 'eu',
  law: 'Codice in materia di protezione dei dati personali art. 122, with the guidelines of the Garante of 2021',
  territory: ['IT'],
  inForce: { from: '2022-01-10' },
  modes: {},
  yesDays: { value: 182, source: GUIDELINES },
  refusalDays: { value: 182, source: GUIDELINES },
  askAgainDays: { value: 182, source: `${GUIDELINES}: not before six months, unless something changed` },
  ...guardianUnder(14, 'Codice art. 2-quinquies'),
  authority: {
    value: { name: 'Garante per la protezione dei dati personali', url: 'https://www.garanteprivacy.it/' },
    source: 'Codice art. 153',
  },
  closeRefuses: { value: true, source: GUIDELINES },
  duties: [
    {
      text: 'A control that closes the banner, an X, stands in it and means a refusal.',
      source: GUIDELINES,
      about: ['close-refuses'],
    },
  ],
  sources: ['Garante, doc. web 9677876'],
  readOn: '2026-11-25',
};
