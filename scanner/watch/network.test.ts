import { describe, expect, it } from 'vitest';
import type { SentOut } from '../guard';
import { canHaveReached, compareWithNetwork, kindOfSent } from './network';
import type { SeenRequest } from './requests';

const TAG = 'http://tag.localhost/t.js';
const told = (atMs: number, left: boolean, url = TAG, more: Partial<SeenRequest> = {}) =>
  ({ url, method: 'GET', sentAt: atMs / 1000, left, ...more }) as SeenRequest;
const sent = (
  at: number,
  url = TAG,
  more: { method?: string; destination?: string; accept?: string } = {},
): SentOut => ({
  ...{ what: 'request', at, url, method: 'GET', destination: '' },
  ...more,
});
const connection = (at: number, host: string): SentOut => ({ what: 'connection', at, url: `https://${host}/` });
const compare = (browser: SeenRequest[], network: SentOut[]) => {
  const { untold, unseen } = compareWithNetwork(browser, network, (seconds) => seconds * 1000);
  return { left: browser.map(({ left }) => left), untold: untold.map(({ url }) => url), unseen: unseen.length };
};

describe('what the browser told against what left it', () => {
  it.each<[string, SeenRequest[], SentOut[], boolean[], string[], number]>([
    ['agree', [told(100, true)], [sent(104)], [true], [], 0],
    ['cancelled and gone all the same', [told(100, false)], [sent(104)], [true], [], 0],
    ['cancelled before it left', [told(100, false)], [], [false], [], 0],
    ['never told', [], [sent(104)], [], [TAG], 0],
    ['told twice, and sent once', [told(100, false), told(900, true)], [sent(905)], [false, true], [], 0],
    ['both of two', [told(100, false), told(900, true)], [sent(104), sent(905)], [true, true], [], 0],
    ['once more than told', [told(100, true)], [sent(104), sent(905)], [true], [TAG], 0],
    ['gone long before it was told', [told(5_000, true)], [sent(104)], [false], [TAG], 0],
    ['asked for leave first', [told(100, true)], [sent(102, TAG, { method: 'OPTIONS' }), sent(104)], [true], [TAG], 0],
    ['told, answered, and never seen', [told(100, true, TAG, { answeredAt: 0.2 })], [], [true], [], 1],
    [
      'two that share one answer',
      [told(100, true, TAG, { answeredAt: 0.2 }), told(110, true, TAG, { answeredAt: 0.2 })],
      [sent(104)],
      [true, true],
      [],
      0,
    ],
    ['told, and cut off on its way', [told(100, true)], [], [false], [], 0],
    ['answered by a cache', [told(100, true, TAG, { cached: true })], [], [true], [], 0],
    ['but for its fragment', [told(100, true, `${TAG}#x`)], [sent(104)], [true], [], 0],
  ])('%s', (_what, browser, network, left, untold, unseen) => {
    expect(compare(browser, network)).toEqual({ left, untold, unseen });
  });

  it.each<[string, SeenRequest[], SentOut[], boolean[], string[]]>([
    [
      'one for several',
      [told(100, true, 'https://a.test/1'), told(110, true, 'https://a.test/2')],
      [connection(105, 'a.test:443')],
      [true, true],
      [],
    ],
    ['for one that was cancelled', [told(100, false, 'https://a.test/1')], [connection(105, 'a.test:443')], [true], []],
    [
      'that nothing asked for',
      [told(100, true, 'https://a.test/1')],
      [connection(90, 'b.test:443')],
      [false],
      ['https://b.test:443/'],
    ],
    ['none, so what was told never left', [told(100, true, 'https://a.test/1')], [], [false], []],
    ['of a socket in plain', [told(100, true, 'ws://a.test/s')], [connection(105, 'a.test:80')], [true], []],
    ['of a socket', [told(100, true, 'wss://a.test/s')], [connection(105, 'a.test:443')], [true], []],
  ])('of connections: %s', (_what, browser, network, left, untold) => {
    expect(compare(browser, network)).toEqual({ left, untold, unseen: 0 });
  });

  it('wonders at an answer for which no connection was made', () => {
    expect(compare([told(100, true, 'https://a.test/1', { answeredAt: 0.2 })], []).unseen).toBe(1);
  });

  it('knows who can have been reached at all', () => {
    const can = canHaveReached([sent(104), connection(105, 'a.test:443')]);
    expect([TAG, `${TAG}2`, 'https://a.test/x', 'https://b.test/x'].map(can)).toEqual([true, false, true, false]);
  });
});

it.each<[SentOut, string]>([
  [sent(0, TAG, { destination: 'script' }), 'script'],
  [sent(0, TAG, { destination: 'iframe' }), 'frame'],
  [sent(0, TAG, { destination: 'empty' }), 'fetch'],
  [sent(0, TAG, { destination: 'empty', method: 'POST' }), 'beacon'],
  [sent(0, TAG, { accept: 'image/avif,image/webp,*/*' }), 'image'],
  [sent(0, TAG, { accept: '*/*' }), 'other'],
  [connection(0, 'a.test:443'), 'other'],
])('kind of %j: %s', (one, kind) => {
  expect(kindOfSent(one)).toBe(kind);
});
