import { allIn, has } from '../native';
import { MARK, releaseMarked } from './marked';
import type { Permits } from './permits';
import { stopUnmarked } from './unmarked';

/** What may have to be held or let go of, in one look. */
const WATCHED = `script,[src],template,[${MARK}]`;

/**
 * Looks at what comes into the page, and only at that: holds what is not marked, lets go of what is and may. `onFrames`:
 * frames, or what may hold one, have come or gone. It runs hundreds of times while a page is read, so it makes nothing
 * that it can do without.
 */
export function watchPage(permits: Permits, onFrames: () => void): void {
  let frames = false;
  const look = (element: Element) => {
    stopUnmarked(element, permits);
    if (has(element, MARK)) releaseMarked(permits, element);
    frames ||= isFrame(element);
  };
  new MutationObserver((changes) => {
    frames = false;
    for (const { addedNodes, removedNodes } of changes) {
      for (const node of addedNodes) {
        if (!isElement(node)) continue;
        look(node);
        // What came as a piece is told of by its outermost alone; to look twice does nothing more.
        for (const inner of allIn(node, WATCHED)) look(inner);
      }
      for (const node of removedNodes) frames ||= isElement(node) && (isFrame(node) || hasFrame(node));
    }
    if (frames) onFrames();
  }).observe(document, { childList: true, subtree: true });
  // What has content, now that all of it is there.
  addEventListener('DOMContentLoaded', () => releaseMarked(permits));
}

const isElement = (node: Node): node is Element => node.nodeType === 1;
const isFrame = ({ localName }: Element): boolean => localName === 'iframe' || localName === 'template';
const hasFrame = (element: Element): boolean => allIn(element, 'iframe,template').length > 0;
