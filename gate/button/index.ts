import { BUTTON_ELEMENT } from '@douane/core/consent/banner-marks';
import { directionOf } from '@douane/core/language';
import { el } from '../dom';
import { raised } from '../host';
import { allOf, body } from '../native';
import type { ButtonOptions } from '../types';

const ICON = 'M3 2h10a5 5 0 0 1 0 12H3zM6 8l2 2 4-4';
/** The icon that the California regulations ask for beside the link: a pill with a tick and a cross (11 CCR 7015(b)). */
const OPT_OUT_ICON = 'M8 1h14a7 7 0 0 1 0 14H8A7 7 0 0 1 8 1zM17 1l-4 14M6 8l2 2 3-4M18 6l4 4M22 6l-4 4';

/** The choices button, by which a visitor comes back to the choice at any time. There is one at the most. */
export function showButton({ face, language, decision, onOpen }: ButtonOptions): void {
  if (allOf(BUTTON_ELEMENT).length > 0) return;
  const { shows = {}, modes } = decision;
  const objecting = Object.values(modes).includes('opt-out');
  const [link] = shows.links ?? [];
  const [ask, object] = face.words[language]!;
  // A law that names the link names it in English; in other languages it is translated.
  const words = objecting ? (link && /^en\b/.test(language) ? link : object) : ask;
  const { host, root } = raised(BUTTON_ELEMENT, face);
  host.lang = language;
  host.dir = directionOf(language);
  const withIcon = face.shape !== 'words' || shows.linkIcon;
  // Where the law asks for the words, an icon alone does not do.
  const withWords = face.shape !== 'icon' || (objecting && link);
  const button = el('button', { type: 'button', 'data-act': 'open' }, [
    ...(withIcon ? [drawn(shows.linkIcon ? OPT_OUT_ICON : ICON)] : []),
    ...(withWords ? [words] : []),
  ]);
  if (!withWords) button.setAttribute('aria-label', words);
  button.onclick = onOpen;
  root.append(button);
  body()!.append(host);
  if (face.hideFor) hideWhile(face.hideFor, host, button);
}

function drawn(path: string): SVGElement {
  const svg = document.createElementNS('http://www.w3.org/2000/svg', 'svg');
  const wide = path === OPT_OUT_ICON;
  const line = document.createElementNS(svg.namespaceURI, 'path');
  for (const [name, value] of Object.entries({ viewBox: wide ? '0 0 30 16' : '0 0 20 16', 'aria-hidden': 'true' }))
    svg.setAttribute(name, value);
  for (const [name, value] of Object.entries({ d: path, fill: 'none', stroke: 'currentColor', 'stroke-width': '1.6' }))
    line.setAttribute(name, value);
  svg.append(line);
  return svg as SVGElement;
}

/** Out of the way of something else of the page, a chat bubble say, for as long as that is to be seen. */
function hideWhile(selector: string, host: HTMLElement, button: HTMLElement): void {
  let planned: ReturnType<typeof setTimeout> | undefined;
  const look = () => {
    planned = undefined;
    let seen = false;
    try {
      seen = [...allOf(selector)].some((element) => element.checkVisibility?.({ visibilityProperty: true }) ?? true);
    } catch {
      // No selector: nothing is to be made way for.
    }
    button.hidden = seen;
    button.style.setProperty('display', seen ? 'none' : '');
  };
  const watcher = new MutationObserver(() => {
    if (!host.isConnected) watcher.disconnect();
    else if (planned === undefined) planned = setTimeout(look, 150);
  });
  watcher.observe(document.documentElement, { childList: true, subtree: true, attributes: true });
  look();
}
