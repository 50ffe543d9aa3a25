import { expect, it } from 'vitest';
import { readConfig } from './config';

const NEEDED = { DATABASE_URL: 'postgres://localhost/douane' };

it('stands on its own but for the database', () => {
  expect(readConfig({ ...NEEDED, DOUANE_URL: 'https://ask.example.org/' }, '/')).toMatchObject({
    host: '127.0.0.1',
    port: 4100,
    publicUrl: 'https://ask.example.org',
    mailFrom: 'douane@ask.example.org',
    allowPrivate: false,
    trustProxy: 0,
    placeHeaders: [],
  });
  const { sessionSecret, seal } = readConfig(NEEDED, '/');
  expect([sessionSecret.length, seal.ready]).toEqual([64, false]);
});

it('reads what is set', () => {
  const set = { DOUANE_PLACE_HEADER: 'X-Country, x-state', DOUANE_TRUST_PROXY: ' 2 ', DOUANE_ALLOW_PRIVATE: '1' };
  expect(readConfig({ ...NEEDED, ...set }, '/')).toMatchObject({
    placeHeaders: ['x-country', 'x-state'],
    trustProxy: 2,
    allowPrivate: true,
  });
});

it.each([
  [{}, /DATABASE_URL is not set/],
  [{ ...NEEDED, DOUANE_PORT: '70000' }, /DOUANE_PORT is "70000", which is no port/],
  [{ ...NEEDED, DOUANE_URL: 'ask.example.org' }, /DOUANE_URL is "ask.example.org", which is no web address/],
  [{ ...NEEDED, DOUANE_TRUST_PROXY: 'true' }, /DOUANE_TRUST_PROXY is "true", which is no whole number/],
  [{ ...NEEDED, DOUANE_RETRY_SECONDS: '-5' }, /DOUANE_RETRY_SECONDS is "-5"/],
])('names the variable at fault: %o', (env, words) => {
  expect(() => readConfig(env, '/')).toThrow(words);
});
