import { describe, expect, it } from 'vitest';
import { type Headers, opened, withoutHeldHeaders, withPolicy } from './headers';
import type { Held } from './site';

const held = (isAny = true): Held =>
  ({
    holding: (address: string, base: string) =>
      new URL(address, base).hostname === 'gull.test' ? 'measurement' : null,
    maySet: (cookie: string) => cookie !== '_gull',
    isAny,
  }) as Held;
const kept = (headers: Headers, isAny = true) => [
  withoutHeldHeaders(headers, 'https://shop.test/a/', held(isAny)),
  headers,
];

describe('of the headers of an answer', () => {
  it.each<[string, Headers, Headers]>([
    [
      'cookies whose name is held',
      { 'set-cookie': ['_gull=1; Path=/', ' _gull =2', 'basket=3; Path=/'] },
      { 'set-cookie': ['basket=3; Path=/'] },
    ],
    [
      'links to somebody who is held, out of one header with commas in its addresses',
      { link: '<https://gull.test/a,b.js>; rel=preload; as=script, </own,1.css>; rel="preload, next"' },
      { link: ['</own,1.css>; rel="preload, next"'] },
    ],
    ['a refresh', { refresh: '0; URL="https://gull.test/x"' }, {}],
    [
      'where reports go',
      {
        'reporting-endpoints': 'a="https://gull.test/r", b="/own"',
        'report-to': '{"endpoints":[{"url":"https://gull.test"}]}',
      },
      { 'reporting-endpoints': ['b="/own"'] },
    ],
    ['rules for what is fetched ahead', { 'speculation-rules': '"/rules.json"' }, {}],
  ])('%s are dropped', (_what, headers, rest) => {
    expect(kept({ ...headers, server: 'x' })[1]).toEqual({ ...rest, server: 'x' });
  });

  it('how many were dropped is counted', () => {
    expect(kept({ 'set-cookie': ['_gull=1', 'a=1'], link: '<//gull.test>, <//gull.test/2>' })[0]).toBe(3);
  });

  it('what nobody holds stays as it came, word for word', () => {
    const headers = { link: '</a.css>;rel=preload,</b.css>;rel=preload', refresh: '5', 'speculation-rules': '"/r"' };
    expect(kept({ ...headers }, false)).toEqual([0, headers]);
  });
});

describe('beside a page’s own policy', () => {
  const SITE = { recorder: 'https://gate.test', hash: "'sha256-x'" };

  it('the gate’s is put, and the nonce told by which the page trusts its scripts', () => {
    const headers: Headers = { 'content-security-policy': "script-src 'nonce-abc'; img-src *" };
    expect(withPolicy(headers, "default-src 'self'", SITE)).toBe('abc');
    expect(headers['content-security-policy']).toEqual([
      "script-src 'nonce-abc' https://gate.test 'sha256-x'; img-src *",
      "default-src 'self'",
    ]);
  });

  it('nothing is put where none is needed', () => {
    const headers: Headers = {};
    expect([withPolicy(headers, null, SITE), headers]).toEqual([undefined, {}]);
  });

  it.each([
    [
      'lets in gate and recorder where it lets in nobody',
      "default-src 'none'",
      "connect-src https://gate.test; script-src https://gate.test 'sha256-x'",
    ],
    ['leaves alone what it says nothing of', 'img-src *', 'img-src *'],
    [
      'adds no hash where inline scripts may run anyway, since then they no longer might',
      "script-src 'unsafe-inline'",
      "script-src 'unsafe-inline' https://gate.test",
    ],
    [
      'goes by the first of two of a name',
      "connect-src 'self'; connect-src 'none'",
      "connect-src 'self' https://gate.test",
    ],
    [
      'opens what is said of elements besides',
      "script-src-elem 'self'; script-src 'self'",
      "script-src-elem 'self' https://gate.test 'sha256-x'; script-src 'self' https://gate.test 'sha256-x'",
    ],
  ])('%s', (_what, policy, expected) => {
    expect(opened(policy, SITE).replace("default-src 'none'; ", '')).toBe(expected);
  });
});
