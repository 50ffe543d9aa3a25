import { replace, type Undo } from '../mechanisms/replace';
import type { Permits } from '../permits';

/** Lasting connections, and worklets: one that is held cannot be opened, as if the browser's own policy said so. */
export function holdSockets(permits: Permits): Undo[] {
  const refuse = (address: unknown) => {
    if (permits.holding(String(address)) !== null)
      throw new DOMException('held until the visitor agrees', 'SecurityError');
  };
  const undo = ['WebSocket', 'EventSource', 'WebTransport'].map((name) =>
    replace(window as unknown as Record<string, new (...all: unknown[]) => object>, name, ({ value: Own }) => ({
      value: new Proxy(Own, {
        construct(of, [address, ...more], made) {
          refuse(address);
          return Reflect.construct(of, [address, ...more], made);
        },
      }),
    })),
  );
  // Not everywhere, and not on plain HTTP.
  if (!('Worklet' in window)) return undo;
  return [
    ...undo,
    replace(Worklet.prototype, 'addModule', ({ value: own }) => ({
      async value(this: Worklet, address: unknown, ...more: unknown[]) {
        refuse(address);
        return own.call(this, address, ...more);
      },
    })),
  ];
}
