import { inside, MARK, releaseMarked } from './marked';
import type { Permits } from './permits';
import { stopUnmarked } from './unmarked';

/**
 * Looks at what comes into the page, and only at that: holds what is not marked, lets go of what is and may. `onFrames`:
 * frames, or what may hold one, have come or gone.
 */
export function watchPage(permits: Permits, onFrames: () => void): void {
  new MutationObserver((changes) => {
    const came = new Set(changes.flatMap(({ addedNodes }) => [...addedNodes]));
    let frames = changes.some(({ removedNodes }) => [...removedNodes].some(isOrHasFrame));
    for (const root of came) {
      // What is inside is not told of by itself where it came as a piece, and is looked at once where it is.
      if (!(root instanceof Element) || came.has(root.parentNode!)) continue;
      for (const one of [root, ...inside(root, `script,[src],template,[${MARK}]`)]) {
        stopUnmarked(one, permits);
        frames ||= one.matches('iframe,template');
      }
      releaseMarked(permits, [root]);
    }
    if (frames) onFrames();
  }).observe(document, { childList: true, subtree: true });
}

const isOrHasFrame = (node: Node): boolean =>
  node instanceof Element && (node.matches('iframe,template') || node.querySelector('iframe,template') !== null);
