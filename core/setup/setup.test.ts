import { expect, it } from 'vitest';
import { differences, newSetup, parseSetupText, type Setup, setupJsonSchema } from './index';

const fresh = () =>
  newSetup({ key: 'ferry', name: 'Ferry', address: 'http://site.localhost:1/x' }, 'http://localhost/g/ferry');
const problemsOf = (change: (setup: Setup) => void) => {
  const setup = fresh();
  change(setup);
  const parsed = parseSetupText(JSON.stringify(setup));
  return parsed.ok ? [] : parsed.problems.map(({ path }) => path);
};

it('starts with a setup that is right and survives its own file', () => {
  const parsed = parseSetupText(JSON.stringify(fresh()));
  expect(parsed).toEqual({ ok: true, value: fresh() });
  expect(fresh().site.addresses).toEqual(['http://site.localhost:1']);
});

it.each<[string, (setup: Setup) => void, string]>([
  [
    'a purpose that no list has',
    (s) => s.services.push({ id: 'x', name: 'X', purpose: 'fun', hosts: [], items: [] }),
    'services[0].purpose',
  ],
  [
    'a host with a scheme',
    (s) => s.services.push({ id: 'x', name: 'X', purpose: 'functional', hosts: ['http://x'], items: [] }),
    'services[0].hosts[0]',
  ],
  ['a fallback that is not served', (s) => Object.assign(s.regions, { regimes: ['us-ca'] }), 'regions.fallback'],
  ['an unknown regime', (s) => Object.assign(s.regions, { regimes: ['eu', 'moon'] }), 'regions.regimes[1]'],
  [
    'a laxer rule without a reason',
    (s) => Object.assign(s.regions, { overrides: { eu: { default: 'inform' } } }),
    'regions.overrides.eu.reason',
  ],
  ['an address with a path', (s) => s.site.addresses.push('http://b.localhost/path'), 'site.addresses[1]'],
  ['no texts for the default language', (s) => Object.assign(s.banner, { defaultLanguage: 'fi' }), 'banner.texts'],
  ['an empty button', (s) => Object.assign(s.banner.texts.en!, { refuse: ' ' }), 'banner.texts.en.refuse'],
  ['a colour by name', (s) => Object.assign(s.banner.look, { ink: 'red' }), 'banner.look.ink'],
  ['a purpose twice', (s) => s.purposes.push(s.purposes[0]!), 'purposes[5].id'],
  ['a field nobody knows', (s) => Object.assign(s.site, { colour: 1 }), 'site'],
])('names the field: %s', (_what, change, path) => {
  expect(problemsOf(change)).toContain(path);
});

it('lets an organisation be stricter without a word, and laxer with one', () => {
  expect(problemsOf((s) => Object.assign(s.regions, { overrides: { 'us-ca': { default: 'ask' } } }))).toEqual([]);
  expect(
    problemsOf((s) => Object.assign(s.regions, { overrides: { eu: { default: 'inform', reason: 'counsel, 2026' } } })),
  ).toEqual([]);
});

it('says that a text is not JSON', () => {
  expect(parseSetupText('{')).toMatchObject({ ok: false, problems: [{ path: '' }] });
});

it('describes itself in JSON Schema', () => {
  expect(setupJsonSchema()).toMatchObject({
    $schema: expect.stringContaining('2020-12'),
    required: expect.arrayContaining(['format', 'site']),
  });
});

it('finds where two setups differ', () => {
  const changed = fresh();
  changed.banner.look.radius = 9;
  changed.services.push({ id: 'x', name: 'X', purpose: 'functional', hosts: [], items: [] });
  expect(differences(fresh(), changed).map(({ path }) => path)).toEqual(['services', 'banner.look.radius']);
  expect(differences(fresh(), fresh())).toEqual([]);
});
