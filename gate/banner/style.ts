import type { Look } from '../types';

/** The banner's style sheet, for one look. It lives in a shadow tree, so the page's own styles neither reach nor suffer it. */
export function styleOf({ sheet, ink, accent, radius }: Look): string {
  return `
*{box-sizing:border-box}
.sheet{position:fixed;z-index:2147483647;left:0;right:0;bottom:0;max-height:100vh;overflow:auto;padding:20px 24px;
  background:${sheet};color:${ink};border:1px solid ${ink};font:15px/1.5 system-ui,sans-serif;border-radius:${radius}px ${radius}px 0 0}
.corner{left:auto;right:16px;bottom:16px;width:min(420px,calc(100vw - 32px));border-radius:${radius}px}
.middle{left:50%;right:auto;bottom:auto;top:50%;width:min(560px,calc(100vw - 32px));transform:translate(-50%,-50%);border-radius:${radius}px}
.panel{max-width:720px;margin:0 auto}
h2{margin:0 0 8px;font-size:19px;line-height:1.3}
p{margin:0 0 12px;max-width:78ch}
ul{list-style:none;margin:0 0 12px;padding:0}
.sheet>ul>li{padding:10px 0;border-top:1px solid color-mix(in srgb,${ink} 20%,transparent)}
.purpose{display:flex;gap:10px;align-items:center}
.purpose+p{margin:2px 0 4px 30px}
input{width:20px;height:20px;margin:0;accent-color:${accent}}
details{margin-left:30px;font-size:14px}
summary{cursor:pointer;padding:4px 0}
details ul{margin:0 0 4px;padding-left:14px}
a{color:inherit}
code{font-family:ui-monospace,monospace;font-size:.9em;overflow-wrap:anywhere}
.acts{display:grid;grid-template-columns:repeat(auto-fit,minmax(150px,1fr));gap:10px;max-width:640px}
button{min-height:44px;padding:8px 14px;font:600 15px/1.3 system-ui,sans-serif;border:1px solid ${accent};border-radius:${radius}px;
  background:${accent};color:${readableOn(accent)};cursor:pointer}
button.plain{margin-top:10px;background:transparent;color:inherit;border-color:transparent;text-decoration:underline}
button:disabled{opacity:.6;cursor:progress}
:focus-visible{outline:3px solid ${ink};outline-offset:2px}
h2:focus{outline:none}
.panel .acts{position:sticky;bottom:-20px;margin:0 -24px;padding:10px 24px 20px;max-width:none;background:${sheet};border-top:1px solid color-mix(in srgb,${ink} 20%,transparent)}
.note{padding:8px 12px;border-left:4px solid ${accent}}
.failed:not(:empty){padding:10px 12px;margin:0 0 12px;border:2px solid #b3261e}
.fine{font-size:13px}
@media (max-width:480px){.sheet{padding:16px}.acts{grid-template-columns:1fr}.panel .acts{gap:6px;bottom:-16px;margin:0 -16px;padding:8px 16px 16px}}
`;
}

/** Black or white, whichever stands out more from a colour (WCAG 2.2 relative luminance). */
export function readableOn(colour: string): '#000000' | '#ffffff' {
  const [r, g, b] = [1, 3, 5].map((i) => {
    const c = Number.parseInt(colour.slice(i, i + 2), 16) / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  }) as [number, number, number];
  const luminance = 0.2126 * r + 0.7152 * g + 0.0722 * b;
  return luminance > 0.179 ? '#000000' : '#ffffff';
}
