import type { Permits } from '../permits';
import { replace, type Undo } from './replace';

/** What scripts send: it waits until it may go, and whoever sent it has the answer then. A beacon counts as taken. */
export function holdNetwork(permits: Permits): Undo[] {
  const addresses = new WeakMap<XMLHttpRequest, string>();
  const heldAs = (input: RequestInfo | URL) => permits.holding(input instanceof Request ? input.url : String(input));
  return [
    replace(window, 'fetch', ({ value: fetch }) => ({
      value(input: RequestInfo | URL, init?: RequestInit) {
        const mark = heldAs(input);
        if (mark === null) return fetch.call(this, input, init);
        return new Promise((resolve, reject) => {
          permits.later(mark, () => fetch.call(window, input, init).then(resolve, reject));
        });
      },
    })),
    // To be sent when the page is left: once it may be, that is soon enough.
    replace(window as { fetchLater?: unknown }, 'fetchLater', ({ value: put }) => ({
      value(input: RequestInfo | URL, init?: RequestInit) {
        const mark = heldAs(input);
        if (mark === null) return put.call(window, input, init);
        permits.later(mark, () => put.call(window, input, init));
        return { activated: false };
      },
    })),
    replace(XMLHttpRequest.prototype, 'open', ({ value: open }) => ({
      value(this: XMLHttpRequest, ...all: unknown[]) {
        addresses.set(this, String(all[1]));
        return open.apply(this, all);
      },
    })),
    replace(XMLHttpRequest.prototype, 'send', ({ value: send }) => ({
      value(this: XMLHttpRequest, body: unknown) {
        const mark = permits.holding(addresses.get(this) ?? '');
        if (mark === null) send.call(this, body);
        else permits.later(mark, () => send.call(this, body));
      },
    })),
    replace(Navigator.prototype, 'sendBeacon', ({ value: send }) => ({
      value(address: string, data: unknown) {
        const mark = permits.holding(String(address));
        if (mark === null) return send.call(navigator, address, data);
        permits.later(mark, () => send.call(navigator, address, data));
        return true;
      },
    })),
  ];
}
