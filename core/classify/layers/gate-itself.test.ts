import { expect, it } from 'vitest';
import { newSetup } from '../../setup/index';
import type { Classifiable } from '../types';
import { gateClassifier } from './setup';

const setup = newSetup(
  { key: 'lighter', name: 'Lighter', address: 'https://www.lighter.example/' },
  'https://choices.example/g/lighter',
);
const isOurs = (item: Pick<Classifiable, 'kind' | 'name' | 'host' | 'party'> & { url?: string }) =>
  gateClassifier(setup)(item as Classifiable) !== null;
const cookie = (name: string, host: string, party: 'first' | 'third') => ({
  kind: 'cookie' as const,
  name,
  host,
  party,
});
const request = (url: string) => ({
  kind: 'request' as const,
  name: 'script',
  host: new URL(url).hostname,
  party: 'third' as const,
  url,
});

it.each([
  ['the choice, at the site', cookie('douane_choice', 'www.lighter.example', 'first'), true],
  ['the choice that all addresses share, at the recorder', cookie('douane_choice', 'choices.example', 'third'), true],
  ['a cookie of that name, at anybody else', cookie('douane_choice', 'ads.example', 'third'), false],
  ['another cookie, at the recorder', cookie('visitor', 'choices.example', 'third'), false],
  ['a file of the gate', request('https://choices.example/g/lighter/visit.0123.js'), true],
  ['what else that host serves', request('https://choices.example/g/skerry/gate.js'), false],
])('the gate knows itself or not: %s', (_what, item, expected) => expect(isOurs(item)).toBe(expected));
