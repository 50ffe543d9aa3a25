import { expect, it } from 'vitest';
import { decide, parsePlace } from '../regimes/index';
import { newSetup, type Setup } from '../setup/index';
import { askedAgain, compileRelease, type Press, type Release } from './index';

const TODAY = '2026-11-25';
const first = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost/g/s');
first.banner.policyUrl = 'http://site.localhost/privacy';
first.services = [{ id: 'count', name: 'Count', purpose: 'measurement', hosts: [], items: [] }];
const changed = (change: (setup: Setup) => void): Setup => {
  const next = structuredClone(first);
  change(next);
  return next;
};
const release = (setup: Setup, number: number, before: Release | null, press: Press = null) =>
  compileRelease(setup, number, TODAY, before, press);
const one = release(first, 1, null);
const anewOf = ({ rules }: Release) =>
  Object.fromEntries(rules.purposes.flatMap(({ id, anew }) => (anew ? [[id, anew]] : [])));
const addService = (setup: Setup) =>
  setup.services.push({ id: 'heat', name: 'Heat', purpose: 'measurement', hosts: [], items: [] });
const wishes = (again: NonNullable<Setup['banner']['asking']>['again']) => (setup: Setup) => {
  setup.banner.asking = { again };
};

it('asks nobody again with the first release, or one that says the same', () => {
  expect(anewOf(one)).toEqual({});
  expect(anewOf(release(first, 2, one))).toEqual({});
});

it('asks those again who said yes to the purpose of a new service', () => {
  expect(anewOf(release(changed(addService), 2, one))).toEqual({ measurement: { yes: 2 } });
  // A recipient of what needs no yes is told, not asked for.
  const necessary = changed((s) => {
    addService(s);
    s.services[1]!.purpose = 'necessary';
  });
  expect(anewOf(release(necessary, 2, one))).toEqual({});
});

it('asks for a policy that is another, or had a major change since the release before', () => {
  const everybody = Object.fromEntries(
    first.purposes.filter(({ necessary }) => !necessary).map(({ id }) => [id, { yes: 2 }]),
  );
  const with_ = (policies: Setup['policies']) => changed((s) => Object.assign(s, { policies }));
  const three = release(with_({ cookies: 3 }), 1, null);
  expect(
    anewOf(
      release(
        changed((s) => (s.banner.policyUrl = 'http://site.localhost/other')),
        2,
        one,
      ),
    ),
  ).toEqual(everybody);
  expect(anewOf(release(with_({ cookies: 3 }), 2, one))).toEqual(everybody);
  expect(anewOf(release(with_({ cookies: 4 }), 2, three))).toEqual(everybody);
  expect(anewOf(release(with_({ cookies: 3 }), 2, three))).toEqual({});
  expect(anewOf(release(with_(undefined), 2, three))).toEqual({});
});

it.each([
  [{ service: 'everyone' }, { measurement: { yes: 2, no: 2 } }],
  [{ service: 'nobody' }, {}],
] as const)('as the site wishes: %j', (again, expected) => {
  const setup = changed((s) => {
    addService(s);
    wishes(again)(s);
  });
  expect(anewOf(release(setup, 2, one))).toEqual(expected);
});

it.each([
  ['everyone', { yes: 2, no: 2 }],
  ['accepters', { yes: 2, spares: 'refusers' }],
  ['nobody', { yes: 2, spares: 'everyone' }],
] as const)('asks %s for a new purpose', (purpose, expected) => {
  const setup = changed((s) => {
    s.purposes.push({ id: 'surveys', name: 'Surveys', text: 'Questions.' });
    wishes({ purpose })(s);
  });
  expect(anewOf(release(setup, 2, one)).surveys).toEqual(expected);
});

it('asks for a purpose again that does more than it did, and for all after another policy', () => {
  const more = changed((s) => {
    s.purposes.find(({ id }) => id === 'functional')!.activities = ['profiling'];
  });
  expect(anewOf(release(more, 2, one))).toEqual({ functional: { yes: 2, no: 2 } });
  const policy = changed((s) => {
    s.banner.policyUrl = 'http://site.localhost/privacy-2';
  });
  expect(Object.values(anewOf(release(policy, 2, one)))).toEqual(Array(4).fill({ yes: 2 }));
});

it('takes no yes from a record for what was necessary then, whatever the site wishes', () => {
  const lean = changed((s) => {
    s.purposes.find(({ id }) => id === 'functional')!.necessary = true;
  });
  const before = release(lean, 1, null);
  const next = release(changed(wishes({ purpose: 'nobody' })), 2, before);
  const choice = { purposes: Object.fromEntries(first.purposes.map(({ id }) => [id, true])), release: 1 };
  const { granted, ask } = decide(parsePlace('DE'), { gpc: false }, choice, next.rules);
  expect([granted.functional, granted.measurement, ask]).toEqual([false, true, true]);
});

it('asks by a press, each side apart, and remembers with later releases', () => {
  const pressed = release(first, 2, one, 'refusers');
  expect(anewOf(pressed).embedded).toEqual({ no: 2 });
  expect(anewOf(release(first, 3, pressed, 'accepters')).embedded).toEqual({ yes: 3, no: 2 });
  expect(anewOf(release(first, 3, pressed)).embedded).toEqual({ no: 2 });
});

it('says what is new', () => {
  const setup = changed((s) => {
    addService(s);
    s.purposes.push({ id: 'surveys', name: 'Surveys', text: 'Questions.' });
    s.services.push({ id: 'ask', name: 'Ask', purpose: 'surveys', hosts: [], items: [] });
  });
  // A service of a purpose that is new itself is asked for with it.
  expect(askedAgain(setup, one, null)).toEqual([
    { because: { code: 'purpose', purpose: 'Surveys' }, whom: 'everyone', purposes: ['surveys'] },
    { because: { code: 'service', service: 'Heat' }, whom: 'accepters', purposes: ['measurement'] },
  ]);
});
