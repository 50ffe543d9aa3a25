import { expect, it } from 'vitest';
import { namesIn } from './read';

it.each([
  ["localStorage.setItem('odd_id', x)", 'odd_id', 'local-storage', 'argument'],
  ["window.sessionStorage.getItem('odd_visit')", 'odd_visit', 'session-storage', 'argument'],
  ["store.setItem('odd_' + key + '_last', 1)", 'odd_*_last', null, 'argument'],
  [`db = indexedDB.open(\`odd-\${site}-queue\`)`, 'odd-*-queue', 'indexed-db', 'argument'],
  ["document.cookie = 'odd_uid=' + id + ';path=/'", 'odd_uid', 'cookie', 'argument'],
  ["const options = { cookieName: 'odd_sess' }", 'odd_sess', 'cookie', 'named-so'],
  ["var storageKey = 'odd.state'", 'odd.state', null, 'named-so'],
])('reads the name in %s', (script, name, kind, how) => {
  expect(namesIn(script)).toEqual([{ name, kind, how }]);
});

it('takes no other text for a name, and says where it cannot read at all', () => {
  expect(namesIn("open('odd_page'); label = 'odd name'; localStorage.setItem(key, 1); map.setItem('a b', 1)")).toEqual(
    [],
  );
  expect(namesIn('this is no script')).toBeNull();
});
