import type { BannerFace } from '@douane/core/banner';
import { luminance } from '@douane/core/colour';
import { body, shadowHost } from './native';

/** An element of ours with a shadow tree in a style of its own, in the colours that suit the page. */
export function raised(name: string, { css, scheme }: Pick<BannerFace, 'css' | 'scheme'>) {
  const made = shadowHost(name);
  const style = new CSSStyleSheet();
  style.replaceSync(css);
  made.root.adoptedStyleSheets = [style];
  if (isDark(scheme)) made.host.setAttribute('data-dark', '');
  return made;
}

/** Whether the second of two palettes is meant: of the device's setting, or of a page that is dark itself. */
function isDark(scheme: BannerFace['scheme']): boolean {
  const device = matchMedia('(prefers-color-scheme: dark)').matches;
  if (scheme !== 'page') return scheme === 'device' && device;
  for (const element of [body(), document.documentElement]) {
    const [r, g, b, alpha = 1] =
      (element &&
        getComputedStyle(element)
          .backgroundColor.match(/[\d.]+/g)
          ?.map(Number)) ??
      [];
    if (b !== undefined && alpha > 0.5) return luminance([r!, g!, b]) < 0.18;
  }
  // A page of no colour is drawn by the browser, dark only where the page says that it can be.
  return device && getComputedStyle(document.documentElement).colorScheme.includes('dark');
}

/** Above everything of the page, whatever it stacks or transforms, where the browser can. */
export function toTop(host: HTMLElement): void {
  host.popover = 'manual';
  host.showPopover?.();
}
