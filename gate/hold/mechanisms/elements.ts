import { setAttribute } from '../../native';
import type { Permits } from '../permits';
import { stopRules } from '../unmarked';
import { replace, type Undo } from './replace';

/** On a frame whose address a script has set: the mark it waits for. */
export const HELD = 'data-douane-held';

/** Elements that fetch when a property is set. */
type Fetching = [of: { new (): Element; prototype: Element }, property: string];
/** By this, something else can stand in the place of a frame that is held. */
export const FRAMES: Fetching = [HTMLIFrameElement, 'src'];
/** No policy keeps a browser from connecting ahead. */
export const LINKS: Fetching = [HTMLLinkElement, 'href'];
export const FETCHING: Fetching[] = [[HTMLScriptElement, 'src'], [HTMLImageElement, 'src'], FRAMES, LINKS];

/**
 * Elements that scripts of the page give an address: it is set only when that is granted, and until then the element
 * stands in the page without it. Speculation rules are stopped here, since nobody is told of what scripts put into the
 * body while it is read.
 */
export function holdElements(permits: Permits, held: Fetching[]): Undo[] {
  const intended = new WeakMap<Element, string>();
  /** The address an element was last meant to have wins; an older one that waited is dropped. */
  const whenAllowed = (element: Element, address: string, set: () => void) => {
    const mark = permits.holding(address);
    const isFrame = element instanceof HTMLIFrameElement;
    const give = () => {
      intended.delete(element);
      if (isFrame) element.removeAttribute(HELD);
      set();
    };
    if (mark === null) return give();
    intended.set(element, address);
    // By these something else can stand in its place.
    if (isFrame) setAttribute.call(element, HELD, mark);
    permits.later(mark, () => intended.get(element) === address && give(), element);
  };

  const undo = held.map(([{ prototype }, property]) =>
    replace(prototype as never, property as never, ({ get, set }) => ({
      get(this: Element) {
        return intended.get(this) ?? get!.call(this);
      },
      set(this: Element, value: string) {
        whenAllowed(this, `${value}`, () => set!.call(this, value));
      },
    })),
  );
  undo.push(
    replace(HTMLScriptElement.prototype, 'type', ({ set }) => ({
      set(this: HTMLScriptElement, type: string) {
        set!.call(this, type);
        stopRules(this, permits);
      },
    })),
    replace(Element.prototype, 'setAttribute', () => ({
      value(this: Element, name: string, value: string) {
        const fetching = held.some(([of, property]) => property === name.toLowerCase() && this instanceof of);
        if (fetching) return whenAllowed(this, `${value}`, () => setAttribute.call(this, name, value));
        setAttribute.call(this, name, value);
        stopRules(this, permits);
      },
    })),
  );
  return undo;
}
