import { expect, it } from 'vitest';
import { noAnswers, useSchema } from './answers';
import { formNotice, usesToAsk } from './form-notice';

const use = useSchema.parse({
  id: 'news',
  what: 'E-mail address.',
  why: 'Sending <news> of our sailings',
  basis: 'consent',
});

it('is one sentence with a box that is not ticked', () => {
  const { sentence, html, hash, mixed } = formNotice(use, 'Sound & Co', 'en', 'en', 'https://d.test/p');
  expect(sentence).toBe(
    'I agree that Sound & Co uses my e-mail address for this: sending <news> of our sailings. I can withdraw this at any time.',
  );
  expect(html).toContain('<input type="checkbox" id="consent-news" name="consent" value="news">');
  expect(html).toContain('Sound &amp; Co');
  expect(html).not.toMatch(/checked|<news>/);
  expect([hash.length, mixed]).toEqual([64, false]);
});

it('in another language says that the answers in it are not translated', () => {
  expect(formNotice(use, 'Sound', 'de', 'en', 'https://d.test/p')).toMatchObject({
    mixed: true,
    sentence: expect.stringMatching(/^Ich willige ein/),
  });
});

it.each<[string, object, number]>([
  ['what is given with consent', {}, 1],
  ['what rests on a contract', { basis: 'contract' }, 0],
  ['what arises by itself', { source: 'observed' }, 0],
  ['what is not answered', { why: '' }, 0],
])('asks in a form of %s', (_what, change, asked) => {
  expect(usesToAsk({ ...noAnswers(), uses: [{ ...use, ...change }] })).toHaveLength(asked);
});
