import { startOf, type WorkerScope } from './start';

/**
 * Runs first in a worker that the gate has made in place of one from a file of the site's own: addresses are relative to
 * that file, as they would have been. See `hold/mechanisms/workers.ts`.
 */
type Maker = new (...all: unknown[]) => object;
const scope = self as unknown as Record<string, unknown> & WorkerScope;
const { douaneFile, douaneFirst } = scope;
const full = (address: unknown) =>
  (address instanceof Request ? (address as unknown) : new URL(String(address), douaneFile).href) as string;

Object.defineProperty(self, 'location', { value: new URL(douaneFile) });

for (const [name, all] of [
  ['fetch', false],
  ['importScripts', true],
] as const) {
  const own = scope[name] as (...given: unknown[]) => unknown;
  scope[name] = (...given: unknown[]) =>
    own.apply(
      self,
      given.map((one, i) => (i === 0 || all ? full(one) : one)),
    );
}

for (const name of ['Request', 'WebSocket', 'EventSource', 'Worker']) {
  const own = scope[name] as Maker | undefined;
  if (!own) continue;
  const at = (address: unknown, options: unknown) =>
    name === 'Worker' ? startOf(full(address), douaneFirst, options as object) : full(address);
  scope[name] = new Proxy(own, { construct: (of, [address, ...more]) => new of(at(address, more[0]), ...more) });
}

const { open: openRequest } = XMLHttpRequest.prototype as unknown as { open: (...all: unknown[]) => void };
Object.defineProperty(XMLHttpRequest.prototype, 'open', {
  value(method: string, address: string, ...more: unknown[]) {
    openRequest.call(this, method, full(address), ...more);
  },
});
