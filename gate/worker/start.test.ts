import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { startOf } from './start';

const FIRST = 'https://gate.test/g/s/worker.1.js';
const OWN = 'https://shop.test/w.js';
const HELD = { page: 'shop.test', granted: ['functional'], stored: { databases: { measurement: ['_gull'] } } };

/** What the few lines are that a worker is made by; the address itself where there are none. */
let made: Blob | undefined;
beforeEach(() => {
  made = undefined;
  vi.stubGlobal('location', { origin: 'https://shop.test' });
  vi.stubGlobal(
    'URL',
    class extends URL {
      static override createObjectURL(blob: Blob) {
        made = blob;
        return 'blob:https://shop.test/1';
      }
    },
  );
});
afterEach(() => vi.unstubAllGlobals());
const lines = async (...given: Parameters<typeof startOf>) => {
  const address = startOf(...given);
  return made ? await made.text() : address;
};

it('a file of the site’s own is loaded after ours, and told where it is from', async () => {
  expect(await lines(OWN, FIRST)).toBe(
    `Object.assign(self,{"douaneFile":"${OWN}","douaneFirst":"${FIRST}"});importScripts("${FIRST}","${OWN}")`,
  );
});

it('a module imports both, in their order, and what it is told before them', async () => {
  const text = await lines(OWN, FIRST, { type: 'module' }, HELD);
  const [told, first, file, ...rest] = text.split(';').filter((one) => one.startsWith('import '));
  expect([first, file, rest]).toEqual([`import "${FIRST}"`, `import "${OWN}"`, []]);
  expect(decodeURIComponent(told!)).toContain(`"douaneHeld":${JSON.stringify(HELD)}`);
});

it.each([
  ['a file of somebody else’s, which the policy speaks of', 'https://gull.test/w.js', HELD],
  ['what the page made itself, where nothing is to be held in it', 'blob:https://shop.test/9', null],
])('%s is left as it is', async (_what, file, held) => {
  expect(await lines(file, FIRST, undefined, held)).toBe(file);
});

it('what the page made itself has ours before it where something is to be held', async () => {
  expect(await lines('blob:https://shop.test/9', FIRST, undefined, HELD)).toContain('"blob:https://shop.test/9")');
});

it('a name out of quotes ends nothing', async () => {
  const text = await lines('https://shop.test/"+x', FIRST);
  expect(text).toContain('importScripts("https://gate.test/g/s/worker.1.js","https://shop.test/\\"+x")');
});
