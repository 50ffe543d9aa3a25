import { allIn, allOf, has } from '../native';
import { MARK, releaseMarked } from './marked';
import { holdFrame } from './mechanisms/realms';
import type { Permits } from './permits';
import { SPECULATION, stopUnmarked } from './unmarked';

const FRAMES = 'iframe,template';
/** What may have to be let go of, or has something stand in its place, or no policy holds. */
const SEEN = `${FRAMES},[${MARK}],${SPECULATION}`;
/** How often is looked while the page is read and the browser holds, in ms: to no visitor it seems late. */
const PACE_MS = 80;
/**
 * How often is looked as pieces of the page come, where the browser holds. To be called at all, at each script of it, is
 * what costs: 0.13 ms with the processor slowed four times, 50 ms on a page of 400 scripts.
 */
const IN_TIME = 16;

/**
 * Looks at what comes into the page, and only at that: holds what is not marked, lets go of what is and may. `onFrames`:
 * frames, or what may hold one, have come or gone.
 *
 * A page is read in hundreds of pieces, and to be told of each costs more than all else the gate does: the browser makes
 * a record of it, and hands over thousands in one call. So where nothing is to be kept from running by a look, since the
 * browser's own policy does that, it is only told when something comes into the head, or the body itself, and that a few
 * times; else it looks a little later.
 *
 * @param alone Where no policy holds beside the gate: what is to be done with each element as it comes, and again when its
 * style has changed.
 */
export function watchPage(permits: Permits, alone: ((element: Element) => void) | false, onFrames: () => void): void {
  // Anything may have a style.
  const watched = alone ? '*' : SEEN;
  let pieces = 0;
  let frames: unknown;
  const look = (element: Element) => {
    if (alone) alone(element);
    stopUnmarked(element, permits);
    if (element.localName === 'iframe') holdFrame(element);
    if (has(element, MARK)) void releaseMarked(permits, element);
    frames ||= isFrame(element);
  };
  const lookAt = (elements: Iterable<Element>) => {
    for (const element of elements) look(element);
  };
  const tell = () => {
    if (frames) onFrames();
    frames = null;
  };
  const lookAround = () => {
    lookAt(allOf(watched));
    tell();
  };
  const observer = new MutationObserver((changes) => {
    if (!alone && document.readyState === 'loading') {
      lookAround();
      if (++pieces > IN_TIME) observer.disconnect();
      return;
    }
    for (const { target, addedNodes, removedNodes } of changes) {
      // Its style, or the text of one.
      if (alone && isElement(target) && (addedNodes.length === 0 || target.localName === 'style')) alone(target);
      for (const node of addedNodes) {
        if (!isElement(node)) continue;
        look(node);
        // What came as a piece is told of by its outermost alone; to look twice does nothing more.
        lookAt(allIn(node, watched));
      }
      for (const node of removedNodes) if (isElement(node)) frames ||= isFrame(node) || allIn(node, FRAMES)[0];
    }
    tell();
  });
  const observe = (node: Node, subtree = true) =>
    observer.observe(node, { childList: true, subtree, ...(alone && { attributeFilter: ['style'] }) });
  observe(alone ? document : document.head);
  if (!alone) observe(document.documentElement, false);
  const beat = alone ? 0 : setInterval(lookAround, PACE_MS);
  // Now that all is there: also what has content.
  addEventListener('DOMContentLoaded', () => {
    clearInterval(beat);
    observe(document);
    lookAround();
  });
}

const isElement = (node: Node): node is Element => node.nodeType === 1;
const isFrame = ({ localName }: Element): boolean => localName === 'iframe' || localName === 'template';
