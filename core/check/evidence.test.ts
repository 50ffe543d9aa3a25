import { describe, expect, it } from 'vitest';
import type { How } from '../observe/index';
import { compileRelease } from '../release/index';
import { newSetup } from '../setup/index';
import { recordProblems, shownBy } from './index';
import type { Exposed } from './types';

const setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost:4100/g/s');
const release = compileRelease(setup, 1, '2026-11-25');
const yes = Object.fromEntries(setup.purposes.map((p) => [p.id, true]));

describe('a record held against what was clicked', () => {
  const written = {
    ...{ id: 'r', site: 's', number: 1, version: 1, regimes: ['eu'], place: 'DE', language: 'en', purposes: yes },
    ...{ method: 'accept-all' as const, signals: { gpc: false }, agent: 'C', test: true, replaces: null, at: '' },
  };
  const made = { id: 'r', step: 'accept' as const, visitorCase: { signals: [] } };
  it.each<[string, Partial<typeof written> | null, RegExp | null]>([
    ['the same', {}, null],
    ['none', null, /the ledger has no record r/],
    ['another yes', { purposes: { ...yes, advertising: false } }, /advertising false, where true was meant/],
    ['another release', { version: 3 }, /release v3, where v1/],
    ['another signal', { signals: { gpc: true } }, /Global Privacy Control true/],
    ['counted', { test: false }, /counts as a visitor’s/],
  ])('%s', (_what, over, problem) => {
    const problems = recordProblems(over === null ? undefined : { ...written, ...over }, made, release);
    if (problem) expect(problems).toEqual([expect.stringMatching(problem)]);
    else expect(problems).toEqual([]);
  });
});

describe('how a slip got past the gate', () => {
  const page = 'http://site.localhost/fares';
  const gate: Exposed = { what: 'gate', page, state: 'late', text: '', marks: [], hosts: [] };
  const tag: Exposed = { what: 'tag', page, line: 3, text: '', marks: [], hosts: ['ads.localhost'] };
  const by = (how: How) => [{ url: 'http://ads.localhost/', how }];
  it.each<[Exposed[], How, string | undefined]>([
    [[], 'markup', undefined],
    [[tag], 'markup', 'ahead'],
    [[tag, gate], 'markup', 'above-gate'],
    [[{ ...tag, page: 'http://site.localhost/other' }], 'markup', undefined],
    [[{ ...tag, hosts: ['other.localhost'] }], 'script', 'run-time'],
    [[tag], 'network', 'network'],
  ])('%j by %s: %s', (exposed, how, shown) => {
    expect(shownBy({ host: 'ads.localhost', page, chain: by(how) }, exposed)).toBe(shown);
  });
});
