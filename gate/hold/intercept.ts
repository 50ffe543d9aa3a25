import type { Permits } from './permits';

/** Elements that fetch when this property is set. */
const FETCHING: [{ prototype: Element }, string][] = [
  [HTMLScriptElement, 'src'],
  [HTMLImageElement, 'src'],
  [HTMLIFrameElement, 'src'],
  [HTMLLinkElement, 'href'],
];

/**
 * Holds what scripts of the page insert or send at run time, where the host is known to need a yes. An address is set,
 * or a request sent, only when its purpose is granted; until then the element stands in the page without it.
 */
export function intercept(permits: Permits): void {
  const intended = new WeakMap<Element, string>();
  /** The address an element was last meant to have wins; an older one that waited is dropped. */
  const whenAllowed = (element: Element, address: string, set: () => void): void => {
    const purpose = permits.holding(address);
    intended.delete(element);
    if (!purpose) {
      set();
      return;
    }
    intended.set(element, address);
    permits.later(purpose, () => {
      if (intended.get(element) !== address) return;
      intended.delete(element);
      set();
    });
  };

  for (const [{ prototype }, property] of FETCHING) {
    const own = Object.getOwnPropertyDescriptor(prototype, property);
    if (!own?.set || !own.get) continue;
    const { get, set } = own;
    Object.defineProperty(prototype, property, {
      ...own,
      get(this: Element) {
        return intended.get(this) ?? get.call(this);
      },
      set(this: Element, value: string) {
        whenAllowed(this, String(value), () => set.call(this, value));
      },
    });
  }
  const { setAttribute } = Element.prototype;
  Element.prototype.setAttribute = function (name: string, value: string) {
    const fetching = FETCHING.some(
      ([{ prototype }, property]) =>
        property === name.toLowerCase() && Object.prototype.isPrototypeOf.call(prototype, this),
    );
    if (!fetching) return setAttribute.call(this, name, value);
    whenAllowed(this, String(value), () => setAttribute.call(this, name, value));
  };

  const { fetch } = window;
  window.fetch = function (input, init) {
    const purpose = permits.holding(input instanceof Request ? input.url : String(input));
    if (!purpose) return fetch.call(this, input, init);
    return new Promise((resolve, reject) => {
      permits.later(purpose, () => fetch.call(window, input, init).then(resolve, reject));
    });
  };
  const { open, send } = XMLHttpRequest.prototype;
  const addresses = new WeakMap<XMLHttpRequest, string>();
  XMLHttpRequest.prototype.open = function (this: XMLHttpRequest, ...args: unknown[]) {
    addresses.set(this, String(args[1]));
    return (open as (...all: unknown[]) => void).apply(this, args);
  };
  XMLHttpRequest.prototype.send = function (body) {
    const purpose = permits.holding(addresses.get(this) ?? '');
    if (!purpose) return send.call(this, body);
    permits.later(purpose, () => send.call(this, body));
  };
  const { sendBeacon } = navigator;
  navigator.sendBeacon = (address, data) => {
    const purpose = permits.holding(String(address));
    if (!purpose) return sendBeacon.call(navigator, address, data);
    permits.later(purpose, () => sendBeacon.call(navigator, address, data));
    return true;
  };
}
