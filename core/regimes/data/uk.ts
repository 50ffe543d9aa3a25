import type { Regime } from '../types';
import { guardianUnder } from './eea';

/** Great Britain. Own statistics and appearance need no yes since the Act of 2025, but information and a way to object. */
export const uk: Regime = {
  id: 'uk',
  name: 'Great Britain',
  law: 'Privacy and Electronic Communications Regulations 2003 reg. 6, as changed by the Data (Use and Access) Act 2025',
  territory: ['GB'],
  inForce: { from: '2003-12-11' },
  modes: {
    default: { value: 'opt-in', source: 'PECR reg. 6(1), (2)' },
    // The Act comes into force by stages.
    'own-statistics': {
      value: 'opt-out',
      source: 'PECR schedule A1, by the Data (Use and Access) Act 2025',
      toBeConfirmed: true,
    },
    appearance: {
      value: 'opt-out',
      source: 'PECR schedule A1, by the Data (Use and Access) Act 2025',
      toBeConfirmed: true,
    },
  },
  gpc: { value: 'refuses', source: 'UK GDPR art. 21(5), objecting by automated means', toBeConfirmed: true },
  yesDays: { value: 182, source: 'ICO guidance on storage and access technologies', toBeConfirmed: true },
  refusalDays: { value: 182, source: 'ICO guidance: about 6 months', toBeConfirmed: true },
  askAgainDays: { value: 182, source: 'ICO guidance: about 6 months', toBeConfirmed: true },
  links: { value: [], source: 'UK GDPR art. 12 asks for no fixed wording' },
  ...guardianUnder(13, 'Data Protection Act 2018 s. 9'),
  requestDays: { value: { answer: 30, extension: 60 }, source: 'UK GDPR art. 12(3)' },
  rights: {
    value: ['access', 'rectification', 'erasure', 'restriction', 'portability', 'objection', 'withdrawal'],
    source: 'UK GDPR art. 7(3), 15 to 21',
  },
  authority: {
    value: { name: 'Information Commissioner', url: 'https://ico.org.uk/' },
    source: 'Data Protection Act 2018 s. 114',
  },
  applies: {
    value: { anyOf: [[{ code: 'established' }], [{ code: 'offers-here' }]], nonProfits: true },
    source: 'UK GDPR art. 3; PECR reg. 6',
  },
  duties: [
    { text: 'Inform clearly before asking.', source: 'PECR reg. 6(2)', about: ['inform'] },
    {
      text: 'Refusing is as easy as accepting.',
      source: 'ICO guidance on PECR reg. 6',
      about: ['refuse-first', 'symmetry'],
    },
    { text: 'Withdrawing is as easy as giving.', source: 'UK GDPR art. 7(3)', about: ['withdraw'] },
    {
      text: 'Where no yes is needed: say what it is for, and offer a simple way to object.',
      source: 'PECR schedule A1',
    },
  ],
  sources: ['SI 2003/2426', 'Data (Use and Access) Act 2025', 'UK GDPR'],
  readOn: '2026-11-25',
};
