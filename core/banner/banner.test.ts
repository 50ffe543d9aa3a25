import { describe, expect, it } from 'vitest';
import { contrast } from '../colour/index';
import { lint } from '../lint/index';
import { newSetup } from '../setup/index';
import { bannerCss, LOOKS, plainWords, proposedFace, richPieces, settledPalette } from './index';
import { ownCssProblems } from './own-css';

describe('marks in a text', () => {
  it.each<[string, unknown]>([
    ['plain', [{ text: 'plain' }]],
    ['**a** b *c*', [{ text: 'a', bold: true }, { text: ' b ' }, { text: 'c', italic: true }]],
    ['see [us](/about).', [{ text: 'see ' }, { text: 'us', href: '/about' }, { text: '.' }]],
    ['[m](mailto:a@b.example)', [{ text: 'm', href: 'mailto:a@b.example' }]],
    ['[x](javascript:alert(1))', [{ text: '[x](javascript:alert(1))' }]],
    ['[x](data:text/html,x) <b>y</b>', [{ text: '[x](data:text/html,x) <b>y</b>' }]],
    ['2 * 3 = 6', [{ text: '2 * 3 = 6' }]],
    ['', []],
  ])('of %j', (source, pieces) => {
    expect(richPieces(source)).toEqual(pieces);
  });

  it('are no words', () => {
    expect(plainWords('**Bold** and [a link](https://x.example)')).toBe('Bold and a link');
  });
});

describe.each(LOOKS)('the look $name', ({ face }) => {
  it.each(['light', 'dark'] as const)('is lawful and stands out in the %s', (scheme) => {
    const setup = newSetup({ key: 's', name: 'S', address: 'http://s.localhost' }, 'http://localhost/g/s');
    Object.assign(setup.banner.face, face, { scheme });
    const about = lint(setup, '2026-11-26').filter(({ section }) => section === 'face');
    expect(about).toEqual([]);
    expect(ownCssProblems(bannerCss(setup.banner)).filter(({ refused }) => refused)).toEqual([]);
  });
});

it('settles a palette by no more than it takes', () => {
  const faint = { sheet: '#ffffff', ink: '#cccccc', accent: '#ffee00', line: '#eeeeee' };
  const { ink, accent, sheet } = settledPalette(faint);
  expect(contrast(ink, sheet)).toBeGreaterThanOrEqual(7);
  expect(contrast(accent, sheet)).toBeGreaterThanOrEqual(4.5);
  const [paper] = LOOKS;
  expect(settledPalette(paper!.face.light)).toEqual(paper!.face.light);
});

describe('a face proposed from what a scan saw', () => {
  const { banner } = newSetup({ key: 's', name: 'S', address: 'http://s.localhost' }, 'http://localhost/g/s');
  const seen = {
    background: '#f3f7f7',
    ink: '#12303c',
    accent: '#b3441f',
    family: 'Georgia, serif',
    size: 16,
    radius: 6,
  };
  const faults = (face: typeof banner.face) => {
    const setup = newSetup({ key: 's', name: 'S', address: 'http://s.localhost' }, 'http://localhost/g/s');
    setup.banner.face = face;
    return lint(setup, '2026-11-26').filter(({ section }) => section === 'face');
  };

  it('has its colours and type', () => {
    expect(proposedFace(seen, banner.face)).toMatchObject({
      light: { sheet: '#f3f7f7', ink: '#12303c', accent: '#b3441f' },
      family: 'Georgia, serif',
      size: 16,
      radius: 6,
    });
  });

  it.each([
    ['faint', { ...seen, ink: '#c9d4d8', accent: '#ffe9a8' }],
    ['dark', { ...seen, background: '#10161b', ink: '#ccd6dd', accent: '#2b3a45' }],
    ['of no colour', { ...seen, background: '#808080', ink: '#7f7f7f', accent: null }],
    ['odd', { ...seen, family: 'x;} * { display: none', size: 90, radius: 200 }],
  ])('can be read where the site is %s, in the light and the dark', (_what, look) => {
    for (const scheme of ['light', 'dark'] as const)
      expect(faults({ ...proposedFace(look, banner.face), scheme })).toEqual([]);
    expect(proposedFace(look, banner.face).family).not.toContain('}');
  });
});
