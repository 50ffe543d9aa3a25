import { REPLACED, replace, type Undo } from '../mechanisms/replace';

const held = new WeakSet<Document>();

/**
 * Puts what the gate has in the place of the browser's own into the realm of a frame, too, where it can be reached from
 * here: a script of the page could take the browser's own from there. A frame that has been led elsewhere has a new realm.
 */
export function holdFrame(frame: HTMLIFrameElement): void {
  try {
    holdRealm(own.contentWindow.call(frame));
  } catch {
    // Another origin's: nobody of this page reaches it either.
  }
}

function holdRealm(realm: (Window & typeof globalThis) | null): void {
  if (!realm || realm === window || held.has(realm.document)) return;
  held.add(realm.document);
  const globals = realm as unknown as Record<string, { prototype: object } | undefined>;
  for (const [of, name] of REPLACED) {
    const there = of === window ? realm : globals[of.constructor.name]?.prototype;
    const here = Object.getOwnPropertyDescriptor(of, name);
    if (there && here && Object.hasOwn(there, name)) Object.defineProperty(there, name, here);
  }
}

const getter = <Name extends 'contentWindow' | 'contentDocument'>(name: Name) =>
  Object.getOwnPropertyDescriptor(HTMLIFrameElement.prototype, name)!.get as () => HTMLIFrameElement[Name];
const own = { contentWindow: getter('contentWindow') as () => (Window & typeof globalThis) | null };

/** Whoever asks a frame for its realm gets one that is held. */
export function holdRealms(): Undo[] {
  return (['contentWindow', 'contentDocument'] as const).map((name) =>
    replace(HTMLIFrameElement.prototype, name, ({ get }) => ({
      get(this: HTMLIFrameElement) {
        holdFrame(this);
        return get!.call(this);
      },
    })),
  );
}
