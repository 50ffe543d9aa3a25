import { BANNER_ELEMENT, BUTTON_ELEMENT, HELD_ELEMENT } from '@douane/core/consent/banner-marks';
import type { SpokenPiece } from './message';

const HEARD = 'h2,h3,p,label,li,dt,dd,summary,a[href],button,input,canvas[role=img]';

/** What of the banner or button a screen reader comes to, in its order, and how it says it. */
export function spokenPieces(): SpokenPiece[] {
  const root = document.querySelector(`${BANNER_ELEMENT},${BUTTON_ELEMENT},${HELD_ELEMENT}`)?.shadowRoot;
  if (!root) return [];
  const sheet = root.querySelector('.sheet');
  const role = sheet?.localName === 'dialog' ? 'dialog' : sheet?.getAttribute('role');
  const title = root.getElementById('t')?.textContent;
  const head: SpokenPiece[] = role && title ? [{ says: `${role}, ${title}`, stop: false }] : [];
  const pieces = [...root.querySelectorAll<HTMLElement>(HEARD)].flatMap((element): SpokenPiece[] => {
    if (!element.checkVisibility?.({ visibilityProperty: true })) return [];
    const name = element.getAttribute('aria-label') ?? element.textContent?.trim() ?? '';
    if (element instanceof HTMLInputElement) {
      const label = root.querySelector(`label[for="${element.id}"]`)?.textContent ?? name;
      const state =
        element.type === 'checkbox' ? `checkbox, ${element.checked ? 'ticked' : 'not ticked'}` : 'search field';
      return [{ says: `${label}, ${state}${element.disabled ? ', cannot be changed' : ''}`, stop: !element.disabled }];
    }
    switch (element.localName) {
      case 'button':
        return [{ says: `${name}, button`, stop: true }];
      case 'a':
        return [{ says: `${name}, link`, stop: true }];
      case 'summary':
        return [{ says: `${name}, closed`, stop: true }];
      case 'h2':
      case 'h3':
        return [{ says: `${name}, heading ${element.localName[1]}`, stop: false }];
      case 'canvas':
        return [{ says: `${name}, picture`, stop: false }];
      case 'label':
        return []; // said with its box
      default: {
        // What controls say is said by them.
        const own = [...element.childNodes].filter(
          (node) => node.nodeType === Node.TEXT_NODE || /^(B|I|CODE)$/.test(node.nodeName),
        );
        const words = own
          .map((node) => node.textContent)
          .join('')
          .trim();
        return words ? [{ says: words, stop: false }] : [];
      }
    }
  });
  return [...head, ...pieces];
}
