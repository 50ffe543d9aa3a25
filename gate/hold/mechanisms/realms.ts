import { REPLACED, replace, type Undo } from './replace';

type Realm = Window & typeof globalThis;

const held = new WeakSet<Document>();
const ownWindow = Object.getOwnPropertyDescriptor(HTMLIFrameElement.prototype, 'contentWindow')!.get!;

/**
 * Puts what the gate has in the place of the browser's own into the realm of a frame, too, where it can be reached from
 * here: a script of the page could take the browser's own from there. What is put into a frame's first, empty document
 * stays for the page of the site's own that it then gets (HTML, section 7.4.5: the window is used again); a frame that is
 * led on after that has a new realm.
 */
export function holdFrame(frame: Element): void {
  holdRealm(ownWindow.call(frame));
}

/** The same for any window. */
export function holdRealm(realm: Realm | null): void {
  try {
    if (!realm || realm === window || held.has(realm.document)) return;
    held.add(realm.document);
    onLoad(realm.document);
    const globals = realm as unknown as Record<string, { prototype: object } | undefined>;
    for (const [of, name] of REPLACED) {
      const there = of === window ? realm : globals[of.constructor.name]?.prototype;
      const here = Object.getOwnPropertyDescriptor(of, name);
      if (there && here && Object.hasOwn(there, name)) Object.defineProperty(there, name, here);
    }
  } catch {
    // Another origin's: nobody of this page reaches it either.
  }
}

/** The browser tells at once that an empty frame is loaded, whoever put it in, before anybody else can reach it. */
const onLoad = (document: Document) => document.addEventListener('load', hear, true);
const hear = ({ target }: Event) => {
  if ((target as Element).localName === 'iframe') holdFrame(target as Element);
};

/** Whoever asks a frame for its realm gets one that is held. */
export function holdRealms(): Undo[] {
  onLoad(document);
  return [
    () => document.removeEventListener('load', hear, true),
    ...(['contentWindow', 'contentDocument'] as const).map((name) =>
      replace(HTMLIFrameElement.prototype, name, ({ get }) => ({
        get(this: HTMLIFrameElement) {
          holdFrame(this);
          return get!.call(this);
        },
      })),
    ),
  ];
}
