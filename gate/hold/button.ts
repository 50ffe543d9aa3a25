import { BUTTON_ELEMENT } from '@douane/core/consent/banner-marks';
import { allOf, body, create, shadowHost, whenBody } from '../native';
import type { Look } from '../types';

/** The choices button, by which a visitor comes back to the choice at any time. */
export function showButton(label: string, look: Look, onOpen: () => void): void {
  whenBody(() => {
    if (allOf(BUTTON_ELEMENT).length > 0) return;
    const { host, root } = shadowHost(BUTTON_ELEMENT);
    const button = create('button');
    button.textContent = label;
    button.type = 'button';
    button.style.cssText = `all:initial;position:fixed;left:16px;bottom:16px;z-index:2147483646;padding:6px 12px;font:600 13px/1.4 system-ui,sans-serif;color:${look.ink};background:${look.sheet};border:1px solid ${look.ink};border-radius:${look.radius}px;cursor:pointer`;
    button.onfocus = () => {
      button.style.outline = `3px solid ${look.accent}`;
      button.style.outlineOffset = '2px';
    };
    button.onblur = () => {
      button.style.outline = 'none';
    };
    button.onclick = onOpen;
    root.append(button);
    body()!.append(host);
  });
}
