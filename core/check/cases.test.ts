import { expect, it } from 'vitest';
import { compileRelease } from '../release/index';
import { newSetup } from '../setup/index';
import {
  allCases,
  caseText,
  choiceAfter,
  defaultCases,
  essentialCases,
  LAPSED_DAYS,
  parseCase,
  usualCases,
} from './index';
import type { Step } from './types';

const setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost:4100/g/s');
const release = compileRelease(setup, 1, '2026-11-25');
const yes = Object.fromEntries(setup.purposes.map((p) => [p.id, true]));
const no = Object.fromEntries(setup.purposes.map((p) => [p.id, p.id === 'necessary']));

it('makes the cases that the command line promises', () => {
  const choices = [
    'none',
    'accept',
    'refuse',
    'only:functional',
    'only:measurement',
    'only:advertising',
    'only:embedded',
    'withdraw',
  ];
  const ids = defaultCases(release).map((c) => c.id);
  expect(ids).toEqual([...choices.map((c) => `DE ${c}`), ...choices.map((c) => `US-CA ${c}`), 'US-CA none gpc']);
  expect(essentialCases(release).map((c) => c.id)).toEqual([
    'DE none',
    'DE accept',
    'DE refuse',
    'DE withdraw',
    'US-CA none',
    'US-CA none gpc',
  ]);
});

it.each([
  ['place=Mars', /place "Mars"/],
  ['choice=maybe', /choice "maybe" is none of none, accept/],
  ['choice=only:fun', /no purpose "fun".*functional/],
  ['choice=only:necessary', /no purpose "necessary"/],
  ['colour=red', /none of place/],
  ['age=old', /age "old" is not a number of years/],
])('refuses the case %j', (text, why) => {
  expect(parseCase(text, release)).toMatch(why);
});

it('makes no choices where a site asks nothing, and visits it where nothing names the place', () => {
  const rules = [{ places: ['no-law'], treat: 'nothing' as const }];
  const quiet = compileRelease({ ...setup, regions: { ...setup.regions, rules } }, 1, '2026-11-25');
  expect(defaultCases(quiet).filter(({ place }) => place === 'AQ')).toEqual([
    { id: 'AQ none', place: 'AQ', signals: [], steps: [] },
  ]);
  expect(essentialCases(quiet).filter(({ place }) => place === 'AQ')).toHaveLength(1);
});

it('reads several steps in a row, and calls accept then refuse a withdrawal', () => {
  expect(parseCase('place=FR,choice=accept+refuse+accept', release)).toEqual({
    id: 'FR accept+refuse+accept',
    place: 'FR',
    signals: [],
    steps: ['accept', 'refuse', 'accept'],
  });
  expect(parseCase('choice=withdraw', release)).toMatchObject({ id: 'unknown withdraw', steps: ['accept', 'refuse'] });
  expect(parseCase('choice=accept+maybe', release)).toMatch(/"accept\+maybe" is none of/);
});

it('reads every case that follows from a release back from its text', () => {
  const all = allCases(release);
  expect(all.length).toBeGreaterThan(20);
  for (const one of all) expect(parseCase(caseText(one), release)).toEqual(one);
  expect(new Set(all.map(({ id }) => id)).size).toBe(all.length);
  const usual = usualCases(release).map(({ id }) => id);
  expect(usual).toEqual(expect.arrayContaining(['DE none', 'DE none slow-gate', 'DE accept two-tabs']));
});

it('makes no visit adverse where nothing is asked', () => {
  const quiet = compileRelease({ ...setup, regions: { ...setup.regions, regimes: ['us-ca'] } }, 1, '2026-11-25');
  expect(
    usualCases(quiet)
      .filter(({ place }) => place === 'US-CA')
      .map(({ id }) => id),
  ).toEqual(
    essentialCases(quiet)
      .filter(({ place }) => place === 'US-CA')
      .map(({ id }) => id),
  );
});

it.each<[Step[], object | null]>([
  [[], null],
  [['onward'], null],
  [['accept'], { purposes: yes, gpc: false }],
  [['accept', 'onward', 'refuse'], { purposes: no, gpc: false }],
  [['except:advertising'], { purposes: { ...yes, advertising: false }, gpc: false }],
  [['accept', 'lapse'], { purposes: yes, gpc: false, ageDays: LAPSED_DAYS }],
  [['accept', 'lapse', 'refuse'], { purposes: no, gpc: false }],
  [['refuse', 'older'], { purposes: no, gpc: false, release: 1 }],
  [['once:advertising'], null],
  [['always:advertising'], { purposes: { ...no, advertising: true }, gpc: false }],
  [['except:advertising', 'once:advertising', 'always:advertising'], { purposes: yes, gpc: false }],
])('after %j this choice stands: %j', (steps, choice) => {
  expect(choiceAfter(steps, release.rules, false)).toEqual(choice);
});
