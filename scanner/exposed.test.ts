import { indexPlan, policyFor } from '@douane/core/hold';
import { compileRelease } from '@douane/core/release';
import { newSetup } from '@douane/core/setup';
import { describe, expect, it } from 'vitest';
import { type ExposedBy, exposedIn } from './exposed';

const BASE = 'http://gate.test/g/s';
const GATE = `<script src="${BASE}/gate.js"></script>`;
const setup = newSetup({ key: 's', name: 'S', address: 'http://site.test/' }, BASE);
setup.services = [
  { id: 'ads', name: 'Ads', purpose: 'advertising', hosts: ['ads.test', 'site.test/ads/'], items: [] },
  { id: 'needed', name: 'Needed', purpose: 'necessary', hosts: ['needed.test'], items: [] },
];
const plan = indexPlan(compileRelease(setup, 1, '2026-11-26').plan);
const nothing = Object.fromEntries(setup.purposes.map(({ id }) => [id, id === 'necessary']));
const POLICY = policyFor(plan, (purpose) => purpose === 'necessary')!;

function exposed(body: string, how: Partial<ExposedBy> & { headers?: Record<string, string>; head?: string } = {}) {
  const { headers = {}, head = GATE, ...rest } = how;
  const html = `<!doctype html>\n<html><head>${head}</head>\n<body>\n${body}</body></html>`;
  const page = { url: 'http://site.test/fares', at: 0, atMs: 0, html, headers };
  return exposedIn(page, { plan, base: BASE, by: 'policy', granted: nothing, ...rest });
}
const tags = (...given: Parameters<typeof exposed>) => exposed(...given).filter(({ what }) => what === 'tag');

describe('what only luck holds', () => {
  it.each<[string, boolean, boolean]>([
    // Tag; exposed by policy, exposed by script alone.
    ['<script src="//ads.test/a.js"></script>', true, true],
    ['<script async src="//ads.test/a.js"></script>', true, true],
    ['<img src="//ads.test/a.gif" alt="">', true, true],
    ['<img src="//ads.test/a.gif" alt="" loading="lazy">', false, true],
    ['<img srcset="//ads.test/a.gif 1x" alt="">', true, true],
    ['<link rel="stylesheet" href="//ads.test/a.css">', true, true],
    ['<link rel="preload" as="script" href="//ads.test/a.js">', true, true],
    ['<link rel="canonical" href="//ads.test/a">', false, false],
    ['<style>@import "//ads.test/a.css";</style>', true, true],
    ['<iframe src="//ads.test/a"></iframe>', false, true],
    ['<video poster="//ads.test/a.gif"></video>', true, true],
    ['<video src="//ads.test/a.bin"></video>', false, true],
    ['<svg><image href="//ads.test/a.gif"/></svg>', true, true],
    ['<object data="//ads.test/a"></object>', false, true],
    // A policy knows no exception for a path of the site's own.
    ['<iframe src="/ads/a"></iframe>', true, true],
    ['<script src="/ads/a.js"></script>', true, true],
    ['<script src="/own.js"></script>', false, false],
    ['<script src="//needed.test/a.js"></script>', false, false],
    // Nobody has ruled it.
    ['<script src="//stranger.test/a.js"></script>', true, true],
    ['<a href="//ads.test/">x</a>', false, false],
    ['<form action="//ads.test/"></form>', false, false],
    ['<img data-gate="advertising" data-gate-src="//ads.test/a.gif" alt="">', false, false],
    ['<template data-gate="advertising"><script src="//ads.test/a.js"></script></template>', false, false],
    ['<iframe src="javascript:`<img src=//ads.test/a.gif>`"></iframe>', false, true],
    ['<iframe srcdoc="<img src=//ads.test/a.gif>"></iframe>', false, true],
    ['<img src="/own.gif" onerror="this.src=`//ads.test/a.gif`" alt="">', false, false],
    ['<script>new Image().src = "//ads.test/a.gif"</script>', false, false],
  ])('%s: by policy %s, by script %s', (tag, byPolicy, byScript) => {
    expect([tags(tag).length > 0, tags(tag, { by: 'script' }).length > 0]).toEqual([byPolicy, byScript]);
  });

  it('names line, tag, host and the marked form', () => {
    const [one] = tags('<p>x</p>\n<img src="http://ads.test/a.gif" alt="x">');
    expect(one).toEqual({
      ...{ what: 'tag', page: 'http://site.test/fares', line: 5, marks: ['advertising'], hosts: ['ads.test'] },
      text: '<img src="http://ads.test/a.gif" alt="x">',
      marked: '<img data-gate="advertising" data-gate-src="http://ads.test/a.gif" alt="x">',
    });
  });

  it.each<[string, Parameters<typeof exposed>[1]]>([
    ['a policy in the answer', { headers: { 'content-security-policy': POLICY } }],
    ['a policy of the site’s own', { headers: { 'content-security-policy': "script-src 'self'" } }],
    [
      'one that stands in the markup before it',
      { head: `<meta http-equiv="content-security-policy" content="script-src 'self'">${GATE}` },
    ],
    ['a visitor who said yes', { granted: Object.fromEntries(setup.purposes.map(({ id }) => [id, true])) }],
  ])('is not what is safe by %s', (_what, how) => {
    expect(tags('<script src="//ads.test/a.js"></script>', how)).toEqual([]);
  });

  it('is what a header names', () => {
    const headers = { link: '<https://ads.test/a.js>; rel=preload; as=script, </own.css>; rel=preload; as=style' };
    expect(exposed('', { headers })).toMatchObject([{ what: 'header', hosts: ['ads.test'], marks: ['advertising'] }]);
  });

  it.each([
    ['', 'missing'],
    [`<script src="//needed.test/a.js"></script>${GATE}`, 'late'],
    [`<script async src="${BASE}/gate.js"></script>`, 'not-blocking'],
    [GATE + GATE, 'several'],
  ])('is a gate that does not stand first: "%s"', (head, state) => {
    expect(exposed('', { head })).toMatchObject([{ what: 'gate', state }]);
    expect(exposed('', { head, headers: { 'content-security-policy': POLICY } })).toEqual([]);
  });
});
