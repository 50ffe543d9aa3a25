import { expect, it } from 'vitest';
import { gateInMarkup } from './gate-in-markup';

const BASE = 'https://choices.example/g/lighter';
const PAGE = 'https://www.lighter.example/fares?day=1';
const GATE = `<script src="${BASE}/gate.js"></script>`;
const look = (head: string, body = '') => {
  const page = `<!doctype html>\n<html>\n<head>\n${head}\n</head>\n<body>${body}</body></html>`;
  const { state, before } = gateInMarkup(page, BASE, PAGE);
  return before.length > 0 ? [state, ...before] : state;
};

it.each<[string, string, string | string[]]>([
  ['first', `<meta charset="utf-8"><title>F</title>${GATE}<script src="https://tags.example/t.js"></script>`, 'first'],
  ['a copy of it by its hash', `<script src="${BASE}/hold.0123456789.js"></script>`, 'first'],
  ['a copy with a longer hash', `<script src="${BASE}/hold.0123456789abcdef.js"></script>`, 'first'],
  ['with a query', `<script src="${BASE}/gate.js?v=2"></script>`, 'first'],
  ['by the scheme of the page', '<script src="//choices.example/g/lighter/gate.js"></script>', 'first'],
  ['not there', '<script src="https://tags.example/t.js"></script>', 'missing'],
  ['in a comment only', `<!-- ${GATE} -->`, 'missing'],
  ['in a template only', `<template>${GATE}</template>`, 'missing'],
  ['another site’s', '<script src="https://choices.example/g/skerry/gate.js"></script>', 'other-key'],
  ['whose key begins alike', '<script src="https://choices.example/g/lighter-2/gate.js"></script>', 'other-key'],
  ['twice', GATE + GATE, 'several'],
  ['beside another site’s', `${GATE}<script src="https://choices.example/g/skerry/gate.js"></script>`, 'several'],
  ['async', `<script async src="${BASE}/gate.js"></script>`, 'not-blocking'],
  ['defer', `<script defer src="${BASE}/gate.js"></script>`, 'not-blocking'],
  ['a module', `<script type="module" src="${BASE}/gate.js"></script>`, 'not-blocking'],
  ['below a script', `<script>\nx()</script>\n${GATE}`, ['late', 'line 4: <script>']],
  [
    'below a picture of others',
    `\n<noscript><img src="//px.example/1.gif"></noscript>\n<object data="https://px.example/o"></object>${GATE}`,
    ['late', 'line 6: <object data="https://px.example/o">'],
  ],
  [
    'below a style of others',
    `<link rel="stylesheet" href="https://fonts.example/a.css">${GATE}`,
    ['late', 'line 4: <link rel="stylesheet" href="https://fonts.example/a.css">'],
  ],
  [
    'below a style that loads from others',
    `<link rel="preload" imagesrcset="/a.png 1x, https://px.example/b.png 2x">${GATE}`,
    ['late', 'line 4: <link rel="preload" imagesrcset="/a.png 1x, https://px.example/b.png 2x">'],
  ],
])('%s', (_what, head, expected) => expect(look(head)).toEqual(expected));

it.each([
  ['the site’s own style and icon', '<link rel="stylesheet" href="/a.css"><link rel="icon" href="/i.png">'],
  ['data', '<script type="application/ld+json">{"url":"https://px.example/"}</script>'],
  ['what names others and asks them for nothing', '<link rel="canonical" href="https://other.example/">'],
  [
    'tags that are marked',
    '<script type="text/plain" data-gate="ads" data-gate-src="https://px.example/1.js"></script>',
  ],
  ['what waits in a template', '<template data-gate="ads"><img src="https://px.example/1.gif"></template>'],
])('%s may stand above it', (_what, above) => expect(look(above + GATE)).toBe('first'));

it('counts marked tags, and is done with markup of any depth', () => {
  const marked = '<img data-gate="ads" data-gate-src="https://px.example/1.gif">';
  expect(gateInMarkup(GATE + marked + marked, BASE, PAGE)).toMatchObject({ marked: 2 });
  expect(gateInMarkup(`${'<div>'.repeat(20_000)}${GATE}`, BASE, PAGE).state).toBe('first');
});
