import { directionOf } from '@douane/core/language';
import {
  cookiePolicy,
  DOCUMENT_FORMS,
  documentAs,
  type Part,
  type PolicyContent,
  policyDocument,
  policyFile,
  type Reading,
  type VersionFacts,
} from '@douane/core/policy';
import { HISTORY_KEY, type PastChoice } from '@douane/core/policy/choice-fragment';
import type { Release } from '@douane/core/release';

/** In which forms the cookie policy is given out, by the end of the file's name; `js` puts it into a page of the site's. */
export const POLICY_FORMS = { ...DOCUMENT_FORMS, js: 'text/javascript' } as const;
export type PolicyForm = keyof typeof POLICY_FORMS;

/** A form by the end of a file's name; `undefined`: there is none of that. */
export const policyForm = (end: string | undefined): PolicyForm | undefined =>
  end !== undefined && Object.hasOwn(POLICY_FORMS, end) ? (end as PolicyForm) : undefined;

/** A version of a policy that is read. `name`: what its files begin with. */
type PolicyFile = Omit<Reading, 'besideGate'> & { name: string; content: PolicyContent; version: VersionFacts };

/** A version of a policy as a file, with the release that its live blocks tell of. */
export function policyFileAs(
  { name, content, version, ...reading }: PolicyFile,
  release: Release,
  language: string,
  form: PolicyForm,
): string {
  if (form !== 'js')
    return documentAs(content, release, language, version, form, (other) => policyFile(name, other, 'html'), reading);
  const { parts } = policyDocument(content, release, language, version, { besideGate: true, find: '' });
  const { purposes, texts } = release.contents[language]!;
  const names = Object.fromEntries(purposes.map(({ id, name }) => [id, name]));
  const embed: Embed = {
    lang: language,
    dir: directionOf(language),
    parts,
    names,
    refused: texts.refused,
    key: HISTORY_KEY,
  };
  return `(${putIn})(${JSON.stringify(embed)})`;
}

/** The cookie policy of a release whose site has written none, as a file. */
export function cookiePolicyAs(release: Release, language: string, form: PolicyForm): string {
  const version = { number: release.number, from: release.compiledOn };
  return policyFileAs({ name: 'policy', content: cookiePolicy(release, language), version }, release, language, form);
}

interface Embed {
  lang: string;
  dir: string;
  parts: Part[];
  /** Of purposes, by id. */
  names: Record<string, string>;
  /** Said of a choice that grants nothing. */
  refused: string;
  /** Under which the browser keeps what was chosen in it. */
  key: string;
}

/** Runs in the site's page: builds the document from its parts, so that no policy of the page's has anything to forbid. */
function putIn({ lang, dir, parts, names, refused, key }: Embed): void {
  const script = document.currentScript;
  // Which choice stands and which stood before, since when, under which version: known to this browser alone.
  const choice = window.douane?.choice();
  const earlier = (): PastChoice[] => {
    try {
      const kept: unknown = JSON.parse(localStorage.getItem(key) ?? '[]');
      return Array.isArray(kept) ? kept.filter((one) => one?.purposes && one.record !== choice?.record) : [];
    } catch {
      return []; // closed to us, or written by somebody else
    }
  };
  const says = ({ record, release, atSeconds, purposes }: PastChoice) => {
    const day = new Intl.DateTimeFormat(lang, { dateStyle: 'long', timeStyle: 'short' }).format(atSeconds * 1000);
    const granted = Object.keys(names).filter((id) => purposes[id] === true);
    return `${record}, ${day}, v${release}: ${granted.map((id) => names[id]).join(', ') || refused}`;
  };
  const built = (part: Part): Node => {
    if (typeof part === 'string') return document.createTextNode(part);
    if (part.attributes && 'data-douane-choice' in part.attributes) {
      const told = document.createDocumentFragment();
      if (!choice) return told;
      const line = document.createElement('p');
      line.append(`${part.parts[0]}: ${says(choice)}`);
      const list = document.createElement('ul');
      for (const one of earlier()) list.appendChild(document.createElement('li')).append(says(one));
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
  whole.lang = lang;
  whole.dir = dir;
  whole.append(...parts.map(built));
  const finder = whole.querySelector<HTMLFormElement>('form[data-douane-find]');
  const has = (part: Element, what: string) => (part.textContent ?? '').toLowerCase().includes(what);
  // As the server does: a service that is called so with all that it stores, of others what is called so.
  const find = () => {
    const wanted = (finder!.querySelector('input')?.value ?? '').trim().toLowerCase();
    let none = true;
    for (const purpose of whole.querySelectorAll<HTMLElement>('section[id^="purpose-"]')) {
      purpose.hidden = true;
      for (const service of purpose.querySelectorAll<HTMLElement>('section')) {
        const called = [...service.querySelectorAll(':scope > h3, :scope > dl')].some((one) => has(one, wanted));
        service.hidden = !called;
        for (const item of service.querySelectorAll<HTMLElement>('li')) {
          item.hidden = !called && !has(item, wanted);
          if (!item.hidden) service.hidden = false;
        }
        if (!service.hidden || wanted === '') purpose.hidden = none = false;
      }
      if (wanted === '') purpose.hidden = none = false;
    }
    const status = finder!.querySelector<HTMLElement>('[role="status"]');
    if (status) status.hidden = !none;
  };
  finder?.addEventListener('input', find);
  finder?.addEventListener('submit', (event) => {
    event.preventDefault();
    find();
  });
  script?.after(whole);
}
