import { setAttribute } from '../native';
import type { Permits } from './permits';

/** On a frame whose address a script has set: the mark it waits for. */
export const HELD = 'data-gate-held';

/** Elements that fetch when this property is set. */
const FETCHING: [{ prototype: Element }, string][] = [
  [HTMLScriptElement, 'src'],
  [HTMLImageElement, 'src'],
  [HTMLIFrameElement, 'src'],
  [HTMLLinkElement, 'href'],
];

/**
 * Holds what scripts of the page insert or send at run time, by what the plan says of their host. An address is set,
 * or a request sent, only when that is granted; until then the element stands in the page without it.
 */
export function intercept(permits: Permits): void {
  const intended = new WeakMap<Element, string>();
  /** The address an element was last meant to have wins; an older one that waited is dropped. */
  const whenAllowed = (element: Element, address: string, set: () => void): void => {
    const mark = permits.holding(address);
    intended.delete(element);
    const isFrame = element instanceof HTMLIFrameElement;
    if (mark === null) {
      if (isFrame) element.removeAttribute(HELD);
      set();
      return;
    }
    intended.set(element, address);
    // By these something else can stand in its place.
    if (isFrame) setAttribute.call(element, HELD, mark);
    permits.later(
      mark,
      () => {
        if (intended.get(element) !== address) return;
        intended.delete(element);
        if (isFrame) element.removeAttribute(HELD);
        set();
      },
      element,
    );
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
    const mark = permits.holding(input instanceof Request ? input.url : String(input));
    if (mark === null) return fetch.call(this, input, init);
    return new Promise((resolve, reject) => {
      permits.later(mark, () => fetch.call(window, input, init).then(resolve, reject));
    });
  };
  const { open, send } = XMLHttpRequest.prototype;
  const addresses = new WeakMap<XMLHttpRequest, string>();
  XMLHttpRequest.prototype.open = function (this: XMLHttpRequest, ...args: unknown[]) {
    addresses.set(this, String(args[1]));
    return (open as (...all: unknown[]) => void).apply(this, args);
  };
  XMLHttpRequest.prototype.send = function (body) {
    const mark = permits.holding(addresses.get(this) ?? '');
    if (mark === null) return send.call(this, body);
    permits.later(mark, () => send.call(this, body));
  };
  const { sendBeacon } = navigator;
  navigator.sendBeacon = (address, data) => {
    const mark = permits.holding(String(address));
    if (mark === null) return sendBeacon.call(navigator, address, data);
    permits.later(mark, () => sendBeacon.call(navigator, address, data));
    return true;
  };
}
