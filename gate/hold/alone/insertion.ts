import { allIn } from '../../native';
import { holdFrame } from '../mechanisms/realms';
import { replace, type Undo } from '../mechanisms/replace';
import type { Permits } from '../permits';
import { isInert, markBelow, markElement, releaseBelow } from './mark';

/** Methods that put nodes in, all of which they are given. */
const METHODS: Record<string, string[]> = {
  Node: ['appendChild', 'insertBefore', 'replaceChild'],
  Element: ['append', 'prepend', 'before', 'after', 'replaceWith', 'replaceChildren', 'insertAdjacentElement'],
  Document: ['append', 'prepend', 'replaceChildren'],
  DocumentFragment: ['append', 'prepend', 'replaceChildren'],
  CharacterData: ['before', 'after', 'replaceWith'],
  Range: ['insertNode'],
};

/**
 * Elements that scripts put into the page: what they fetch as soon as they stand in it, as a style that imports, is marked
 * before, and a frame's realm of its own is held before anybody else can have it.
 */
export function holdInsertion(permits: Permits): Undo[] {
  const prepare = (node: unknown) => {
    if (node instanceof Element) markElement(node, permits);
    if (node instanceof Element || node instanceof DocumentFragment) markBelow(node, permits);
  };
  const finish = (node: unknown) => {
    if (node instanceof HTMLIFrameElement) holdFrame(node);
    else if (node instanceof Element && node.firstElementChild)
      for (const frame of allIn(node, 'iframe')) holdFrame(frame as HTMLIFrameElement);
  };
  // What is taken over from another document may be fetched for before it stands anywhere.
  const takes = (['adoptNode', 'importNode'] as const).map((name) =>
    replace(Document.prototype, name, ({ value: own }) => ({
      value(this: Document, node: Node, ...deep: unknown[]) {
        if (!isInert(node)) return own.call(this, node, ...deep);
        // The original of an import stays as it is.
        const given = name === 'importNode' ? node.cloneNode(true) : node;
        prepare(given);
        const taken: Node = own.call(this, given, ...deep);
        if (taken instanceof Element || taken instanceof DocumentFragment) releaseBelow(taken, permits);
        return taken;
      },
    })),
  );
  const methods = Object.entries(METHODS).flatMap(([of, names]) => {
    const { prototype } = (window as unknown as Record<string, { prototype: Record<string, unknown> }>)[of]!;
    return names.map((name) =>
      replace(prototype, name, ({ value: own }) => ({
        value(this: Node, ...given: unknown[]) {
          for (const one of given) prepare(one);
          // What a fragment held is in its place afterwards.
          const all = given.flatMap((one) => (one instanceof DocumentFragment ? [...one.children] : [one]));
          const done = own.apply(this, given);
          for (const one of all) finish(one);
          return done;
        },
      })),
    );
  });
  return [...takes, ...methods];
}
