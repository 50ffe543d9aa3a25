import { expect, it } from 'vitest';
import { addressesOfSrcset, addressOfRefresh, fetches, isFetchedLink } from './fetching';
import { withoutHeld } from './styles';

it.each([
  ['a.png', ['a.png']],
  ['a.png, b.png 2x', ['a.png', 'b.png']],
  [' a.png 1x,b.png 2x,', ['a.png', 'b.png']],
  ['data:image/png;base64,AA== 1x, b.png', ['data:image/png;base64,AA==', 'b.png']],
  ['a.png calc(1,2), b.png', ['a.png', 'b.png']],
  ['a.png (1, b.png', ['a.png']],
  ['', []],
])('reads the addresses of the srcset %j', (text, addresses) => {
  expect(addressesOfSrcset(text)).toEqual(addresses);
});

it.each([
  ['0;url=http://a.example/', 'http://a.example/'],
  ["3.5 ; URL = 'http://a.example/x y' rest", 'http://a.example/x y'],
  ['0,http://a.example/', 'http://a.example/'],
  ['30', undefined],
  ['text/html; charset=utf-8', undefined],
])('a refresh of %j leads to %j', (content, address) => {
  expect(addressOfRefresh(content)).toBe(address);
});

it('knows which attributes of which elements ask for something', () => {
  expect(fetches('img', 'srcset')).toBe('srcset');
  expect(fetches('image', 'xlink:href')).toBe('address');
  expect(fetches('td', 'background')).toBe('address');
  expect(fetches('a', 'href')).toBeUndefined();
  expect(fetches('a', 'ping')).toBe('list');
  expect([isFetchedLink('Alternate  STYLESHEET'), isFetchedLink('canonical')]).toEqual([true, false]);
});

it.each([
  ['a{background:url(http://held.example/x.gif)}', 'a{background:url("data:,")}'],
  ["a{background:URL( 'http://held.example/x.gif' )}", 'a{background:URL( "data:," )}'],
  ['a{background:u\\72l(http://held.example/)}', 'a{background:u\\72l("data:,")}'],
  ['@import "//held.example/x.css" screen;', '@import "data:," screen;'],
  [
    'a{background:image-set("http://held.example/x" 1x,"/own.png" 2x)}',
    'a{background:image-set("data:," 1x,"/own.png" 2x)}',
  ],
  ['a{src:local("x"),url("http:\\\\\\\\held.example/f")}', 'a{src:local("x"),url("data:,")}'],
  ['a{content:"http://held.example/"}', 'a{content:"http://held.example/"}'],
  ['/* url(http://held.example/) */ a{}', '/* url(http://held.example/) */ a{}'],
  ['a{background:url(http://free.example/)', 'a{background:url(http://free.example/)'],
])('of the style %j it leaves %j', (css, rest) => {
  const isHeld = (address: string) => new URL(address, 'http://site.example/').hostname === 'held.example';
  expect(withoutHeld(css, isHeld)).toBe(rest);
});
