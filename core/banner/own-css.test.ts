import { expect, it } from 'vitest';
import { newSetup } from '../setup/index';
import { ownCssProblems, withoutRefusedCss } from './own-css';

it.each([
  '.act { border-radius: 20px }',
  ':host { --accent: #123456 } .sheet { padding: calc(2 * var(--space)) }',
  '@media (max-width: 500px) { h2 { font-size: 1rem } }',
  '@keyframes in { from { opacity: 0 } } .sheet { animation: in 200ms }',
  '.sheet { background: linear-gradient(#fff, #eee); box-shadow: 0 0 0 2px color-mix(in srgb, red 20%, blue) }',
  '',
])('takes %s', (css) => {
  expect(ownCssProblems(css)).toEqual([]);
});

it.each([
  ['.sheet { background: url(https://elsewhere.example/x.png) }', 'nothing may be loaded'],
  ['.sheet { background: URL("data:image/png;base64,AA") }', 'nothing may be loaded'],
  ['.sheet { background: image-set("x.png" 1x) }', 'nothing may be loaded'],
  ['.sheet { background: -webkit-image-set(url(x.png) 1x) }', 'nothing may be loaded'],
  ['.sheet { --x: url(x.png); background: var(--x) }', 'nothing may be loaded'],
  ['.sheet { background: u\\72l(x.png) }', 'nothing may be loaded'],
  ['@import "x.css";', '@import is not taken'],
  ['@font-face { font-family: x; src: url(x.woff2) }', '@font-face is not taken'],
  ['@IMPORT url(x.css);', '@IMPORT is not taken'],
])('refuses %s', (css, words) => {
  const refused = ownCssProblems(css).filter((problem) => problem.refused);
  expect(refused.map(({ message }) => message)).toContainEqual(expect.stringContaining(words));
});

it('names the line and what is wrong with it', () => {
  const css = '.a { color: red }\n.b { colour: red }\n.c { width: seven }\n.d { color red }\n.e {';
  expect(ownCssProblems(css).map(({ line, message }) => [line, message])).toEqual([
    [2, 'no browser knows the property "colour"'],
    [3, 'what stands for "width" is no value of it'],
    [4, expect.stringContaining('expected')],
  ]);
});

it('is left out whole where any of it may not be kept', () => {
  const { banner } = newSetup({ key: 's', name: 'S', address: 'http://s.localhost' }, 'http://localhost/g/s');
  const withCss = (css: string) => withoutRefusedCss({ ...banner, face: { ...banner.face, css } }).face.css;
  expect(withCss('.a { colour: red }')).toBe('.a { colour: red }');
  expect(withCss('.a { color: red } .b { background: url(x) }')).toBeUndefined();
});
