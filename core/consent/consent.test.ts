import { describe, expect, it } from 'vitest';
import { newSetup } from '../setup/index';
import {
  type ConsentRecord,
  FIRST_PREVIOUS_HASH,
  firstBreak,
  hashRecord,
  type RecordBody,
  submissionProblems,
  submissionSchema,
} from './index';

const setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost/g/s');

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
    expect(submissionProblems(submissionSchema.parse(right), setup)).toEqual([]);
  });
  it.each([
    ['an unknown purpose', { purposes: { ...right.purposes, spying: true } }, 'purposes.spying'],
    ['a missing purpose', { purposes: { necessary: true } }, 'purposes.functional'],
    ['a refusal of the necessary', { purposes: { ...right.purposes, necessary: false } }, 'purposes.necessary'],
    ['a method that does not fit', { method: 'accept-all' as const }, 'purposes.functional'],
  ])('is refused for %s', (_what, change, path) => {
    const problems = submissionProblems(submissionSchema.parse({ ...right, ...change }), setup);
    expect(problems.map((p) => p.path)).toContain(path);
  });
  it.each([{ place: 'Deutschland' }, { extra: 1 }, { language: 'english' }, { replaces: 'x' }])(
    'has the right form: not %j',
    (change) => {
      expect(submissionSchema.safeParse({ ...right, ...change }).success).toBe(false);
    },
  );
});
