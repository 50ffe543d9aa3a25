import { BUTTON_ELEMENT } from '@douane/core/consent/banner-marks';
import type { Look } from '../types';

/** The choices button, by which a visitor comes back to the choice at any time. */
export function showButton(label: string, look: Look, onOpen: () => void): void {
  const add = () => {
    if (document.querySelector(BUTTON_ELEMENT)) return;
    const host = document.createElement(BUTTON_ELEMENT);
    const button = document.createElement('button');
    button.textContent = label;
    button.type = 'button';
    // Set through the object model, which a page's style policy does not forbid.
    button.style.cssText = `all:initial;box-sizing:border-box;position:fixed;left:16px;bottom:16px;z-index:2147483646;min-height:32px;padding:6px 12px;font:600 13px/1.4 system-ui,sans-serif;color:${look.ink};background:${look.sheet};border:1px solid ${look.ink};border-radius:${look.radius}px;cursor:pointer`;
    button.onfocus = () => {
      button.style.outline = `3px solid ${look.accent}`;
      button.style.outlineOffset = '2px';
    };
    button.onblur = () => {
      button.style.outline = 'none';
    };
    button.onclick = onOpen;
    host.attachShadow({ mode: 'open' }).append(button);
    document.body.append(host);
  };
  if (document.body) add();
  else document.addEventListener('DOMContentLoaded', add);
}
