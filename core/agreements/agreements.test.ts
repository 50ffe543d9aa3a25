import { describe, expect, it } from 'vitest';
import { FIRST_PREVIOUS_HASH, hashRecord } from '../consent/index';
import { newSetup } from '../setup/index';
import { rulesOf } from '../setup/site-rules';
import { SHIPPED } from '../texts/shipped';
import {
  AGREEMENT_LANGUAGES,
  type AgreementBody,
  type AgreementRecord,
  type AgreementWords,
  type AskedPolicy,
  ageAlone,
  agreementWords,
  brokenAt,
  letterOf,
  pendingOf,
  standings,
} from './index';

const terms: AskedPolicy = {
  ...{ name: 'terms', titles: { en: 'Terms' }, audience: 'customers', version: 4, contentHash: 'x' },
  ...{ since: 2, must: true },
};
let number = 0;
const record = (version: number, decision: AgreementRecord['decision'], way: AgreementRecord['way'] = 'screen') =>
  ({ number: ++number, policy: 'terms', version, decision, way }) as AgreementRecord;

describe('how a person stands', () => {
  it.each<[string, AgreementRecord[], string]>([
    ['never asked', [], 'pending'],
    ['agreed to what is live', [record(4, 'agreed')], 'agreed'],
    ['agreed to one that only minor changes followed', [record(2, 'agreed')], 'agreed'],
    ['agreed before a major change', [record(1, 'agreed')], 'pending'],
    ['declined', [record(4, 'declined')], 'declined'],
    ['declined, and thought better of it', [record(4, 'declined'), record(4, 'agreed')], 'agreed'],
    ['withdrew', [record(4, 'agreed'), record(4, 'withdrawn')], 'withdrawn'],
    ['another policy', [{ ...record(4, 'agreed'), policy: 'other' }], 'pending'],
  ])('%s', (_what, records, standing) => {
    // In whatever order they come.
    expect(standings([terms], [...records].reverse(), false)[0]!.standing).toBe(standing);
  });

  it.each<[string, AgreementRecord[], string]>([
    ['nobody answered', [], 'guardian'],
    ['the child alone', [record(4, 'agreed')], 'guardian'],
    ['the guardian', [record(4, 'agreed', 'guardian')], 'pending'],
    ['the guardian said no', [record(4, 'declined', 'guardian')], 'guardian'],
    ['both', [record(4, 'agreed', 'guardian'), record(4, 'agreed')], 'agreed'],
    [
      'the guardian withdrew',
      [record(4, 'agreed', 'guardian'), record(4, 'agreed'), record(4, 'withdrawn', 'guardian')],
      'guardian',
    ],
  ])('a child for whom %s', (_what, records, standing) => {
    expect(standings([terms], records, true)[0]!.standing).toBe(standing);
  });

  it('is asked again after he withdrew, and not after he declined', () => {
    const of = (...records: AgreementRecord[]) => pendingOf(standings([terms], records, false)).length;
    expect([of(), of(record(4, 'withdrawn')), of(record(4, 'declined')), of(record(4, 'agreed'))]).toEqual([
      1, 1, 0, 0,
    ]);
  });
});

it.each([
  ['DE', 16],
  ['US', 13],
])('in %s somebody agrees alone from %i on', (country, age) => {
  const setup = newSetup({ key: 's', name: 'S', address: 'https://s.test/' }, 'https://d.test/g/s');
  setup.regions.regimes = ['eu', 'us-ca'];
  expect(ageAlone(country, rulesOf(setup, '2026-11-27'), '2026-11-27')).toBe(age);
});

it('a ledger that was changed says where', () => {
  let previousHash = FIRST_PREVIOUS_HASH;
  const records = [1, 2, 3].map((n): AgreementRecord => {
    const body = { number: n, policy: 'terms', decision: 'agreed' } as AgreementBody;
    const hash = hashRecord(body, previousHash);
    const made = { ...body, previousHash, hash };
    previousHash = hash;
    return made;
  });
  expect(brokenAt(records, FIRST_PREVIOUS_HASH)).toBe(null);
  expect(brokenAt([records[0]!, { ...records[1]!, decision: 'declined' }, records[2]!], FIRST_PREVIOUS_HASH)).toBe(2);
  expect(brokenAt([records[0]!, records[2]!], FIRST_PREVIOUS_HASH)).toBe(2);
});

it('speaks every language that banners are shipped in', () => {
  expect(Object.keys(AGREEMENT_LANGUAGES).sort()).toEqual(Object.keys(SHIPPED).sort());
});

describe.each(Object.entries(AGREEMENT_LANGUAGES))('in %s', (tag, words) => {
  it('the letters name the site, what is asked and where to answer', () => {
    for (const letter of [words.reminder, words.guardianLetter]) {
      const { subject, text } = letterOf(letter, { site: 'Ferries', titles: 'Terms', link: 'LINK' });
      expect(subject).toMatch(/^Ferries/);
      for (const part of ['Ferries', 'Terms', 'LINK']) expect(text).toContain(part);
      expect(subject + text).not.toMatch(/[{}]/);
    }
  });

  it('no sentence is left in English', () => {
    const own = Object.entries(words).filter(([, text]) => typeof text === 'string');
    const same = own.filter(([key, text]) => text === AGREEMENT_LANGUAGES.en![key as keyof AgreementWords]);
    expect(same.map(([key]) => key)).toEqual(tag === 'en' ? own.map(([key]) => key) : []);
    expect(agreementWords(['xx', tag]).language).toBe(tag);
  });
});
