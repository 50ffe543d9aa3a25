import type { Listener } from '@douane/core/listeners';

/** Puts a command where a tag takes it. `sent`: called when it is there. */
export type Channel = (command: unknown[], sent: () => void) => void;

type Push = { push(...values: unknown[]): unknown };
type Call = (...values: unknown[]) => unknown;
const globals = window as unknown as Record<string, unknown>;

/** By global variable: all that listens there shares it. */
const open = new Map<string, Channel>();

/** The way to a listener. What the page puts in the variable's place later gets what was said before as well. */
export function channelTo({ at, takes }: Pick<Listener, 'at' | 'takes'>): Channel {
  if (takes === 'function') {
    if (!open.has(at)) open.set(at, toFunction(at));
    return open.get(at)!;
  }
  if (!open.has(at)) open.set(at, toQueue(at));
  const put = open.get(at)!;
  if (takes === 'values') return put;
  return (command, sent) => put([takes === 'array' ? command : asArguments(...command)], sent);
}

/** A queue: a list until the tag's own code takes it over. A page may well make its own, without looking. */
function toQueue(at: string): Channel {
  const said: unknown[] = [];
  let queue: unknown = globals[at] ?? [];
  watch(
    at,
    () => queue,
    (given) => {
      if (Array.isArray(given) && given !== queue) given.unshift(...said);
      queue = given;
    },
  );
  return (values, sent) => {
    said.push(...values);
    (queue as Partial<Push> | null)?.push?.(...values);
    sent();
  };
}

/** A function that a tag's snippet makes and then calls. It is told before that call, and until then nothing. */
function toFunction(at: string): Channel {
  let waiting: [command: unknown[], sent: () => void][] = [];
  let isCalled = false;
  let own: unknown;
  const tell = (of: Call, self: unknown) => {
    isCalled = true;
    const now = waiting;
    waiting = [];
    for (const [command, sent] of now) {
      Reflect.apply(of, self, command);
      sent();
    }
  };
  watch(
    at,
    () => own,
    (given) => {
      own =
        typeof given === 'function'
          ? new Proxy(given as Call, {
              apply(of, self, values) {
                tell(of, self);
                return Reflect.apply(of, self, values);
              },
            })
          : given;
    },
  );
  return (command, sent) => {
    waiting.push([command, sent]);
    if (isCalled && typeof own === 'function') tell(own as Call, undefined);
  };
}

function watch(at: string, get: () => unknown, set: (given: unknown) => void): void {
  Object.defineProperty(globals, at, { configurable: true, enumerable: true, get, set });
}

/** Some tags tell commands from other things by that they are `arguments`, not a list. */
function asArguments(..._: unknown[]): unknown {
  // biome-ignore lint/complexity/noArguments: this is what it is for
  return arguments;
}
