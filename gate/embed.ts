import type { PastChoice } from '@douane/core/consent/choice-history';
import type {
  ChoiceWords,
  narrowed as Narrow,
  Part,
  pastChoice as Past,
  Element as Section,
} from '@douane/core/policy';

/** What a policy is built from in a page of the site's. */
export interface Embed extends ChoiceWords {
  dir: string;
  parts: Part[];
  /** Under which the browser keeps what was chosen in it. */
  key: string;
}

/**
 * Runs in the site's page: builds the document from its parts, so that no policy of the page's has anything to forbid.
 * `narrowed` and `pastChoice` are core's: the rule of what somebody looks for, and how a choice is told.
 */
export function putIn({ dir, parts, key, ...words }: Embed, narrowed: typeof Narrow, pastChoice: typeof Past): void {
  const script = document.currentScript;
  // Which choice stands and which stood before, since when, under which version: known to this browser alone.
  const choice = window.douane?.choice();
  const earlier = (): PastChoice[] => {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(key) ?? '[]');
      const isOne = (one: Partial<PastChoice> | null) =>
        one?.purposes && Number.isFinite(one.atSeconds) && one.record !== choice?.record;
      return Array.isArray(kept) ? kept.filter(isOne) : [];
    } catch {
      return []; // closed to us, or written by somebody else
    }
  };
  const built = (part: Part): Node => {
    if (typeof part === 'string') return document.createTextNode(part);
    if (part.attributes && 'data-douane-choice' in part.attributes) {
      const told = document.createDocumentFragment();
      if (!choice) return told;
      const line = document.createElement('p');
      line.append(`${part.parts[0]}: ${pastChoice(choice, words)}`);
      const list = document.createElement('ul');
      for (const one of earlier()) list.appendChild(document.createElement('li')).append(pastChoice(one, words));
      told.append(line, ...(list.firstChild ? [list] : []));
      return told;
    }
    const { 'data-douane-open': opens, ...attributes } = part.attributes ?? {};
    const here = opens !== undefined && 'douane' in window;
    const one = document.createElement(here ? 'button' : part.tag);
    if (here) Object.assign(one, { type: 'button' }).setAttribute('data-douane-open', '');
    else for (const [name, value] of Object.entries(attributes)) one.setAttribute(name, value);
    one.append(...part.parts.map(built));
    return one;
  };
  const whole = document.createElement('div');
  whole.lang = words.lang;
  whole.dir = dir;
  whole.append(...parts.map(built));
  const finder = whole.querySelector<HTMLFormElement>('form[data-douane-find]');
  const isPurpose = (part: Part): part is Section =>
    typeof part !== 'string' && part.attributes?.id?.startsWith('purpose-') === true;
  const purposes = parts.filter(isPurpose);
  let shown = [...whole.querySelectorAll('section[id^="purpose-"]')];
  const find = () => {
    const found = narrowed(purposes, finder!.querySelector('input')?.value ?? '').map((one) => built(one) as Element);
    for (const one of shown) one.remove();
    finder!.after(...found);
    shown = found;
    const status = finder!.querySelector<HTMLElement>('[role="status"]');
    if (status) status.hidden = found.length > 0;
  };
  finder?.addEventListener('input', find);
  finder?.addEventListener('submit', (event) => {
    event.preventDefault();
    find();
  });
  script?.after(whole);
}
