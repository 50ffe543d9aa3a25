import { BANNER_ELEMENT, BUTTON_ELEMENT } from '@douane/core/consent/banner-marks';
import { lifetimeIn } from '@douane/core/language/lifetime';
import { withFacts } from '@douane/core/texts/keys';
import { el, rich } from '../dom';
import { raised, toTop } from '../host';
import { allOf, besideBody, body } from '../native';
import type { BannerOptions } from '../types';
import { act, firstLayer, type Layer, panel, serviceLayer, type View } from './layers';

const NOTICE_MS = 8_000;

/**
 * Shows the banner in a shadow tree of its own. Nothing is ticked beforehand where a yes is asked. What the visitor has
 * ticked stays while the layers change. Replaces a banner that is open.
 */
export function openBanner(options: BannerOptions): void {
  for (const ours of allOf(`${BANNER_ELEMENT},${BUTTON_ELEMENT}`)) ours.remove();
  const returnTo = document.activeElement;
  const { content, decision, face } = options;
  const { host, root } = raised(BANNER_ELEMENT, face);
  host.lang = content.language;
  host.dir = content.direction;
  const within = standIn(host, options);
  const modal = face.form.kind === 'dialog' && face.form.dimmed;
  if (within !== 'within' && !modal) toTop(host);

  const close = () => {
    host.remove();
    options.onClose();
    if (returnTo instanceof HTMLElement && returnTo !== body()) returnTo.focus();
  };
  const view: View = {
    ...options,
    texts: textsOf(options),
    offered: content.purposes.filter(({ id }) => !decision.barred.includes(id)),
    ticked: { ...decision.granted },
    close,
    show: (layer, service) => show(layer, service),
    async decide(purposes, method) {
      const sheet = root.querySelector('.sheet') as HTMLElement;
      const controls = sheet.querySelectorAll<HTMLButtonElement>('button');
      const busy = (is: boolean) => {
        for (const button of controls) button.disabled = is;
        sheet.setAttribute('aria-busy', String(is));
      };
      busy(true);
      try {
        await options.choose(purposes, method);
        host.remove();
        if (face.noticeAfter) showNotice(options, noticeOf(view, purposes));
      } catch {
        busy(false);
        const again = act('retry', view.texts.retry, () => view.decide(purposes, method));
        sheet.querySelector('.failed')!.replaceChildren(el('p', {}, rich(view.texts.failed)), again);
        again.focus();
      }
    },
  };
  const show = (layer: Layer, service?: string) => {
    const parts = layer === 'first' ? firstLayer(view) : layer === 'panel' ? panel(view) : serviceLayer(view, service!);
    const labels = { class: `sheet ${layer}`, 'aria-labelledby': 't' };
    const sheet = modal
      ? el('dialog', labels, parts)
      : el('section', { ...labels, role: layer === 'first' ? 'region' : 'dialog' }, parts);
    if (within === 'astray') sheet.classList.add('astray');
    // A visitor who has to choose cannot leave it by a key, and whoever may close it says nothing by that.
    const leave = (event: Event) => {
      event.preventDefault();
      if (!decision.ask) close();
    };
    sheet.addEventListener('cancel', leave);
    sheet.addEventListener('keydown', (event) => {
      if (event.key === 'Escape' && !modal) leave(event);
    });
    root.replaceChildren(sheet);
    if (modal) (sheet as HTMLDialogElement).showModal();
    // The first layer must not tear a reader away from the page; what a visitor opened himself takes the focus.
    if (modal || layer !== 'first' || options.layer !== 'first') {
      const back = layer === 'panel' && service && root.getElementById(`s-${service}`);
      (back || sheet.querySelector('h2'))?.focus();
    } else {
      // Told politely, once there is somebody listening for it.
      const said = el('p', { class: 'said', role: 'status' });
      sheet.append(said);
      setTimeout(() => said.append(view.texts.title), 400);
    }
  };
  show(options.layer);
}

/** Puts the host into the page. `astray`: the element that it belongs in is not there. */
function standIn(host: HTMLElement, { face: { form } }: BannerOptions): 'within' | 'astray' | undefined {
  let place: Element | undefined;
  try {
    place = form.kind === 'within' ? allOf(form.into ?? '')[0] : undefined;
  } catch {
    // No selector: as if nothing were there.
  }
  if (place) place.prepend(host);
  else besideBody(host);
  return place ? 'within' : form.kind === 'within' ? 'astray' : undefined;
}

/** The site's words for this visitor: of his region, with what is known of his visit. */
function textsOf({ content, decision }: BannerOptions): BannerOptions['content']['texts'] {
  const { language, texts, wording } = content;
  const days = decision.yesDays;
  // The browser's own words for it take longer than all the rest of a banner, so only where they are read.
  const told = (words: string) =>
    words.includes('{lifetime}')
      ? withFacts(words, { lifetime: days === null ? '∞' : lifetimeIn(days * 86_400, language) })
      : words;
  const own = { ...texts, ...wording?.[decision.shows?.wording ?? ''] };
  return Object.fromEntries(Object.entries(own).map(([key, words]) => [key, told(words)])) as typeof texts;
}

function noticeOf({ texts, offered }: View, chosen: Record<string, boolean>): string {
  const asked = offered.filter(({ necessary }) => !necessary);
  const yes = asked.filter(({ id }) => chosen[id]).length;
  return yes === 0 ? texts.refused : yes === asked.length ? texts.accepted : texts.partly;
}

/** Says for a moment what was chosen. */
export function showNotice({ content, face }: Pick<BannerOptions, 'content' | 'face'>, words: string): void {
  const { host, root } = raised(BANNER_ELEMENT, face);
  host.lang = content.language;
  host.dir = content.direction;
  const said = el('p', { role: 'status' });
  root.append(el('section', { class: 'sheet notice' }, said));
  besideBody(host);
  toTop(host);
  setTimeout(() => said.append(words));
  setTimeout(() => host.remove(), NOTICE_MS);
}
