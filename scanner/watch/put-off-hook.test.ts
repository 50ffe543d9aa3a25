import vm from 'node:vm';
import { expect, it } from 'vitest';
import { countPutOff } from './put-off-hook';

/** A page whose time passes when it is told to. */
function page() {
  let clock = 0;
  let ids = 0;
  const timers = new Map<number, { at: number; every: number; act: () => void }>();
  const put =
    (repeats: boolean) =>
    (act: (...given: unknown[]) => void, ms: number, ...args: unknown[]) => {
      timers.set(++ids, { at: clock + ms, every: repeats ? ms : 0, act: () => act(...args) });
      return ids;
    };
  const world = vm.createContext({
    ...{ performance: { now: () => clock }, seen: [] as unknown[] },
    ...{ setTimeout: put(false), setInterval: put(true) },
    ...{ clearTimeout: (id: number) => timers.delete(id), clearInterval: (id: number) => timers.delete(id) },
  });
  const run = (script: string) => vm.runInContext(script, world);
  run(`(${countPutOff})('due')`);
  const pass = (ms: number) => {
    const end = clock + ms;
    for (;;) {
      const [id, next] = [...timers].sort(([, a], [, b]) => a.at - b.at)[0] ?? [0, null];
      if (!next || next.at > end) break;
      clock = next.at;
      if (next.every) next.at += next.every;
      else timers.delete(id);
      next.act();
    }
    clock = end;
  };
  return { run, pass, due: (most = 8000): number => run(`due(${most})`), seen: () => run('seen.join()') as string };
}

it('is the time until the last is due, and nothing once all was done', () => {
  const { run, pass, due, seen } = page();
  run("setTimeout((what) => seen.push(what), 500, 'a'); setTimeout(() => seen.push('b'), 2500)");
  expect(due()).toBe(2500);
  pass(600);
  expect([due(), seen()]).toEqual([1900, 'a']);
  pass(2000);
  expect([due(), seen()]).toEqual([0, 'a,b']);
});

it('counts by what was asked for, however late the page is', () => {
  const { run, pass, due } = page();
  run('setTimeout(() => {}, 500); setTimeout(() => {}, 1500)');
  pass(700);
  expect([due(1000), due(8000)]).toEqual([0, 800]);
});

it('adds up what follows upon each other, and goes no further than the second', () => {
  const { run, pass, due } = page();
  run('const again = () => setTimeout(again, 600); again()');
  pass(600);
  expect([due(1000), due()]).toEqual([0, 600]);
  pass(600);
  expect(due()).toBe(0);
});

it('waits for the first time of what is done again and again, and no second', () => {
  const { run, pass, due, seen } = page();
  run("setInterval(() => seen.push('t'), 400)");
  expect(due()).toBe(400);
  pass(900);
  expect([due(), seen()]).toEqual([0, 't,t']);
});

it('forgets what was called off by either name', () => {
  const { run, pass, due, seen } = page();
  run('const a = setTimeout(() => seen.push(1), 300), b = setInterval(() => seen.push(2), 300)');
  run('clearInterval(a); clearTimeout(b)');
  expect(due()).toBe(0);
  pass(1000);
  expect(seen()).toBe('');
});

it('leaves to the browser what is no function, has no time or a very long one, and passes errors on', () => {
  const { run, pass, due } = page();
  run('setTimeout(() => {}); setTimeout(() => {}, NaN); setTimeout(() => {}, 60000)');
  expect(due()).toBe(0);
  run("setTimeout(() => { throw new Error('of the page') }, 10); setTimeout(() => setTimeout(() => {}, 900), 20)");
  expect(() => pass(15)).toThrow('of the page');
  pass(10);
  expect(due(1000)).toBe(900);
});

it('has no end of what a page puts off at once', () => {
  const { run, due } = page();
  run('for (let i = 0; i < 600; i++) setTimeout(() => {}, 10); setTimeout(() => {}, 700)');
  expect(due()).toBe(10);
});
