type Act = (...all: unknown[]) => unknown;

/**
 * Runs in every frame before the page's own scripts: keeps what the page puts off, so that whoever waits for it to be quiet
 * knows what is still to come. `globalThis[name](most)` is how many milliseconds it is until the last is due that was put
 * off by no more than `most` in all, by what the page itself said, so that it does not depend on the machine what counts.
 * Of what was put off by something put off only the first counts, and of what is done every so often the first time: pages
 * ask their servers again and again so. Stands by itself.
 */
export function countPutOff(name: string): void {
  const now = performance.now.bind(performance);
  const due = new Map<unknown, { at: number; sum: number }>();
  let depth = 0;
  let spent = 0;
  const counting = (putOff: Act) =>
    function (this: unknown, act: unknown, ms: unknown, ...args: unknown[]) {
      const [own, sum] = [depth, spent + Number(ms)];
      // For what is put off by more than 8 s no visitor stays.
      if (typeof act !== 'function' || own > 1 || !(Number(ms) > 0) || sum > 8000 || due.size >= 500)
        return putOff(act, ms, ...args);
      const id = putOff(
        function (this: unknown, ...given: unknown[]) {
          due.delete(id);
          const before = [depth, spent] as const;
          [depth, spent] = [own + 1, sum];
          try {
            return act.apply(this, given);
          } finally {
            [depth, spent] = before;
          }
        },
        ms,
        ...args,
      );
      due.set(id, { at: now() + Number(ms), sum });
      return id;
    };
  const forgetting = (callOff: Act) => (id: unknown) => {
    due.delete(id);
    callOff(id);
  };
  const timers = globalThis as unknown as Record<string, Act>;
  for (const timer of ['setTimeout', 'setInterval']) timers[timer] = counting(timers[timer]!);
  for (const timer of ['clearTimeout', 'clearInterval']) timers[timer] = forgetting(timers[timer]!);
  Object.defineProperty(globalThis, name, {
    value: (most: number) => {
      let last = 0;
      const from = now();
      for (const { at, sum } of due.values()) if (sum <= most && at - from > last) last = at - from;
      return last;
    },
  });
}
