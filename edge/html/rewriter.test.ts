import { expect, it } from 'vitest';
import { type RewriteOptions, Rewriter } from './rewriter';

const options = (more: Partial<RewriteOptions> = {}): RewriteOptions => ({
  base: 'http://site.example/a/',
  holding: (address, base) =>
    (URL.canParse(address, base) &&
      { 'ads.example': 'advertising', 'film.example': 'embedded', 'stranger.example': '*' }[
        new URL(address, base).hostname
      ]) ||
    null,
  ...more,
});
const rewritten = (html: string, more?: Partial<RewriteOptions>) => {
  const rewriter = new Rewriter(options(more));
  return rewriter.write(html) + rewriter.end();
};
const byteByByte = (html: string, more?: Partial<RewriteOptions>) => {
  const rewriter = new Rewriter(options(more));
  return [...html].map((sign) => rewriter.write(sign)).join('') + rewriter.end();
};

it.each([
  ['<img src="http://ads.example/x.gif">', '<img data-gate="advertising" data-gate-src="http://ads.example/x.gif">'],
  ["<IMG ALT=x SRC='//ADS.example/x'>", '<IMG data-gate="advertising" ALT=x data-gate-src=\'//ADS.example/x\'>'],
  ['<image src=//ads.example/x>', '<image data-gate="advertising" data-gate-src=//ads.example/x>'],
  [
    '<script type="module" src="http://ads.example/x.js"></script>',
    '<script data-gate="advertising" type="text/plain" data-gate-type="module" data-gate-src="http://ads.example/x.js"></script>',
  ],
  [
    '<img src="http://ads.example/1" srcset="/2 1x, http://film.example/3 2x">',
    '<img data-gate="advertising embedded" data-gate-src="http://ads.example/1" data-gate-srcset="/2 1x, http://film.example/3 2x">',
  ],
  [
    '<svg><image xlink:href="http://ads.example/x"/></svg>',
    '<svg><image data-gate="advertising" data-gate-href="http://ads.example/x"/></svg>',
  ],
  [
    '<link rel=preload href=//ads.example/x>',
    '<link data-gate="advertising" rel=preload data-gate-href=//ads.example/x>',
  ],
  ['<link rel=canonical href=//ads.example/x>', null],
  ['<a href=//ads.example/x>', null],
  ['<input src=//ads.example/x>', null],
  ['<form action=//stranger.example/pay>', null],
  [
    '<form action=//ads.example/x>',
    '<form data-gate="advertising" action="javascript:;" data-gate-action=//ads.example/x>',
  ],
  ['<img src="h\nttp:\\\\ads.example\\x">', '<img data-gate="advertising" data-gate-src="h\nttp:\\\\ads.example\\x">'],
  ['<img src="&#x68;ttp://ads.example">', '<img data-gate="advertising" data-gate-src="&#x68;ttp://ads.example">'],
  [
    '<p style="color:red;background:url(http://ads.example/x)">',
    '<p data-gate="advertising" style="color:red;background:url(&quot;data:,&quot;)" data-gate-style="color:red;background:url(http://ads.example/x)">',
  ],
  [
    '<style>p{background:url("http://ads.example/x")}</style>',
    '<style data-gate="advertising" data-gate-text="p{background:url(&quot;http://ads.example/x&quot;)}">p{background:url("data:,")}</style>',
  ],
  [
    '<iframe srcdoc="<img src=http://ads.example/x>"></iframe>',
    '<iframe data-gate="advertising" srcdoc="&lt;img data-gate=&quot;advertising&quot; data-gate-src=http://ads.example/x>" data-gate-srcdoc="<img src=http://ads.example/x>"></iframe>',
  ],
  [
    '<noscript><img src="http://ads.example/x"></noscript>',
    '<noscript><img data-gate="advertising" data-gate-src="http://ads.example/x"></noscript>',
  ],
  [
    '<meta http-equiv=refresh content="0;url=//ads.example/x">',
    '<meta data-gate="advertising" http-equiv=refresh data-gate-content="0;url=//ads.example/x">',
  ],
  [
    '<base href="http://ads.example/"><img src="x">',
    '<base href="http://ads.example/"><img data-gate="advertising" data-gate-src="x">',
  ],
  ['<script>"<img src=http://ads.example/x>"</script>', null],
  ['<!-- <img src=http://ads.example/x> -->', null],
  ['<textarea><img src=http://ads.example/x></textarea>', null],
  ['<template data-gate="advertising"><img src=http://ads.example/x><template></template></template>', null],
  ['<img data-gate="advertising" data-gate-src="http://ads.example/x">', null],
  ['<script>var a = "<!--<script>";</script><img src=//ads.example/x>', null],
  ['<img src="http://ads.example/x', null],
  ['<p>caf\xc3\xa9 \r\n\0 &nbsp; <b>x', null],
])('of %s it makes %s, whole or byte by byte', (html, expected) => {
  expect(rewritten(html)).toBe(expected ?? html);
  expect(byteByByte(html)).toBe(expected ?? html);
});

it.each([
  ['<!doctype html><html lang=en><head><title>x</title>', '<!doctype html><html lang=en><head>GATE<title>x</title>'],
  ['<!doctype html>\n<html>\n<title>x</title>', '<!doctype html>\n<html>\nGATE<title>x</title>'],
  ['words', 'GATEwords'],
  ['<!-- c --><script>1</script>', '<!-- c -->GATE<script>1</script>'],
  ['<header>x', 'GATE<header>x'],
])('the gate stands first: %s', (html, expected) => {
  expect(rewritten(html, { first: 'GATE' })).toBe(expected);
  expect(byteByByte(html, { first: 'GATE' })).toBe(expected);
});

it('holds an inline script by what it names, where that is wanted', () => {
  const names = (text: string) => (text.includes('ads.example') ? 'advertising' : null);
  expect(rewritten('<script async>load("//ads.example/x")</script><script>own()</script>', { names })).toBe(
    '<script data-gate="advertising" type="text/plain" async>load("//ads.example/x")</script><script>own()</script>',
  );
  expect(
    rewritten(
      '<script type="application/ld+json">{"url":"//ads.example"}</script><img src=/x onerror="this.src=`//ads.example`">',
      { names },
    ),
  ).toBe(
    '<script type="application/ld+json">{"url":"//ads.example"}</script><img data-gate="advertising" src=/x data-gate-onerror="this.src=`//ads.example`">',
  );
});

it('keeps places right over pieces of any size, with line ends of every kind', () => {
  const line = '<p class="a">word\r\n<img src="/own.png">\r<img src="http://ads.example/x">\n';
  const page = line.repeat(3000);
  const rewriter = new Rewriter(options());
  let out = '';
  for (let at = 0; at < page.length; at += 1023) out += rewriter.write(page.slice(at, at + 1023));
  out += rewriter.end();
  expect(out.replaceAll(' data-gate="advertising"', '').replaceAll('data-gate-src', 'src') === page).toBe(true);
  expect(out.match(/data-gate=/g)).toHaveLength(3000);
});

it('lets go of what it need not keep: text without an end, and a tag without one', () => {
  for (const endless of ['words ', '<style>/* ', '<img alt="']) {
    const rewriter = new Rewriter(options());
    let out = rewriter.write(endless).length;
    for (let i = 0; i < 100; i++) out += rewriter.write('x'.repeat(100_000)).length;
    expect(out).toBeGreaterThan(5_000_000);
    out += rewriter.end().length;
    expect(out).toBe(endless.length + 10_000_000);
  }
});

it('tells what it marked, and in which line', () => {
  const told: unknown[] = [];
  rewritten('<p>\n<img src=//ads.example/x>\n', { names: () => null, onMarked: (what) => told.push(what) });
  const [was, as] = ['<img src=//ads.example/x>', '<img data-gate="advertising" data-gate-src=//ads.example/x>'];
  expect(told).toEqual([{ tag: 'img', line: 2, marks: ['advertising'], attributes: ['src'], was, as }]);
});

it('opens the page’s own policy where it stands in the markup, and no other meta', () => {
  const page = (content: string) =>
    `<meta charset=utf-8><META Http-Equiv=" Content-Security-Policy" CONTENT=${content}><meta name=content content="x">`;
  const policy = (own: string) => `${own}; "more"`;
  expect(rewritten(page("'default-src &quot;self&quot;'"), { policy })).toBe(
    page('"default-src &quot;self&quot;; &quot;more&quot;"').replace('CONTENT', 'content'),
  );
  expect(rewritten(page('x'))).toBe(page('x'));
});

it('comes to the same whether it passes over what asks for nothing, or reads all', () => {
  const pieces = [
    ...[
      '<p>',
      '<P CLASS=x>',
      '<a href="//ads.example/" title=\'>\'>',
      '</p >',
      '<div/>',
      '<x-a b:c=1\xa0d>',
      '<b\x0bsrc=x>',
    ],
    ...[
      '<p style="a:url(//ads.example/x)">',
      '<p background=//ads.example/x>',
      '<p class="',
      '">',
      "'",
      '<',
      '>',
      '/',
      '&lt',
      ' ',
    ],
    ...[
      '<img src=//ads.example/x>',
      '<img alt=">" src="//film.example/x">',
      '<svg>',
      '</svg>',
      '<![CDATA[',
      ']]>',
      '<math>',
    ],
    ...[
      '<textarea>',
      '</textarea>',
      '<script>',
      '</script>',
      '<!--',
      '-->',
      '<title>',
      '</title>',
      '<style>',
      '</style>',
    ],
    ...[
      '<template>',
      '<template data-gate=x>',
      '</template>',
      '<base href="//film.example/">',
      '<font color=x>',
      'words\r\n\0',
    ],
  ];
  let seed = 48_271;
  const below = (most: number) => {
    seed = (seed * 48_271) % 2_147_483_647;
    return seed % most;
  };
  for (let turn = 0; turn < 4_000; turn++) {
    const html = Array.from({ length: below(25) }, () => pieces[below(pieces.length)]).join('');
    const all = rewritten(html, { names: () => null });
    expect(rewritten(html), html).toBe(all);
    const rewriter = new Rewriter(options());
    const parts = html.match(new RegExp(`[^]{1,${1 + below(9)}}`, 'g')) ?? [];
    expect(parts.map((part) => rewriter.write(part)).join('') + rewriter.end(), html).toBe(all);
  }
});
