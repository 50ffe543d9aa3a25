import { allIn, allOf, has } from '../native';
import { MARK, releaseMarked } from './marked';
import type { Permits } from './permits';
import { SPECULATION, stopUnmarked } from './unmarked';

/** What may have to be let go of, or has something stand in its place, or no policy holds. */
const SEEN = `iframe,template,[${MARK}],${SPECULATION}`;
/** What may have to be held besides, in one look. */
const WATCHED = `script,[src],${SEEN}`;
/** How often is looked while the page is read and the browser holds, in ms: to no visitor it seems late. */
const PACE_MS = 40;

/**
 * Looks at what comes into the page, and only at that: holds what is not marked, lets go of what is and may. `onFrames`:
 * frames, or what may hold one, have come or gone.
 *
 * A page is read in hundreds of pieces, and to go through each as it comes costs more than all else the gate does. So
 * where nothing is to be kept from running by a look, since the browser's own policy does that, only the script that the
 * parser has come to is looked at in time, and the rest a little later.
 *
 * @param isAlone Whether no policy holds beside the gate.
 */
export function watchPage(permits: Permits, isAlone: boolean, onFrames: () => void): void {
  const watched = isAlone ? WATCHED : SEEN;
  let isAwaited = false;
  let frames = false;
  const look = (element: Element) => {
    stopUnmarked(element, permits, isAlone);
    if (has(element, MARK)) releaseMarked(permits, element);
    frames ||= isFrame(element);
  };
  const lookAt = (elements: Iterable<Element>) => {
    for (const element of elements) look(element);
  };
  const tell = () => {
    if (frames) onFrames();
    frames = false;
  };
  const lookAround = () => {
    isAwaited = false;
    lookAt(allOf(watched));
    tell();
  };
  new MutationObserver((changes) => {
    if (!isAlone && document.readyState === 'loading') {
      const { target, addedNodes } = changes[changes.length - 1]!;
      // Its text comes into a script after itself.
      const script = target instanceof HTMLScriptElement ? target : addedNodes[0];
      if (script instanceof HTMLScriptElement && script.hasAttributes()) look(script);
      if (!isAwaited) setTimeout(lookAround, PACE_MS);
      isAwaited = true;
      return;
    }
    for (const { addedNodes, removedNodes } of changes) {
      for (const node of addedNodes) {
        if (!isElement(node)) continue;
        look(node);
        // What came as a piece is told of by its outermost alone; to look twice does nothing more.
        lookAt(allIn(node, watched));
      }
      for (const node of removedNodes) frames ||= isElement(node) && (isFrame(node) || hasFrame(node));
    }
    tell();
  }).observe(document, { childList: true, subtree: true });
  // Now that all is there: also what has content.
  addEventListener('DOMContentLoaded', lookAround);
}

const isElement = (node: Node): node is Element => node.nodeType === 1;
const isFrame = ({ localName }: Element): boolean => localName === 'iframe' || localName === 'template';
const hasFrame = (element: Element): boolean => allIn(element, 'iframe,template').length > 0;
