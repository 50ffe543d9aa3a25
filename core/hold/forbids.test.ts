import { expect, it } from 'vitest';
import { type Fetched, forbids } from './forbids';

const PAGE = new URL('https://site.test/a');

it.each<[string, Fetched, string, boolean]>([
  ['', 'script', 'https://tag.test/t.js', false],
  ["default-src 'self'", 'script', 'https://tag.test/t.js', true],
  ["default-src 'self'", 'img', 'https://site.test/i.gif', false],
  ["default-src 'self'; img-src *", 'img', 'https://tag.test/i.gif', false],
  ["default-src 'self'; img-src *", 'img', 'data:image/gif,x', true],
  ["default-src 'none'; script-src tag.test", 'script', 'https://tag.test/t.js', false],
  ["default-src 'none'; script-src tag.test", 'script', 'https://a.tag.test/t.js', true],
  ['script-src *.tag.test', 'script', 'https://a.tag.test/t.js', false],
  ['script-src *.tag.test', 'script', 'https://tag.test/t.js', true],
  ['script-src *.tag.test', 'script', 'https://eviltag.test/t.js', true],
  ['script-src http://tag.test', 'script', 'https://tag.test/t.js', false],
  ['script-src https://tag.test', 'script', 'http://tag.test/t.js', true],
  ['script-src tag.test:8443', 'script', 'https://tag.test/t.js', true],
  ['script-src tag.test:*', 'script', 'https://tag.test:8443/t.js', false],
  ['script-src tag.test/a/', 'script', 'https://tag.test/a/t.js', false],
  ['script-src tag.test/a/', 'script', 'https://tag.test/b/t.js', true],
  ['script-src tag.test/a.js', 'script', 'https://tag.test/a.js', false],
  ['frame-src https:', 'frame', 'https://tag.test/', false],
  ["child-src 'self'", 'frame', 'https://tag.test/', true],
  ["script-src 'self'; script-src *", 'script', 'https://tag.test/t.js', true],
  ["script-src-elem *; script-src 'none'", 'script', 'https://tag.test/t.js', false],
  // Which tag has the nonce is not looked at.
  ["script-src 'nonce-x' 'strict-dynamic'", 'script', 'https://tag.test/t.js', false],
  ["connect-src 'self'", 'img', 'https://tag.test/i.gif', false],
])('"%s" on %s of %s: %s', (policy, fetched, address, is) => {
  expect(forbids(policy, fetched, new URL(address), PAGE)).toBe(is);
});
