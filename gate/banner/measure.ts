import { contrastOfRgb } from '@douane/core/colour';
import { BANNER_ELEMENT, purposeBoxId } from '@douane/core/consent/banner-marks';
import type { MeasuredAct, MeasuredLayer } from '@douane/core/lint';
import { allOf } from '../native';

type Rgba = [number, number, number, number];

/**
 * The banner that stands in this page, as the browser drew it; `null` where none does. Not part of what visitors load:
 * the preview and the tests look with it at what visitors would see.
 */
export function measureBanner(layer: MeasuredLayer['layer']): MeasuredLayer | null {
  const root = allOf(BANNER_ELEMENT)[0]?.shadowRoot;
  const sheet = root?.querySelector<HTMLElement>('.sheet');
  if (!root || !sheet) return null;
  const controls = [...sheet.querySelectorAll<HTMLElement>('[data-act]')].filter(
    (e) => !e.closest('details:not([open])'),
  );
  const words = [...sheet.querySelectorAll<HTMLElement>('h2,h3,p,b,i,a,label,summary,button,dt,dd,li')].filter(
    hasWords,
  );
  const seen = words.filter(isSeen);
  const sizes = seen.map((element) => number(getComputedStyle(element).fontSize));
  const faint = seen
    .map((element) => ({ words: wordsOf(element), contrast: contrastOf(element, root), needs: neededBy(element) }))
    .filter(({ contrast, needs }) => contrast < needs - 0.01)
    .sort((a, b) => a.contrast - b.contrast);
  const ours = sheet.getBoundingClientRect();
  return {
    layer,
    sheet: boxOf(ours),
    modal: sheet.localName === 'dialog',
    acts: controls.slice(0, 60).map((element) => measureAct(element, sheet, root)),
    ticks: [...sheet.querySelectorAll<HTMLInputElement>('input[type=checkbox]')].map(({ id, checked, disabled }) => ({
      purpose: id.slice(purposeBoxId('').length),
      ticked: checked,
      fixed: disabled,
    })),
    faint: faint.slice(0, 20),
    smallest: Math.min(...sizes, 99),
    titleSeen: seenIn(sheet, 'h2'),
    bodySeen: seenIn(sheet, layer === 'first' ? 'h2~p' : '.purposes'),
    policySeen: seenIn(sheet, 'p>a'),
    cutOff: isCutOff(sheet, ours),
    moves: [sheet, ...sheet.querySelectorAll<HTMLElement>('*')].some((element) => {
      const { animationName, animationDuration, transitionDuration } = getComputedStyle(element);
      return (animationName !== 'none' && number(animationDuration) > 0) || number(transitionDuration) > 0;
    }),
  };
}

function measureAct(element: HTMLElement, sheet: HTMLElement, root: ShadowRoot): MeasuredAct {
  const style = getComputedStyle(element);
  const box = element.getBoundingClientRect();
  const behind = backgroundOf(element.parentElement!, root);
  const surface = over(parse(style.backgroundColor), behind);
  const border = number(style.borderTopWidth) > 0 ? over(parse(style.borderTopColor), behind) : behind;
  const ours = sheet.getBoundingClientRect();
  const faded = opacityOf(element);
  const plain = (ratio: number) => 1 + (ratio - 1) * faded;
  return {
    act: element.dataset.act!,
    words: wordsOf(element) || (element.getAttribute('aria-label') ?? ''),
    box: boxOf(box),
    visible: isSeen(element) && isReached(element, box, root, ours),
    scrolledTo: box.bottom > Math.min(ours.bottom, innerHeight) + 1 || box.top < Math.max(ours.top, 0) - 1,
    contrast: contrastOf(element, root),
    edge: plain(Math.max(contrastOfRgb(surface, behind), contrastOfRgb(border, behind))),
    surface: plain(contrastOfRgb(surface, behind)),
    fontSize: number(style.fontSize),
    fontWeight: number(style.fontWeight),
    focusShown: isFocusShown(element, root),
    overflows: element.scrollWidth > element.clientWidth + 1 && style.display !== 'inline',
  };
}

const number = (text: string) => Number.parseFloat(text) || 0;
const boxOf = ({ x, y, width, height }: DOMRect) => ({ x, y, width, height });
const wordsOf = (element: HTMLElement) => (element.textContent ?? '').trim().slice(0, 200);
const hasWords = (element: HTMLElement) =>
  [...element.childNodes].some((node) => node.nodeType === Node.TEXT_NODE && node.textContent!.trim() !== '');

function opacityOf(element: Element): number {
  let all = 1;
  for (let at: Element | null = element; at; at = at.parentElement) all *= number(getComputedStyle(at).opacity);
  return all;
}

function isSeen(element: HTMLElement): boolean {
  const { width, height } = element.getBoundingClientRect();
  if (width < 2 || height < 2 || opacityOf(element) < 0.1 || element.closest('.said')) return false;
  const { clipPath } = getComputedStyle(element);
  return clipPath === 'none' && (element.checkVisibility?.({ visibilityProperty: true }) ?? true);
}

const seenIn = (sheet: HTMLElement, selector: string) =>
  [...sheet.querySelectorAll<HTMLElement>(selector)].some((element) => isSeen(element) && inReach(element));

/** Within the window, or where it can be scrolled to. */
function inReach(element: Element): boolean {
  const { right, left } = element.getBoundingClientRect();
  return right > 0 && left < innerWidth;
}

/** A press in its middle reaches it; what has to be scrolled to is taken to be reached. */
function isReached(element: Element, box: DOMRect, root: ShadowRoot, sheet: DOMRect): boolean {
  if (!inReach(element)) return false;
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  if (y < sheet.top || y > Math.min(sheet.bottom, innerHeight)) return true;
  if (y < 0) return false;
  const hit = root.elementFromPoint(x, y);
  return hit !== null && (element.contains(hit) || hit === element);
}

/**
 * Something of it changes when the keyboard is on it: an outline, a border, a shadow or its colours. The rules for that
 * are made to match without it: to move the keyboard there would take it from whoever is typing.
 */
function isFocusShown(element: HTMLElement, root: ShadowRoot): boolean {
  const look = () => {
    const { outlineStyle, outlineWidth, outlineColor, boxShadow, borderTopColor, backgroundColor, textDecorationLine } =
      getComputedStyle(element);
    const outline =
      outlineStyle === 'none' || number(outlineWidth) < 1 || parse(outlineColor)[3] < 0.1 ? '' : outlineColor;
    return [outline, boxShadow, borderTopColor, backgroundColor, textDecorationLine].join();
  };
  const before = root.adoptedStyleSheets;
  const asFocused = new CSSStyleSheet();
  const rules = before.flatMap((sheet) => [...sheet.cssRules].map(({ cssText }) => cssText)).join('\n');
  asFocused.replaceSync(rules.replaceAll(/:focus(-visible)?(?![\w-])/g, '[data-focused]'));
  const resting = look();
  root.adoptedStyleSheets = [...before, asFocused];
  element.setAttribute('data-focused', '');
  const focused = look();
  element.removeAttribute('data-focused');
  root.adoptedStyleSheets = before;
  return focused !== resting;
}

function isCutOff(sheet: HTMLElement, ours: DOMRect): boolean {
  const { overflowY } = getComputedStyle(sheet);
  const scrolls = overflowY === 'auto' || overflowY === 'scroll';
  return (
    ours.left < -1 ||
    ours.right > innerWidth + 1 ||
    sheet.scrollWidth > sheet.clientWidth + 1 ||
    (!scrolls &&
      (ours.bottom > innerHeight + 1 || sheet.scrollHeight > sheet.clientHeight + 1) &&
      getComputedStyle(sheet).position === 'fixed')
  );
}

/** `rgb(r g b)` in any of its writings, as the browser computes it. */
function parse(colour: string): Rgba {
  const parts =
    colour.match(/[\d.]+%?/g)?.map((part) => (part.endsWith('%') ? number(part) / 100 : number(part))) ?? [];
  const [r = 0, g = 0, b = 0, alpha = 1] = parts;
  // `color(srgb …)` counts from 0 to 1.
  const scale = colour.startsWith('color(') ? 255 : 1;
  return [r * scale, g * scale, b * scale, alpha];
}

const over = ([r, g, b, alpha]: Rgba, [x, y, z]: Rgba): Rgba => [
  r * alpha + x * (1 - alpha),
  g * alpha + y * (1 - alpha),
  b * alpha + z * (1 - alpha),
  1,
];

function backgroundOf(element: Element, root: ShadowRoot): Rgba {
  const layers: Rgba[] = [];
  for (let at: Element | null = element; at && root.contains(at); at = at.parentElement) {
    layers.push(parse(getComputedStyle(at).backgroundColor));
    if (layers.at(-1)![3] >= 0.999) break;
  }
  return layers.reduceRight((behind, colour) => over(colour, behind), [255, 255, 255, 1] as Rgba);
}

function contrastOf(element: Element, root: ShadowRoot): number {
  const behind = backgroundOf(element, root);
  const [r, g, b, alpha] = parse(getComputedStyle(element).color);
  return contrastOfRgb(over([r, g, b, alpha * opacityOf(element)], behind), behind);
}

/** Large type needs less (WCAG 2.2, SC 1.4.3). */
function neededBy(element: HTMLElement): number {
  const { fontSize, fontWeight } = getComputedStyle(element);
  const [size, weight] = [number(fontSize), number(fontWeight)];
  if (element instanceof HTMLButtonElement && element.disabled) return 1;
  return size >= 24 || (size >= 18.66 && weight >= 700) ? 3 : 4.5;
}
