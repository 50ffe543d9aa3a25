import type { Method } from '@douane/core/consent';
import { type BannerAct, purposeBoxId } from '@douane/core/consent/banner-marks';
import { RECORD_ASKED } from '@douane/core/consent/choice-history';
import { lifetimeIn } from '@douane/core/language/lifetime';
import type { ShownPurpose, ShownService } from '@douane/core/release';
import { type Child, el, link, rich } from '../dom';
import type { BannerOptions } from '../types';

export type Layer = 'first' | 'panel' | 'service';

/** What the layers show and do. */
export interface View extends Omit<BannerOptions, 'choose' | 'onClose'> {
  texts: BannerOptions['content']['texts'];
  /** Purposes that the visitor's age does not keep off. */
  offered: ShownPurpose[];
  /** By purpose, as ticked so far. */
  ticked: Record<string, boolean>;
  decide(purposes: Record<string, boolean>, method: Method): Promise<void>;
  show(layer: Layer, service?: string): void;
  close(): void;
}

/** From so many services on there is a search. */
const MANY = 12;

/** What a visitor is asked first. */
export function firstLayer(view: View): Child[] {
  const { face, texts, decision, offered } = view;
  const { form, logo } = face;
  const single = isSingle(view);
  const acts: Record<'refuse' | 'choose' | 'accept', HTMLElement> = {
    refuse: act('refuse', single ? texts.refuseOne : texts.refuse, () => refuse(view), face.weights.refuse),
    choose: form.purposesFirst
      ? act('save', texts.save, () => save(view), face.weights.choose)
      : act('choose', single ? texts.details : texts.choose, () => view.show('panel'), face.weights.choose),
    accept: act('accept', single ? texts.acceptOne : texts.accept, () => accept(view), face.weights.accept),
  };
  return [
    ...(decision.shows?.closeRefuses ? [cross('close-refuse', texts.closeRefuses, () => refuse(view))] : []),
    ...(logo ? [picture(logo)] : []),
    el('h2', { id: 't', tabindex: '-1' }, texts.title),
    el('p', {}, [...rich(texts.body), ...policyLink(view)]),
    ...(form.purposesFirst
      ? [
          el(
            'ul',
            { class: 'purposes' },
            offered.map((purpose) => el('li', {}, box(view, purpose))),
          ),
          el(
            'p',
            {},
            textButton('choose', texts.choose, () => view.show('panel')),
          ),
        ]
      : []),
    failed(),
    el(
      'div',
      { class: 'acts' },
      form.order.map((name) => acts[name]),
    ),
  ];
}

/** The choices panel: every purpose, and who stands behind it. */
export function panel(view: View): Child[] {
  const { texts, decision, face, offered, record } = view;
  const rows = offered.map((purpose) =>
    el('li', {}, [
      box(view, purpose),
      el('div', { class: 'more' }, [el('p', { id: `d-${purpose.id}` }, purpose.text), ...servicesOf(view, purpose)]),
    ]),
  );
  const list = el('ul', { class: 'purposes' }, rows);
  const many = offered.flatMap(({ services }) => services).length > MANY;
  return [
    el('h2', { id: 't', tabindex: '-1' }, texts.panelTitle),
    ...(decision.gpcObeyed ? [el('p', { class: 'note' }, rich(texts.gpcObeyed))] : []),
    ...(many ? search(view, list) : []),
    list,
    el('p', { class: 'fine' }, [
      ...policyLink(view),
      ...(record ? [` ${texts.record}: `, el('code', {}, record)] : []),
    ]),
    failed(),
    el('div', { class: 'acts' }, [
      act('refuse', isSingle(view) ? texts.refuseOne : texts.refuse, () => refuse(view), face.weights.refuse),
      act('save', texts.save, () => save(view), face.weights.choose),
      act('accept', isSingle(view) ? texts.acceptOne : texts.accept, () => accept(view), face.weights.accept),
    ]),
    // Closing says nothing, so it is offered only where there is a choice or none is needed.
    ...(decision.ask ? [] : [act('close', texts.close, view.close, 'plain')]),
  ];
}

/** All that is known of one service. */
export function serviceLayer(view: View, id: string): Child[] {
  const { texts, content, offered } = view;
  const { language } = content;
  const service = offered.flatMap(({ services }) => services).find((one) => keyOf(one) === id)!;
  const { name, provider, country, retention, policyUrl, items } = service;
  const facts: [string, Child | undefined][] = [
    [texts.provider, provider],
    [texts.country, country && (new Intl.DisplayNames(language, { type: 'region' }).of(country) ?? country)],
    [texts.retention, retention],
    [texts.policyOf, policyUrl && link(policyUrl, new URL(policyUrl).host)],
  ];
  const known = facts.filter((fact): fact is [string, Child] => Boolean(fact[1]));
  return [
    el(
      'p',
      {},
      textButton('back', texts.back, () => view.show('panel', id)),
    ),
    el('h2', { id: 't', tabindex: '-1' }, name),
    ...(known.length > 0
      ? [
          el(
            'dl',
            {},
            known.flatMap(([label, value]) => [el('dt', {}, label), el('dd', {}, value)]),
          ),
        ]
      : []),
    ...(items.length > 0
      ? [
          el('h3', {}, texts.details),
          el(
            'ul',
            {},
            items.map((item) => {
              const lives = livesWords(item.lifetimeSeconds, view);
              return el('li', {}, [
                el('code', {}, item.name),
                ...(lives ? [` · ${texts.lifetime}: ${lives}`] : []),
                ...(item.description ? [el('p', {}, item.description)] : []),
              ]);
            }),
          ),
        ]
      : []),
    failed(),
  ];
}

type Item = ShownService['items'][number];
const livesWords = (seconds: Item['lifetimeSeconds'], { texts, content }: View): string =>
  seconds === undefined ? '' : seconds === null ? texts.session : lifetimeIn(seconds, content.language);

/** A site that asks for one thing only is asked in the singular. */
const isSingle = ({ offered }: View) => offered.filter(({ necessary }) => !necessary).length === 1;

/** Services of a release of the first versions have no id. */
const keyOf = ({ id, name }: ShownService) => id ?? name;

function box({ ticked, texts }: View, { id, name, necessary }: ShownPurpose): HTMLElement {
  const input = el('input', { type: 'checkbox', id: purposeBoxId(id) });
  input.checked = ticked[id] === true;
  input.disabled = necessary;
  input.onchange = () => {
    ticked[id] = input.checked;
  };
  const label = el('label', { for: purposeBoxId(id) }, [
    el('b', {}, name),
    ...(necessary ? [` · ${texts.always}`] : []),
  ]);
  return el('div', { class: 'purpose' }, [input, label]);
}

function servicesOf(view: View, { services }: ShownPurpose): Child[] {
  if (services.length === 0) return [];
  const rows = services.map((service) => {
    const button = textButton('service', service.name, () => view.show('service', keyOf(service)));
    button.id = `s-${keyOf(service)}`;
    return el('li', { 'data-name': `${service.name} ${service.provider ?? ''}`.toLowerCase() }, button);
  });
  return [el('details', {}, [el('summary', {}, `${view.texts.services} (${services.length})`), el('ul', {}, rows)])];
}

function search({ texts }: View, list: HTMLElement): Child[] {
  const field = el('input', { type: 'search', 'aria-label': texts.search, placeholder: texts.search });
  const none = el('p', { role: 'status' });
  field.oninput = () => {
    const wanted = field.value.trim().toLowerCase();
    let found = 0;
    for (const details of list.querySelectorAll('details')) {
      let here = 0;
      for (const row of details.querySelectorAll<HTMLElement>('li')) {
        row.hidden = !row.dataset.name!.includes(wanted);
        if (!row.hidden) here++;
      }
      details.open = wanted !== '' && here > 0;
      found += here;
    }
    none.textContent = found > 0 ? '' : texts.noneFound;
  };
  return [field, none];
}

const failed = () => el('div', { class: 'failed', role: 'alert' });

function policyLink({ content: { policyUrl, policyTellsChoice }, texts, record }: View): Child[] {
  if (!policyUrl) return [];
  const at = new URL(policyUrl);
  if (policyTellsChoice && record) at.searchParams.set(RECORD_ASKED, record);
  return [' ', link(at.href, texts.policy)];
}

/** A button that is drawn as such. */
export function act(name: BannerAct, label: string, onClick: () => void, weight = 'filled'): HTMLButtonElement {
  const button = el('button', { type: 'button', 'data-act': name, class: `act ${weight}` }, label);
  button.onclick = onClick;
  return button;
}

/** A button that is drawn as a link. */
function textButton(name: BannerAct, label: string, onClick: () => void): HTMLButtonElement {
  const button = act(name, label, onClick);
  button.className = 'link';
  return button;
}

function cross(name: BannerAct, label: string, onClick: () => void): HTMLButtonElement {
  const button = act(name, '×', onClick);
  button.className = 'x';
  button.setAttribute('aria-label', label);
  return button;
}

/** Drawn from the script's own bytes: a page's policy on pictures has nothing to refuse. */
function picture({ data, width, height, alt }: NonNullable<View['face']['logo']>): HTMLElement {
  const canvas = el('canvas', {
    class: 'logo',
    width: `${width}`,
    height: `${height}`,
    ...(alt ? { role: 'img', 'aria-label': alt } : { 'aria-hidden': 'true' }),
  });
  const [head, body = ''] = data.split(',') as [string, string?];
  const bytes = Uint8Array.from(atob(body), (c) => c.charCodeAt(0));
  createImageBitmap(new Blob([bytes], { type: head.slice(5, head.indexOf(';')) })).then(
    (image) => canvas.getContext('2d')?.drawImage(image, 0, 0, width, height),
    () => canvas.remove(),
  );
  return canvas;
}

/** A no to all but the necessary. */
const refuse = (view: View) => view.decide(all(view, false), 'refuse-all');

/** A yes to all that is offered; what the visitor's age keeps off is not, and stays refused. */
function accept(view: View): Promise<void> {
  const { barred } = view.decision;
  const refused = Object.fromEntries(barred.map((id) => [id, false]));
  return view.decide({ ...all(view, true), ...refused }, barred.length > 0 ? 'chosen' : 'accept-all');
}

/** Just what is ticked. */
function save(view: View): Promise<void> {
  const offered = view.offered.map(({ id, necessary }) => [id, necessary || view.ticked[id] === true] as const);
  return view.decide({ ...all(view, false), ...Object.fromEntries(offered) }, 'chosen');
}

const all = ({ content }: View, yes: boolean) =>
  Object.fromEntries(content.purposes.map((purpose) => [purpose.id, yes || purpose.necessary]));
