import { itemKey, type Observation, plainText } from '@douane/core/observe';
import { z } from 'zod';
import { pause, type Visitor } from './visitor';

/** What exploring does on one page at most. */
const MOST_PRESSES = 24;
const MOST_MS = 9_000;
const SETTLE_MS = 120;
/** Of controls that look alike, such as the arrows of a gallery, so many are pressed. */
const MOST_ALIKE = 3;

/**
 * Words by which controls do what a visitor should decide: they send, buy, delete, sign out, choose about privacy, or
 * leave the page. Whole words, in the languages that sites are most often in.
 */
const NEVER = [
  'accept|agree|allow|reject|decline|refuse|deny|consent|cookies?|privacy|preferences|buy|order|pay|checkout|purchase',
  'book|reserve|delete|remove|clear|discard|cancel|unsubscribe|subscribe|sign|log|logout|login|register|join|submit|send',
  'post|publish|save|apply|confirm|upload|download|print|share|call|record|camera|microphone|install|follow|vote|report',
  'akzeptieren|zustimmen|ablehnen|einwilligen|kaufen|bestellen|bezahlen|kasse|buchen|löschen|entfernen|abmelden|anmelden',
  'absenden|senden|speichern|bestätigen|drucken|teilen|herunterladen|warenkorb',
  'accepter|refuser|acheter|commander|payer|réserver|supprimer|envoyer|connexion|déconnexion|imprimer|partager|panier',
  'aceptar|rechazar|comprar|pagar|reservar|eliminar|borrar|enviar|guardar|imprimir|compartir|accetta|rifiuta|compra',
  'acquista|paga|prenota|elimina|invia|salva|stampa|accepteren|weigeren|kopen|bestellen|betalen|verwijderen|verzenden|opslaan',
].join('|');
/** What most likely brings something in that was not there. */
const FIRST = 'video|film|play|watch|map|karte|chat|help|more|mehr|plus|load|show|open|details|menu|gallery|next';

const pressedSchema = z.array(z.string().max(200)).max(1);

/** One control that was pressed, and when. */
interface Press {
  label: string;
  /** Milliseconds since the visit began. */
  atMs: number;
}

export interface Explored {
  pressed: string[];
  /** By key of an item that was not there before: the label of what was pressed. */
  behind: Map<string, string>;
}

/**
 * Opens what opens on a page: details, tabs, accordions, menus, galleries, films, maps and chats, and scrolls what
 * scrolls within. Never submits a form nor leaves the page, and keeps away from controls that buy, send, delete, sign
 * out or choose about privacy, by their words. Bounded in number and time.
 */
export async function explore(visitor: Visitor, seen: () => Observation[], signal?: AbortSignal): Promise<Explored> {
  const before = new Set(seen().map(itemKey));
  const presses: Press[] = [];
  const end = Date.now() + MOST_MS;
  const stays = await visitor.stayOnPage();
  try {
    await visitor.watch.ask(z.unknown(), scrollWithin, undefined);
    while (presses.length < MOST_PRESSES && Date.now() < end && !signal?.aborted && !visitor.broken) {
      const atMs = visitor.clock.fromWall(Date.now());
      const asked = { never: NEVER, first: FIRST, alike: MOST_ALIKE, start: presses.length === 0 };
      const pressed = await visitor.watch.ask(pressedSchema, pressNext, asked, { byUser: true });
      const label = pressed?.[0];
      if (label === undefined) break;
      presses.push({ label: plainText(label), atMs });
      await pause(SETTLE_MS);
    }
    if (presses.length > 0) await visitor.settle(signal, { stayMs: 0 });
  } finally {
    await stays.end();
  }
  const behind = new Map<string, string>();
  for (const { atMs, ...one } of seen()) {
    const key = itemKey(one);
    if (before.has(key) || behind.has(key)) continue;
    const press = presses.findLast((other) => other.atMs <= atMs) ?? presses[0];
    if (press) behind.set(key, press.label);
  }
  return { pressed: presses.map(({ label }) => label), behind };
}

/** Runs in the page: scrolls boxes that scroll within it to their end, so that what loads on coming into sight does. */
function scrollWithin(): void {
  let left = 12;
  for (const element of Document.prototype.querySelectorAll.call(document, 'body *')) {
    if (left === 0) return;
    if (element.scrollHeight < element.clientHeight + 60 && element.scrollWidth < element.clientWidth + 60) continue;
    if (!/auto|scroll/.test(getComputedStyle(element).overflow)) continue;
    left -= 1;
    element.scrollTo({ top: element.scrollHeight, left: element.scrollWidth, behavior: 'instant' });
  }
}

/** Runs in the page: presses the next control that opens something, and gives its label; nothing where none is left. */
function pressNext(asked: { never: string; first: string; alike: number; start: boolean }): string[] {
  const world = globalThis as unknown as { pressed?: WeakSet<Element>; counts?: Map<string, number> };
  if (asked.start || !world.pressed || !world.counts) {
    world.pressed = new WeakSet();
    world.counts = new Map();
  }
  const { pressed, counts } = world as Required<typeof world>;
  const never = new RegExp(`(^|[^\\p{L}])(${asked.never})([^\\p{L}]|$)`, 'iu');
  const first = new RegExp(asked.first, 'i');
  const controls =
    'summary, button, [role=button], [role=tab], [aria-expanded=false], [aria-haspopup], [aria-controls], [onclick], ' +
    '[data-toggle], [data-src], a[href^="#"], a[href^="javascript:"], video, [class*=play], [class*=video], [class*=chat], [class*=map]';
  const wordsOf = (element: Element) =>
    [
      element.textContent,
      element.getAttribute('aria-label'),
      element.getAttribute('title'),
      element.id,
      element.getAttribute('name'),
    ]
      .filter(Boolean)
      .join(' ')
      .replace(/\s+/g, ' ')
      .trim()
      .slice(0, 160);
  /** By class; what has none is alike where it is called alike but for numbers. */
  const makeOf = ({ localName, className, textContent }: Element) =>
    `${localName} ${typeof className === 'string' && className ? className : textContent?.replace(/\d+/g, '').slice(0, 60)}`;
  const fits = (element: Element): boolean => {
    if (pressed.has(element) || element.closest('#douane, [role=alertdialog]')) return false;
    const tag = element.localName;
    if (tag === 'button' && element.closest('form') && element.getAttribute('type') !== 'button') return false;
    if (element.matches(':disabled, [type=submit], [type=reset], [download], [target=_blank], input, select, textarea'))
      return false;
    const link = element.closest('a[href]');
    if (link && !/^(#|javascript:)/i.test(link.getAttribute('href') ?? '')) return false;
    const holds = element.querySelector('a[href], form, input');
    if (holds && !element.matches('button, summary, [role=button], [role=tab]')) return false;
    const { width, height } = element.getBoundingClientRect();
    if (width < 4 || height < 4 || getComputedStyle(element).visibility === 'hidden') return false;
    const words = wordsOf(element);
    if (never.test(words)) return false;
    return (counts.get(makeOf(element)) ?? 0) < asked.alike || first.test(words);
  };
  let best: Element | undefined;
  let looked = 0;
  for (const element of Document.prototype.querySelectorAll.call(document, controls)) {
    looked += 1;
    if (looked > 3000) break;
    if (!fits(element)) continue;
    if (!best) best = element;
    if (first.test(`${wordsOf(element)} ${element.className}`)) {
      best = element;
      break;
    }
  }
  if (!best) return [];
  pressed.add(best);
  const alike = makeOf(best);
  const count = (counts.get(alike) ?? 0) + 1;
  counts.set(alike, count);
  // An endless gallery has words of its own on each picture, and ends here too.
  if (count > 2 * asked.alike) return pressNext({ ...asked, start: false });
  const label = wordsOf(best).slice(0, 60) || `${best.localName}${best.id ? `#${best.id}` : ''}`;
  const target = best as HTMLElement;
  const { left, top, width, height } = target.getBoundingClientRect();
  const at = { bubbles: true, cancelable: true, clientX: left + width / 2, clientY: top + height / 2 };
  for (const name of ['pointerover', 'pointerdown', 'mousedown', 'pointerup', 'mouseup']) {
    target.dispatchEvent(new (name.startsWith('pointer') ? PointerEvent : MouseEvent)(name, at));
  }
  HTMLElement.prototype.click.call(target);
  return [label];
}
