import { describe, expect, it } from 'vitest';
import { newSetup, rulesOf } from '../setup/index';
import {
  breakWords,
  type ConsentRecord,
  choiceIn,
  decodeChoice,
  encodeChoice,
  FIRST_PREVIOUS_HASH,
  hashRecord,
  isSameChoice,
  LedgerFold,
  type LedgerHead,
  type RecordBody,
  submissionProblems,
  submissionSchema,
} from './index';

const { purposes } = rulesOf(
  newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost/g/s'),
  '2026-11-25',
);

function chain(length: number): ConsentRecord[] {
  const records: ConsentRecord[] = [];
  for (let number = 1; number <= length; number++) {
    const body: RecordBody = {
      id: `id-${number}`,
      site: 's',
      number,
      version: 1,
      regimes: ['eu'],
      place: 'DE',
      language: 'en',
      purposes: { necessary: true, advertising: false },
      method: 'refuse-all',
      signals: { gpc: false },
      agent: 'Firefox 140',
      test: false,
      replaces: null,
      at: '2026-11-23T10:00:00.000Z',
    };
    const previousHash = records.at(-1)?.hash ?? FIRST_PREVIOUS_HASH;
    records.push({ ...body, previousHash, hash: hashRecord(body, previousHash) });
  }
  return records;
}

const verify = (records: Iterable<ConsentRecord>, heads: LedgerHead[] = []) => {
  const fold = new LedgerFold(heads);
  for (const record of records) {
    const { id, number, test, at } = record;
    fold.add(record, { id, number, test, at });
  }
  return fold.end();
};
const firstBreak = (records: Iterable<ConsentRecord>) => verify(records).broken;

describe('the chain', () => {
  it('holds as written, whatever the order of keys', () => {
    expect(firstBreak(chain(5))).toBeNull();
    const reversed = chain(3).map((r) => Object.fromEntries(Object.entries(r).reverse()) as unknown as ConsentRecord);
    expect(firstBreak(reversed)).toBeNull();
  });

  it.each<[string, (records: ConsentRecord[]) => void, number]>([
    ['a changed choice', (r) => Object.assign(r[2]!, { purposes: { necessary: true, advertising: true } }), 3],
    ['a record left out', (r) => r.splice(1, 1), 2],
    ['a record put in again', (r) => r.splice(2, 0, r[1]!), 3],
    [
      'a hash computed anew',
      (r) => {
        const { hash: _h, previousHash, ...body } = r[1]!;
        const forged = { ...body, place: 'FR' };
        Object.assign(r[1]!, forged, { hash: hashRecord(forged, previousHash) });
      },
      3,
    ],
  ])('breaks at %s', (_what, spoil, at) => {
    const records = chain(4);
    spoil(records);
    expect(firstBreak(records)?.number).toBe(at);
  });
});

describe('what is beside the chain', () => {
  it('is held against the body: a flipped mark, another time', () => {
    const fold = new LedgerFold();
    const [record] = chain(1);
    fold.add(record!, { id: record!.id, number: 1, test: true, at: '2026-01-01T00:00:00.000Z' });
    expect(fold.end().broken).toEqual({ code: 'columns', number: 1, columns: ['test', 'at'] });
  });

  it('misses records that were taken off the end, or all written anew, where an end was kept elsewhere', () => {
    const whole = chain(5);
    const { head } = verify(whole);
    expect(head).toEqual({ number: 5, hash: whole[4]!.hash });
    expect(verify(whole, [head!]).broken).toBeNull();
    expect(verify(whole.slice(0, 3), [head!]).broken).toEqual({ code: 'ends-early', number: 3, known: 5 });
    expect(verify(whole.slice(0, 3)).broken).toBeNull();
    expect(verify([], [head!]).broken).toEqual({ code: 'ends-early', number: 0, known: 5 });
    const other = { number: 2, hash: 'f'.repeat(64) };
    expect(verify(whole, [other, head!]).broken).toEqual({ code: 'other-head', number: 2 });
    expect(verify([])).toEqual({ records: 0, broken: null, head: null });
  });

  it.each([
    [{ code: 'missing', number: 2, follows: 3 }, 'record 2 is missing; 3 follows'],
    [{ code: 'columns', number: 1, columns: ['test'] }, /changed: test$/],
    [{ code: 'ends-early', number: 3, known: 5 }, /record 5 was written/],
    [{ code: 'other-head', number: 3 }, /another record/],
  ] as const)('says %j in words', (found, words) => {
    expect(breakWords(found as never)).toMatch(words);
  });
});

describe('the choice that a browser keeps', () => {
  const NOW = 1_800_000_000;
  const record = '0b9b6f0c-6a0e-4d1e-9a64-6a3f0b1f7a11';
  const kept = {
    release: 3,
    record,
    gpc: true,
    purposes: { necessary: true, 'own-odd': false },
    atSeconds: NOW - 86_400,
  };

  it('comes back as it was put away, with its age', () => {
    expect(decodeChoice(encodeChoice(kept), NOW)).toEqual({ ...kept, ageDays: 1 });
  });

  it.each([
    '%',
    '%E0%A4%A',
    '',
    '1|x|0|a:1',
    `0|${record}|0|a:1`,
    `1|${record}|0|`,
    '|||',
    `1|${record}`,
    'x'.repeat(9999),
  ])('is nothing for %j, and never throws', (text) => {
    expect(decodeChoice(text, NOW)).toBeNull();
  });

  it('is made now where it has no time, or one to come', () => {
    const old = encodeURIComponent(`1|${record}|0|necessary:1,ads:0`);
    expect(decodeChoice(old, NOW)).toMatchObject({ release: 1, atSeconds: NOW, ageDays: 0, gpc: false });
    expect(decodeChoice(encodeChoice({ ...kept, atSeconds: NOW + 999 }), NOW)).toMatchObject({ ageDays: 0 });
  });

  it('is found among other cookies, the prefixed one first, and past one that is damaged', () => {
    const other = encodeChoice({ ...kept, release: 9 });
    expect(choiceIn(`a=b; douane_choice=${other}; __Host-douane_choice=${encodeChoice(kept)}`, NOW)?.release).toBe(3);
    expect(choiceIn(`__Host-douane_choice=%; douane_choice=${other}`, NOW)?.release).toBe(9);
    expect(choiceIn(`xdouane_choice=${other}`, NOW)).toBeNull();
    expect(choiceIn('', NOW)).toBeNull();
  });
});

describe('a submission', () => {
  const right = {
    version: 1,
    place: 'DE',
    language: 'en',
    purposes: { necessary: true, functional: false, measurement: true, advertising: false, embedded: false },
    method: 'chosen' as const,
    gpc: false,
    replaces: null,
  };
  it('fits the version it names', () => {
    expect(submissionProblems(submissionSchema.parse(right), purposes)).toEqual([]);
  });
  it.each([
    ['an unknown purpose', { purposes: { ...right.purposes, spying: true } }, 'purposes.spying'],
    ['a missing purpose', { purposes: { necessary: true } }, 'purposes.functional'],
    ['a refusal of the necessary', { purposes: { ...right.purposes, necessary: false } }, 'purposes.necessary'],
    ['a method that does not fit', { method: 'accept-all' as const }, 'purposes.functional'],
  ])('is refused for %s', (_what, change, path) => {
    const problems = submissionProblems(submissionSchema.parse({ ...right, ...change }), purposes);
    expect(problems.map((p) => p.path)).toContain(path);
  });
  it.each([{ place: 'Deutschland' }, { extra: 1 }, { language: 'english' }, { replaces: 'x' }])(
    'has the right form: not %j',
    (change) => {
      expect(submissionSchema.safeParse({ ...right, ...change }).success).toBe(false);
    },
  );
  it('is the same one where it says the same, whatever the order', () => {
    const submission = submissionSchema.parse(right);
    const record = { ...right, purposes: Object.fromEntries(Object.entries(right.purposes).reverse()) };
    expect(isSameChoice(submission, record)).toBe(true);
    expect(isSameChoice(submission, { ...record, version: 2 })).toBe(false);
    expect(isSameChoice(submission, { ...record, purposes: { ...right.purposes, functional: true } })).toBe(false);
    expect(isSameChoice(submission, { ...record, purposes: { ...right.purposes, more: true } })).toBe(false);
  });
  it.each(['pt-BR', 'zh-Hant-TW', 'de'])('may be in %s', (language) => {
    expect(submissionSchema.safeParse({ ...right, language }).success).toBe(true);
  });
  it('names no version beyond any that a site could have', () => {
    expect(submissionSchema.safeParse({ ...right, version: 99_999_999_999 }).success).toBe(false);
  });
});
