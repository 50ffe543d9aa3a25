import { replace, type Undo } from '../mechanisms/replace';
import type { Permits } from '../permits';
import { asksBy, heldInDocument } from './mark';
import { heldInValue } from './values';

/** Properties that set an attribute of the same name by which an element fetches, besides those of `elements.ts`. */
const PROPERTIES: Record<string, string[]> = {
  HTMLImageElement: ['srcset'],
  HTMLSourceElement: ['src', 'srcset'],
  HTMLMediaElement: ['src'],
  HTMLVideoElement: ['poster'],
  HTMLEmbedElement: ['src'],
  HTMLObjectElement: ['data'],
  HTMLInputElement: ['src'],
  HTMLTrackElement: ['src'],
  HTMLFrameElement: ['src'],
  HTMLIFrameElement: ['srcdoc'],
  HTMLLinkElement: ['imageSrcset'],
  HTMLAnchorElement: ['ping'],
  HTMLAreaElement: ['ping'],
  HTMLBodyElement: ['background'],
};
/** Attributes that `elements.ts` sees to. */
const isSeenTo = ({ localName }: Element, name: string): boolean =>
  name === 'src' ? /^(script|img|iframe)$/.test(localName) : name === 'href' && localName === 'link';

/** What scripts give elements to fetch, by whatever attribute: it is set once that may be. */
export function holdAttributes(permits: Permits): Undo[] {
  const intended = new WeakMap<Element, Map<string, unknown>>();
  const hold = (element: Element, name: string, value: unknown, set: (value: unknown) => void): void => {
    const attribute = name.toLowerCase();
    const kind = asksBy(element, attribute);
    const held = kind && heldInValue(kind, String(value), permits, (html) => heldInDocument(html, permits));
    const wants = intended.get(element) ?? new Map<string, unknown>();
    intended.set(element, wants.set(attribute, value));
    if (!held || held.rest !== undefined) set(held ? held.rest : value);
    if (!held) return;
    // What it was last meant to have wins.
    permits.later(held.mark, () => wants.get(attribute) === value && set(value), element);
  };
  const node = (element: Element, attr: Attr, set: () => void) => {
    const held = heldInValue(asksBy(element, attr.name) ?? 'list', attr.value, permits, () => null);
    if (held && asksBy(element, attr.name)) permits.later(held.mark, set, element);
    else return set();
  };
  const undo = Object.entries(PROPERTIES).flatMap(([name, properties]) => {
    const prototype = (window as unknown as Record<string, { prototype: Element } | undefined>)[name]?.prototype;
    return properties.map((property) =>
      prototype
        ? replace(prototype as never, property as never, ({ set }) => ({
            set(this: Element, value: unknown) {
              hold(this, property, value, (given) => set!.call(this, given));
            },
          }))
        : () => {},
    );
  });
  return [
    ...undo,
    replace(window, 'Audio', ({ value: Own }) => ({
      value: new Proxy(Own, {
        construct(of, [address], made) {
          const audio: HTMLAudioElement = Reflect.construct(of, [], made);
          if (address !== undefined) audio.src = address;
          return audio;
        },
      }),
    })),
    replace(Element.prototype, 'setAttribute', ({ value: own }) => ({
      value(this: Element, name: string, value: unknown) {
        const set = (given: unknown) => own.call(this, name, given);
        if (isSeenTo(this, String(name).toLowerCase())) set(value);
        else hold(this, String(name), value, set);
      },
    })),
    replace(Element.prototype, 'setAttributeNS', ({ value: own }) => ({
      value(this: Element, space: string | null, name: string, value: unknown) {
        hold(this, String(name), value, (given) => own.call(this, space, name, given));
      },
    })),
    ...(['setAttributeNode', 'setAttributeNodeNS'] as const).map((name) =>
      replace(Element.prototype, name, ({ value: own }) => ({
        value(this: Element, attr: Attr) {
          return node(this, attr, () => own.call(this, attr)) ?? null;
        },
      })),
    ),
    replace(Attr.prototype, 'value', ({ set }) => ({
      set(this: Attr, value: unknown) {
        if (this.ownerElement) hold(this.ownerElement, this.name, value, (given) => set!.call(this, given));
        else set!.call(this, value);
      },
    })),
  ];
}
