import { afterAll, expect, it, vi } from 'vitest';

vi.stubGlobal('__ALONE__', true);
const { REPLACED, replace } = await import('./replace');
afterAll(() => vi.unstubAllGlobals());

const browser = () => {
  const sent: string[] = [];
  return { sent, own: { send: (what: string) => sent.push(what) } };
};

it('puts something in the place of what the browser has, which can still be used, and takes it away again', () => {
  const { sent, own } = browser();
  const before = own.send;
  const undo = replace(own, 'send', ({ value }) => ({ value: (what: string) => value(`held ${what}`) }));
  own.send('a');
  expect(sent).toEqual(['held a']);
  expect(REPLACED).toContainEqual([own, 'send']);
  undo();
  own.send('b');
  expect([sent, own.send]).toEqual([['held a', 'b'], before]);
});

it('keeps whether a property can be listed and changed, so that nobody can tell', () => {
  const own = Object.defineProperty({}, 'send', {
    value: () => 1,
    enumerable: false,
    writable: true,
    configurable: true,
  });
  replace(own as { send: unknown }, 'send', () => ({ value: () => 2 }));
  expect(Object.getOwnPropertyDescriptor(own, 'send')).toMatchObject({
    enumerable: false,
    writable: true,
    configurable: true,
  });
});

it('replaces what is read by a function as well', () => {
  const own = {
    get cookie() {
      return 'a=1';
    },
  };
  const undo = replace(own, 'cookie', ({ get }) => ({ get: () => `${get!.call(own)}; b=2` }));
  expect(own.cookie).toBe('a=1; b=2');
  undo();
  expect(own.cookie).toBe('a=1');
});

it('leaves alone what the browser does not have, or lets nobody change', () => {
  const { own } = browser();
  const frozen = Object.freeze({ send: own.send });
  replace(own as unknown as Record<string, unknown>, 'beacon', () => ({ value: 1 }))();
  replace(frozen, 'send', () => ({ value: () => 0 }))();
  expect(Object.keys(own)).toEqual(['send']);
  expect(frozen.send).toBe(own.send);
});
