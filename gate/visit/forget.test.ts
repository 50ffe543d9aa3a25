import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { deleteCookie, forget } from './forget';

let cookies: Map<string, string>;
let written: string[];
/** A jar whose cookies stand at a path and domain; only a line that names both deletes one. */
const jar = {
  read: () => [...cookies.keys()].map((name) => `${name}=1`).join('; '),
  write(line: string) {
    written.push(line);
    const name = line.split('=')[0]!;
    if (line.replace(/^[^;]*; Max-Age=0; /, '') === cookies.get(name)) cookies.delete(name);
  },
};
const storageOf = (...keys: string[]) =>
  Object.assign(
    Object.create({
      removeItem(this: Record<string, string>, key: string) {
        delete this[key];
      },
    }),
    Object.fromEntries(keys.map((key) => [key, '1'])),
  );

beforeEach(() => {
  written = [];
  vi.stubGlobal('location', { hostname: 'www.shop.test', pathname: '/a/b', protocol: 'http:' });
  vi.stubGlobal('window', {});
});
afterEach(() => vi.unstubAllGlobals());

it.each([
  ['the host alone, at the root', 'Path=/'],
  ['the host alone, at the folder', 'Path=/a'],
  ['the host alone, at the folder with a stroke', 'Path=/a/'],
  ['the page', 'Path=/a/b'],
  ['the host, said', 'Path=/; Domain=www.shop.test'],
  ['the domain', 'Path=/; Domain=shop.test'],
])('deletes a cookie that is of %s', (_whose, place) => {
  cookies = new Map([['_gull', place]]);
  deleteCookie('_gull', jar);
  expect([...cookies]).toEqual([]);
});

it('promises what a name promises where the page is secure', () => {
  vi.stubGlobal('location', { hostname: 'shop.test', pathname: '/', protocol: 'https:' });
  deleteCookie('__Secure-gull', jar);
  expect(written.every((line) => line.endsWith('; Secure'))).toBe(true);
});

it('deletes what is refused and nothing else, and names what would not go', async () => {
  cookies = new Map([
    ['_gull', 'Path=/'],
    ['_gull_held', 'Path=/elsewhere'],
    ['basket', 'Path=/'],
  ]);
  const [local, session] = [storageOf('_gull', 'basket'), storageOf('_gull_2')];
  vi.stubGlobal('window', { localStorage: local, sessionStorage: session });
  const gone: string[] = [];
  vi.stubGlobal('indexedDB', {
    databases: async () => [{ name: '_gull' }, { name: 'own' }, {}],
    deleteDatabase: (name: string) => gone.push(`database ${name}`),
  });
  vi.stubGlobal('caches', {
    keys: async () => ['_gull', 'own'],
    delete: async (name: string) => gone.push(`cache ${name}`),
  });
  const names = { measurement: ['_gull*'] };
  const worker = (path: string) => ({
    active: { scriptURL: `https://www.shop.test${path}` },
    unregister: async () => gone.push(`worker ${path}`),
  });
  vi.stubGlobal('navigator', {
    serviceWorker: { getRegistrations: async () => [worker('/gull-sw.js'), worker('/own-sw.js')] },
  });
  const stored = {
    cookies: names,
    storage: names,
    databases: names,
    caches: names,
    workers: { measurement: ['/gull-sw.js'] },
  };
  const left = await forget(stored, (purpose) => purpose === 'measurement', jar);
  expect(left).toEqual(['_gull_held']);
  expect([...cookies.keys()]).toEqual(['_gull_held', 'basket']);
  expect([Object.keys(local), Object.keys(session)]).toEqual([['basket'], []]);
  expect(gone.sort()).toEqual(['cache _gull', 'database _gull', 'worker /gull-sw.js']);
});

it('one thing that a browser does not have, or closes, keeps nothing else from going', async () => {
  cookies = new Map([['_gull', 'Path=/']]);
  const local = storageOf('_gull');
  vi.stubGlobal(
    'window',
    Object.defineProperty({ localStorage: local }, 'sessionStorage', {
      get: () => {
        throw new DOMException('closed', 'SecurityError');
      },
    }),
  );
  const names = { measurement: ['_gull'] };
  expect(await forget({ cookies: names, storage: names }, (purpose) => purpose !== undefined, jar)).toEqual([]);
  expect([[...cookies], Object.keys(local)]).toEqual([[], []]);
});
