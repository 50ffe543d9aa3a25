import { BANNER_ELEMENT, type BannerAct, BUTTON_ELEMENT, purposeBoxId } from '@douane/core/consent/banner-marks';
import { allOf, body, shadowHost } from '../native';
import type { BannerOptions } from '../types';
import { el, lifetimeWords } from './dom';
import { styleOf } from './style';

/**
 * Shows the banner in a shadow tree of its own, first layer or panel. Accept, refuse and choose have equal weight; no
 * box is ticked beforehand where a yes is asked. Replaces a banner that is open.
 */
export function openBanner(options: BannerOptions): void {
  for (const ours of allOf(`${BANNER_ELEMENT},${BUTTON_ELEMENT}`)) ours.remove();
  const returnTo = document.activeElement;
  const { host, root } = shadowHost(BANNER_ELEMENT);
  host.lang = options.content.language;
  host.dir = options.content.direction;
  const style = new CSSStyleSheet();
  style.replaceSync(styleOf(options.look));
  root.adoptedStyleSheets = [style];
  body()!.prepend(host);

  const close = () => {
    host.remove();
    options.onClose();
    if (returnTo instanceof HTMLElement && returnTo !== body()) returnTo.focus();
  };
  const show = (layer: 'first' | 'panel') => {
    const sheet =
      layer === 'first' ? firstLayer(options, decided, () => show('panel')) : panel(options, decided, close);
    root.replaceChildren(sheet);
    // The first layer must not tear a reader away from the page; what a visitor opened himself takes the focus.
    if (layer === 'panel') sheet.querySelector<HTMLElement>('h2')?.focus();
  };
  const decided: Decided = async (purposes, method) => {
    const sheet = root.firstElementChild as HTMLElement;
    const buttons = sheet.querySelectorAll('button');
    for (const button of buttons) button.disabled = true;
    sheet.setAttribute('aria-busy', 'true');
    try {
      await options.choose(purposes, method);
      host.remove();
    } catch {
      for (const button of buttons) button.disabled = false;
      sheet.removeAttribute('aria-busy');
      const { failed, retry } = options.content.texts;
      const again = el('button', { type: 'button', 'data-act': 'retry' }, retry);
      again.onclick = () => void decided(purposes, method);
      sheet.querySelector('.failed')!.replaceChildren(el('p', {}, failed), again);
    }
  };
  show(options.layer);
}

type ShownPurpose = BannerOptions['content']['purposes'][number];
type ServiceItem = ShownPurpose['services'][number]['items'][number];
type Decided = (purposes: Record<string, boolean>, method: 'accept-all' | 'refuse-all' | 'chosen') => Promise<void>;

function firstLayer(options: BannerOptions, decided: Decided, toPanel: () => void): HTMLElement {
  const { content, look } = options;
  const { texts } = content;
  const sheet = el('section', { class: `sheet ${look.position}`, 'aria-labelledby': 't', role: 'region' }, [
    el('h2', { id: 't' }, texts.title),
    el('p', {}, [texts.body, ...policyLink(content)]),
    el('div', { class: 'failed', role: 'alert' }),
    el('div', { class: 'acts' }, [
      act('refuse', texts.refuse, () => decided(all(content, false), 'refuse-all')),
      act('choose', texts.choose, toPanel),
      act('accept', texts.accept, () => acceptAll(options, decided)),
    ]),
  ]);
  return sheet;
}

function panel(options: BannerOptions, decided: Decided, close: () => void): HTMLElement {
  const { content, decision, look, record } = options;
  const { texts } = content;
  const boxes = new Map<string, HTMLInputElement>();
  const offered = content.purposes.filter(({ id }) => !decision.barred.includes(id));
  const rows = offered.map((purpose) => {
    const box = el('input', { type: 'checkbox', id: purposeBoxId(purpose.id), 'aria-describedby': `d-${purpose.id}` });
    box.checked = decision.granted[purpose.id] === true;
    box.disabled = purpose.necessary;
    boxes.set(purpose.id, box);
    const name = el('label', { for: purposeBoxId(purpose.id) }, [
      el('b', {}, purpose.name),
      ...(purpose.necessary ? [` · ${texts.always}`] : []),
    ]);
    return el('li', {}, [
      el('div', { class: 'purpose' }, [box, name]),
      el('p', { id: `d-${purpose.id}` }, purpose.text),
      ...servicesOf(purpose, content),
    ]);
  });
  const sheet = el('section', { class: `sheet panel ${look.position}`, role: 'dialog', 'aria-labelledby': 't' }, [
    el('h2', { id: 't', tabindex: '-1' }, texts.panelTitle),
    ...(decision.gpcObeyed ? [el('p', { class: 'note' }, texts.gpcObeyed)] : []),
    el('ul', {}, rows),
    el('p', { class: 'fine' }, [
      ...policyLink(content),
      ...(record ? [` ${texts.record}: `, el('code', {}, record)] : []),
    ]),
    el('div', { class: 'failed', role: 'alert' }),
    el('div', { class: 'acts' }, [
      act('refuse', texts.refuse, () => decided(all(content, false), 'refuse-all')),
      act('save', texts.save, () =>
        decided(
          { ...all(content, false), ...Object.fromEntries([...boxes].map(([id, box]) => [id, box.checked])) },
          'chosen',
        ),
      ),
      act('accept', texts.accept, () => acceptAll(options, decided)),
    ]),
    // Closing says nothing, so it is offered only where there is a choice or none is needed.
    ...(decision.ask ? [] : [act('close', texts.close, close, 'plain')]),
  ]);
  sheet.addEventListener('keydown', (event) => {
    if (event.key === 'Escape' && !decision.ask) close();
  });
  return sheet;
}

function servicesOf(purpose: ShownPurpose, content: BannerOptions['content']): HTMLElement[] {
  if (purpose.services.length === 0) return [];
  const services = purpose.services.map(({ name, policyUrl, items }) =>
    el('li', {}, [
      policyUrl ? el('a', { href: policyUrl, rel: 'noopener', target: '_blank' }, name) : name,
      ...(items.length > 0
        ? [
            el(
              'ul',
              {},
              items.map((item) => el('li', {}, [el('code', {}, item.name), detail(item, content)])),
            ),
          ]
        : []),
    ]),
  );
  return [
    el('details', {}, [
      el('summary', {}, `${content.texts.services} (${purpose.services.length})`),
      el('ul', {}, services),
    ]),
  ];
}

/** How long an item lives and what it is for, as far as known. */
function detail({ lifetimeSeconds, description }: ServiceItem, { language, texts }: BannerOptions['content']): string {
  const lives =
    lifetimeSeconds === undefined
      ? ''
      : lifetimeSeconds === null
        ? texts.session
        : lifetimeWords(lifetimeSeconds, language);
  const parts = [lives, description].filter(Boolean);
  return parts.length > 0 ? `: ${parts.join('. ')}` : '';
}

function policyLink(content: BannerOptions['content']): (string | HTMLElement)[] {
  return content.policyUrl ? [' ', el('a', { href: content.policyUrl }, content.texts.policy)] : [];
}

function act(name: BannerAct, label: string, onClick: () => void, look = ''): HTMLElement {
  const button = el('button', { type: 'button', 'data-act': name, class: look }, label);
  button.onclick = onClick;
  return button;
}

/** A yes to all that is offered; what the visitor's age keeps off is not, and stays refused. */
function acceptAll({ content, decision: { barred } }: BannerOptions, decided: Decided): Promise<void> {
  const refused = Object.fromEntries(barred.map((id) => [id, false]));
  return decided({ ...all(content, true), ...refused }, barred.length > 0 ? 'chosen' : 'accept-all');
}

const all = (content: BannerOptions['content'], yes: boolean) =>
  Object.fromEntries(content.purposes.map((purpose) => [purpose.id, yes || purpose.necessary]));
