import { HELD_ELEMENT } from '@douane/core/consent/banner-marks';
import { UNRULED_MARK } from '@douane/core/hold';
import { withFacts } from '@douane/core/texts/keys';
import { el, rich } from '../dom';
import { raised } from '../host';
import type { HeldOptions } from '../types';

/** Smaller than this, in pixels, it shows nothing that anybody could miss: a frame that only counts. */
const LEAST = { width: 80, height: 40 };

/** By frame: what stands in its place, and how it was drawn before. */
const standing = new Map<HTMLElement, { host: HTMLElement; display: string }>();

/**
 * Puts something of ours in the place and size of frames that are held: whose content it is, what loading it means, and
 * a button for once and one for always. Takes it away again from those that are held no more.
 */
export function showHeld(options: HeldOptions): void {
  const { frames } = options;
  for (const [frame, { host, display }] of standing) {
    if (frames.includes(frame) && host.isConnected) continue;
    host.remove();
    frame.style.display = display;
    standing.delete(frame);
  }
  for (const frame of frames) if (!standing.has(frame)) standIn(frame, options);
}

function standIn(frame: HTMLElement, options: HeldOptions): void {
  const template = frame instanceof HTMLTemplateElement ? frame.content.querySelector('iframe') : null;
  const shown = template ?? frame;
  if (!(shown instanceof HTMLIFrameElement)) return;
  const { width, height } = template ? meantSize(template) : frame.getBoundingClientRect();
  if (width < LEAST.width || height < LEAST.height) return;
  const { face, content, once, always } = options;
  const { texts, language, direction } = content;
  const address = addressOf(shown);
  const { service, provider } = whose(address, face);
  const say = (text: string) => withFacts(text, { service, provider });
  const { host, root } = raised(HELD_ELEMENT, face);
  host.lang = language;
  host.dir = direction;
  const { display } = frame.style;
  const button = (act: string, label: string, press: () => void) => {
    const made = el('button', { type: 'button', 'data-act': act, class: 'act' }, label);
    made.onclick = press;
    return made;
  };
  const title = el('h2', { id: 't' }, say(texts.heldTitle));
  // What nobody has ruled is for no purpose that could be said yes to.
  const purpose = frame.dataset.gate ?? frame.dataset.douaneHeld ?? '';
  const offered = !purpose.split(' ').some((one) => options.barred.includes(one));
  const all = [
    button('once', texts.loadOnce, () => once(frame, address)),
    // A yes is by purpose, so the button names that.
    button('always', withFacts(texts.loadAlways, { service: nameOf(purpose, content) }), () => {
      for (const one of buttons) one.disabled = true;
      always(purpose).catch(() => {
        for (const one of buttons) one.disabled = false;
        said.replaceChildren(...rich(texts.failed));
      });
    }),
  ];
  const buttons = all.slice(0, !offered ? 0 : purpose === UNRULED_MARK ? 1 : 2);
  const said = el('p', { role: 'status' });
  const box = el('section', { class: 'held', 'aria-labelledby': 't' }, [
    title,
    el('p', {}, rich(say(texts.heldBody))),
    el('div', { class: 'acts' }, buttons),
    said,
  ]);
  // As large as what it stands for, and larger only where the words need it.
  box.style.setProperty('width', `${Math.round(width)}px`);
  box.style.setProperty('min-height', `${Math.round(height)}px`);
  const poster = posterOf(shown);
  if (poster) box.prepend(el('img', { src: poster, alt: '' }));
  root.append(box);
  frame.before(host);
  frame.style.setProperty('display', 'none', 'important');
  standing.set(frame, { host, display });
}

/** The size that a frame asks for which does not stand in the page yet (HTML: 300 by 150 where it asks for none). */
const meantSize = (frame: HTMLIFrameElement) => ({
  width: Number.parseInt(frame.style.width || frame.width, 10) || 300,
  height: Number.parseInt(frame.style.height || frame.height, 10) || 150,
});

/** A picture that the page gives for it, where to show it contacts nobody but the site itself. */
function posterOf({ dataset: { poster } }: HTMLIFrameElement): string | undefined {
  if (!poster || !URL.canParse(poster, document.baseURI)) return undefined;
  const { origin, protocol, href } = new URL(poster, document.baseURI);
  return protocol === 'data:' || origin === location.origin ? href : undefined;
}

const nameOf = (purpose: string, { purposes }: HeldOptions['content']) =>
  purpose
    .split(' ')
    .map((one) => purposes.find(({ id }) => id === one)?.name ?? one)
    .join(', ');

/** The address that a frame waits to get; empty where that is none. */
function addressOf(frame: HTMLIFrameElement): string {
  try {
    return new URL(frame.dataset.gateSrc ?? frame.src, document.baseURI).href;
  } catch {
    return '';
  }
}

/** Whose content an address shows, by its host; where nobody has named it, the host itself. */
function whose(address: string, { services }: HeldOptions['face']): { service: string; provider: string } {
  const host = address && new URL(address).hostname;
  const named = services.find(([of]) => host === of || host.endsWith(`.${of}`));
  const [, service = host, provider = ''] = named ?? [];
  return { service, provider: provider || service };
}
