import { expect, it } from 'vitest';
import { policyPageOf } from './index';

it.each([
  [['https://a.example/', 'https://a.example/privacy'], 'https://a.example/privacy'],
  [['https://a.example/news/privacy-week', 'https://a.example/de/datenschutz'], 'https://a.example/de/datenschutz'],
  [
    ['https://a.example/fr/politique-de-confidentialit%C3%A9'],
    'https://a.example/fr/politique-de-confidentialit%C3%A9',
  ],
  [['https://a.example/Cookie-Policy.html'], 'https://a.example/Cookie-Policy.html'],
  [['https://a.example/', 'https://a.example/private-events', 'https://a.example/terms'], null],
  [[], null],
])('of %j it is %s', (addresses, expected) => {
  expect(policyPageOf(addresses)).toBe(expected);
});
