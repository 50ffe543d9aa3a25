import { BANNER_ELEMENT, BUTTON_ELEMENT, HELD_ELEMENT } from '@douane/core/consent/banner-marks';
import { openBanner, showNotice } from '@douane/gate/banner';
import { measureBanner } from '@douane/gate/banner/measure';
import { showButton } from '@douane/gate/button';
import { showHeld } from '@douane/gate/held';
import {
  isPreviewMessage,
  type MeasuredAnswer,
  type MeasureMessage,
  READY,
  type ShowMessage,
  type SpokenAnswer,
} from './message';
import './page.css';
import { spokenPieces } from './spoken';

const PAGE = `<main><p class="bar"></p><h1></h1><p class="text"></p><p class="text"></p><p class="text short"></p><p class="picture"></p><p class="text"></p><p class="text short"></p></main>`;
document.body.innerHTML = PAGE;

// What is shown here takes the keyboard only from whoever has it here already, never from one who types beside the frame.
const { focus } = HTMLElement.prototype;
HTMLElement.prototype.focus = function (options) {
  if (document.hasFocus()) focus.call(this, options);
};
const { showModal } = HTMLDialogElement.prototype;
HTMLDialogElement.prototype.showModal = function () {
  if (document.hasFocus()) return showModal.call(this);
  this.popover = 'manual';
  this.showPopover();
};

const clear = () => {
  for (const ours of document.querySelectorAll(`${BANNER_ELEMENT},${BUTTON_ELEMENT},${HELD_ELEMENT},iframe`))
    ours.remove();
};

/** Choices made in the preview are shown to nobody and recorded nowhere. */
function show({ show: what, banner, button, held, textSize, backdrop }: ShowMessage): void {
  document.body.style.backgroundImage = backdrop ? `url("${backdrop}")` : '';
  document.body.classList.toggle('pictured', backdrop !== undefined);
  document.documentElement.lang = banner.content.language;
  place(banner);
  clear();
  const later = () => void setTimeout(open, 600);
  const open = () => {
    clear();
    if (what === 'button') {
      showButton({ face: button, language: banner.content.language, decision: banner.decision, onOpen: panel });
    } else if (what === 'held') showFilm(banner, held);
    else if (what === 'notice') showNotice(banner, banner.content.texts.partly);
    else if (what === 'failed') showFailure(scaled(banner, textSize));
    else openBanner({ ...scaled(banner, textSize), layer: what, choose: async () => later(), onClose: later });
  };
  const panel = () =>
    openBanner({ ...scaled(banner, textSize), layer: 'panel', choose: async () => later(), onClose: later });
  open();
  const answer: SpokenAnswer = { spoken: spokenPieces() };
  parent.postMessage(answer, '*');
}

/** What a visitor sees whose choice could not be recorded. */
function showFailure(banner: ShowMessage['banner']): void {
  const choose = async () => {
    throw new Error('nothing is recorded here');
  };
  openBanner({ ...banner, layer: banner.decision.ask ? 'first' : 'panel', choose, onClose: () => {} });
  document.querySelector(BANNER_ELEMENT)?.shadowRoot?.querySelector<HTMLElement>('[data-act=refuse]')?.click();
}

/** A frame of somebody else's, held, with what stands in its place. */
function showFilm({ content }: ShowMessage['banner'], face: ShowMessage['held']): void {
  const frame = document.createElement('iframe');
  const [host] = face.services[0] ?? ['films.example'];
  Object.assign(frame.dataset, { gate: 'embedded', gateSrc: `https://${host}/`, standIn: '' });
  Object.assign(frame, { width: '480', height: '270', title: 'Film' });
  document.querySelector('main')!.prepend(frame);
  showHeld({ face, content, frames: [frame], barred: [], once: () => {}, always: async () => {} });
}

/** The element of the site's page that a banner within it stands in, so that it is seen at all. */
function place({ face: { form } }: ShowMessage['banner']): void {
  document.querySelector('[data-stand-in]')?.remove();
  if (form.kind !== 'within' || !form.into) return;
  const stand = document.createElement('div');
  const [, id, cls] = form.into.match(/#([\w-]+)|\.([\w-]+)/) ?? [];
  if (id) stand.id = id;
  if (cls) stand.className = cls;
  stand.setAttribute('data-stand-in', '');
  document.querySelector('main')!.prepend(stand);
}

/** As for a visitor who has set his browser's type so large. */
function scaled(banner: ShowMessage['banner'], textSize: number): ShowMessage['banner'] {
  if (textSize === 100) return banner;
  return { ...banner, face: { ...banner.face, css: `${banner.face.css}:host{font-size:${textSize}%!important}` } };
}

function measure({ measure: number, cases }: MeasureMessage): void {
  const all = cases.map(({ banner, ...visitor }) => {
    place(banner);
    const layers = (['first', 'panel'] as const).filter((layer) => layer === 'panel' || banner.decision.ask);
    return {
      ...visitor,
      layers: layers.flatMap((layer) => {
        openBanner({ ...banner, layer, choose: async () => {}, onClose: () => {} });
        return measureBanner(layer) ?? [];
      }),
    };
  });
  clear();
  const answer: MeasuredAnswer = { measured: number, all };
  parent.postMessage(answer, '*');
}

addEventListener('message', ({ source, data }) => {
  if (source !== parent || !isPreviewMessage(data)) return;
  if ('measure' in data) measure(data);
  else show(data);
});
parent.postMessage(READY, '*');
