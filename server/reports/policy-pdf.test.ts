import { element } from '@douane/core/policy';
import { expect, it } from 'vitest';
import { isPrintable, policyPdf, policyReport } from './policy-pdf';

const parts = [
  element('h1', 'Privacy policy'),
  element('p', ['Ask ', element('a', 'us', { href: 'mailto:p@s.example' }), '.']),
  element('ul', [element('li', [element('code', 'og_id'), ' Cookie', element('p', 'tells visitors apart')])]),
  element('dl', [element('dt', 'Provider'), element('dd', 'Oddgull')]),
  element('table', [
    element('tr', [element('th', element('p', 'Data')), element('th', element('p', 'Kept'))]),
    element('tr', [element('td', element('p', 'Name'))]),
  ]),
  element('section', [element('h2', 'Measurement'), element('blockquote', element('p', 'A note'))]),
];

it('prints every part of a policy', async () => {
  const drawn = JSON.stringify(policyReport({ title: 'Privacy policy', parts }).content);
  for (const words of [
    'Privacy policy',
    'og_id',
    'tells visitors apart',
    'Provider',
    'Oddgull',
    'Kept',
    'Name',
    'A note',
  ])
    expect(drawn).toContain(words);
  expect(drawn).toContain('"link":"mailto:p@s.example"');
  const pdf = await policyPdf({ title: 'Privacy policy', parts });
  expect(pdf.subarray(0, 5).toString()).toBe('%PDF-');
});

it.each([
  ['de', true],
  ['uk', true],
  ['el', true],
  ['ar', false],
  ['zh-Hant', false],
])('type for %s is there: %s', (language, is) => {
  expect(isPrintable(language)).toBe(is);
});
