import { heldAs } from '@douane/core/hold';
import { holdDatabases } from '../hold/mechanisms/stored';
import { startOf, type WorkerScope } from './start';

/**
 * Runs first in a worker that the gate has made in place of one from a file of the site's own: addresses are relative to
 * that file, as they would have been. See `hold/mechanisms/workers.ts`.
 */
type Maker = new (...all: unknown[]) => object;
const scope = self as unknown as Record<string, unknown> & WorkerScope;
const { douaneFile, douaneFirst, douaneHeld } = scope;
/** The address from the worker's own file on. Throws where it is held, as a browser does where a policy says so. */
const full = (address: unknown) => {
  const { href } = address instanceof Request ? new URL(address.url) : new URL(String(address), douaneFile);
  if (isHeld(href)) throw new TypeError(`held until the visitor agrees: ${href}`);
  return (address instanceof Request ? (address as unknown) : href) as string;
};
const allows = (mark: string) => mark.split(' ').every((one) => douaneHeld?.granted.includes(one));
const isHeld = (address: string) =>
  Boolean(douaneHeld?.plan && heldAs(douaneHeld.plan, new URL(address), douaneHeld.page, allows));

// Once it may, the page makes a worker anew.
if (douaneHeld) holdDatabases({ allows, later() {} }, douaneHeld.stored);

Object.defineProperty(self, 'location', { value: new URL(douaneFile) });

for (const [name, all] of [
  ['fetch', false],
  ['importScripts', true],
] as const) {
  const own = scope[name] as (...given: unknown[]) => unknown;
  scope[name] = (...given: unknown[]) => {
    const at = () => given.map((one, i) => (i === 0 || all ? full(one) : one));
    // A promise is what its caller waits for.
    return all ? own.apply(self, at()) : Promise.resolve().then(() => own.apply(self, at()));
  };
}

for (const name of ['Request', 'WebSocket', 'EventSource', 'Worker']) {
  const own = scope[name] as Maker | undefined;
  if (!own) continue;
  const at = (address: unknown, options: unknown) =>
    name === 'Worker' ? startOf(full(address), douaneFirst, options as object, douaneHeld) : full(address);
  scope[name] = new Proxy(own, { construct: (of, [address, ...more]) => new of(at(address, more[0]), ...more) });
}

const { open: openRequest } = XMLHttpRequest.prototype as unknown as { open: (...all: unknown[]) => void };
Object.defineProperty(XMLHttpRequest.prototype, 'open', {
  value(method: string, address: string, ...more: unknown[]) {
    openRequest.call(this, method, full(address), ...more);
  },
});
