import { readableOn } from '../colour/index';
import type { Banner, BannerForm, ChoicesButton, Face, Palette } from '../setup/types';

/** What of a banner decides how it is drawn. */
export type Drawn = Pick<Banner, 'form' | 'face' | 'button'>;

const SHADOWS: Record<Face['shadow'], string> = {
  none: 'none',
  soft: '0 2px 14px rgb(0 0 0/.18)',
  deep: '0 10px 44px rgb(0 0 0/.38)',
};
const SYSTEM = 'system-ui,sans-serif';

const variables = ({ sheet, ink, accent, line }: Palette) =>
  `--sheet:${sheet};--ink:${ink};--accent:${accent};--on:${readableOn(accent)};--line:${line}`;

/** Where a sheet or button stands at a corner, so far from the edges. */
function atCorner(corner: BannerForm['corner'], x: number, y: number): string {
  const [edge, side] = corner.split('-') as [string, string];
  return `${edge}:${y}px;${side}:${x}px`;
}

/**
 * Colours and type, for the sheet and the choices button alike. The tree they live in is a shadow tree whose host takes
 * nothing from the page; sizes go by the visitor's own type size, not by the page's.
 */
function faceRules({ scheme, light, dark, family, size, radius }: Face): string {
  const [first, second] = scheme === 'dark' ? [dark, light] : [light, dark];
  const font = family ? `${family},${SYSTEM}` : SYSTEM;
  return `:host{all:initial!important;${variables(first)};--radius:${radius}px;--font:${font};--size:${size / 16}em}
:host([data-dark]){${variables(second)}}
@media print{:host{display:none!important}}
*{box-sizing:border-box}
:focus-visible{outline:3px solid var(--ink);outline-offset:2px}
@media(forced-colors:active){button,.sheet{border:1px solid}}
`;
}

const FORM_RULES: Record<BannerForm['kind'], (drawn: Drawn) => string> = {
  bar: ({ form }) =>
    `.sheet{${form.edge}:0;left:0;right:0;border-width:${form.edge === 'top' ? '0 0 var(--edge)' : 'var(--edge) 0 0'};border-radius:0}
.first{display:grid;grid-template-columns:minmax(0,1fr) auto;gap:0 calc(2*var(--space));align-items:end}
.first>*{grid-column:1}.first>.acts{grid-column:2;grid-row:1/span 9;align-self:center;min-width:min(560px,40vw)}
@media(max-width:900px){.first{display:block}}`,
  card: ({ form, face }) =>
    `.sheet{${atCorner(form.corner, 16, 16)};width:min(${face.width}px,calc(100vw - 32px))}
.first>.acts{grid-template-columns:repeat(auto-fit,minmax(min(190px,100%),1fr))}
@media(max-width:480px){.sheet{left:0;right:0;${form.corner.split('-')[0]}:0;width:auto}}`,
  dialog: ({ face }) => `.sheet{inset:0;margin:auto;width:min(${face.width}px,calc(100vw - 32px));height:fit-content}`,
  // Where the page has no such element, along the lower edge.
  within: () => '.sheet:not(.astray){position:static;max-height:none}.astray{inset:auto 0 0;border-radius:0}',
};

/** The banner's style sheet, for all its layers. */
export function bannerCss(drawn: Drawn): string {
  const { form, face } = drawn;
  const { space, border, shadow, css = '' } = face;
  return `${faceRules(face)}:host{--space:${space}px;--edge:${border}px}
.sheet{position:fixed;z-index:2147483647;max-height:100vh;max-height:100dvh;overflow:auto;margin:0;padding:calc(1.4*var(--space)) calc(1.8*var(--space));background:var(--sheet);color:var(--ink);border:var(--edge) solid var(--line);border-radius:var(--radius);box-shadow:${SHADOWS[shadow]};font:var(--size)/1.5 var(--font);text-align:start;overflow-wrap:anywhere}
${FORM_RULES[form.kind](drawn)}
.panel{${form.kind === 'within' ? '' : `inset:0;margin:auto;height:fit-content;width:min(${Math.max(face.width, 720)}px,100vw);border-width:var(--edge);border-radius:var(--radius);`}}
.notice{padding:var(--space) calc(1.5*var(--space))}
::backdrop{background:rgb(0 0 0/.55)}
.sheet>*{margin:0 0 var(--space)}.sheet>:last-child{margin:0}
h2{font-size:1.25em;line-height:1.3}h2:focus{outline:none}h3{font-size:1em;margin:calc(.6*var(--space)) 0 4px}
p{margin:0 0 8px;max-width:78ch}
ul{list-style:none;margin:0;padding:0}
.logo{display:block;max-width:100%;height:auto;max-height:64px;object-fit:contain}
.purposes>li{padding:calc(.7*var(--space)) 0;border-top:1px solid color-mix(in srgb,var(--line) 45%,transparent)}
.purpose{display:flex;gap:10px;align-items:center;min-height:28px}
.more{margin-inline-start:30px;font-size:.94em}
.more p{margin:0 0 4px}
.first .purposes{display:flex;flex-wrap:wrap;gap:0 18px}.first .purposes>li{border:0;padding:2px 0}
input[type=checkbox]{width:20px;height:20px;margin:0;flex:none;accent-color:var(--accent)}
input[type=search]{width:100%;min-height:36px;padding:4px 10px;font:inherit;color:inherit;background:var(--sheet);border:1px solid var(--ink);border-radius:min(var(--radius),8px)}
summary{cursor:pointer;min-height:28px;padding:4px 0}
dl{display:grid;grid-template-columns:auto minmax(0,1fr);gap:2px 14px;margin:0 0 var(--space)}dt{font-weight:600}dd{margin:0}
a,.link{color:var(--ink);text-decoration:underline}
.link{min-height:28px;padding:2px 0;border:0;background:none;font:inherit;text-align:start}
code{font-family:ui-monospace,monospace;font-size:.9em}
.acts{display:grid;grid-template-columns:repeat(auto-fit,minmax(min(150px,100%),1fr));grid-auto-rows:1fr;gap:10px}
.act{min-height:44px;padding:8px 14px;font:600 1em/1.3 var(--font);border:2px solid var(--accent);border-radius:var(--radius);background:var(--accent);color:var(--on);cursor:pointer}
.act.outlined{background:none;color:var(--ink)}
.act.plain{background:none;border-color:transparent;color:var(--ink);text-decoration:underline}
button{cursor:pointer}button:disabled{opacity:.6;cursor:progress}
.x{float:inline-end;min-width:44px;min-height:44px;margin:-8px -12px 4px 8px;padding:0;border:0;background:none;color:inherit;font:400 1.6em/1 var(--font)}
.panel>.acts{position:sticky;bottom:calc(-1.4*var(--space));padding:10px 0 calc(1.4*var(--space));margin:0 0 calc(-1.4*var(--space));background:var(--sheet);border-top:1px solid color-mix(in srgb,var(--line) 45%,transparent)}
.note{padding:8px 12px;border-inline-start:4px solid var(--accent)}
.failed:empty{display:none}.failed{padding:10px 12px;border:2px solid currentColor}
.fine{font-size:.93em}
.said{position:absolute;width:1px;height:1px;overflow:hidden;clip-path:inset(50%)}
@media(max-width:480px){.sheet{padding:14px 16px}.acts{grid-template-columns:1fr;gap:8px}}
@media(max-height:460px){.panel>.acts{position:static;margin:0;padding:10px 0 0}}
${css}`;
}

/** The choices button's style sheet. */
export function buttonCss({ face, button }: Pick<Drawn, 'face' | 'button'>): string {
  const { corner, offset, phone, desktop } = button;
  const hidden = '{button{display:none}}';
  return `${faceRules(face)}button{position:fixed;z-index:2147483646;${atCorner(corner, offset.x, offset.y)};display:flex;align-items:center;gap:8px;min-width:28px;min-height:28px;max-width:calc(100vw - ${2 * offset.x}px);padding:6px 12px;font:600 .82em/1.4 var(--font);color:var(--ink);background:var(--sheet);border:1px solid var(--ink);border-radius:var(--radius);cursor:pointer}
svg{flex:none;height:1.1em;width:auto}
${phone ? '' : `@media(max-width:600px)${hidden}`}${desktop ? '' : `@media(min-width:601px)${hidden}`}`;
}

/** The style sheet of what stands in for held content. */
export const heldCss = ({ face }: Pick<Drawn, 'face'>): string =>
  `${faceRules(face)}:host{display:block!important}
.held{display:flex;flex-direction:column;justify-content:center;align-items:flex-start;gap:8px;max-width:100%;padding:14px 18px;background:var(--sheet);color:var(--ink);border:1px solid var(--line);border-radius:var(--radius);font:var(--size)/1.45 var(--font);text-align:start;overflow-wrap:anywhere}
h2{margin:0;font-size:1.1em}p{margin:0;max-width:64ch}p:empty{display:none}a{color:inherit}img{max-width:100%;max-height:180px}
.acts{display:flex;flex-wrap:wrap;gap:8px}
.act{min-height:36px;padding:6px 14px;font:600 1em/1.3 var(--font);border:2px solid var(--accent);border-radius:var(--radius);background:var(--accent);color:var(--on);cursor:pointer}`;

/** Whether a choices button of this setting shows anywhere. */
export const isButtonShown = ({ shown, phone, desktop }: ChoicesButton): boolean => shown && (phone || desktop);
