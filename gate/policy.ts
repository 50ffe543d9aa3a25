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
  return `(${putIn})(${JSON.stringify({ lang: language, dir: directionOf(language), parts })})`;
}

/** The cookie policy of a release whose site has written none, as a file. */
export function cookiePolicyAs(release: Release, language: string, form: PolicyForm): string {
  const version = { number: release.number, from: release.compiledOn };
  return policyFileAs({ name: 'policy', content: cookiePolicy(release, language), version }, release, language, form);
}

/** Runs in the site's page: builds the document from its parts, so that no policy of the page's has anything to forbid. */
function putIn({ lang, dir, parts }: { lang: string; dir: string; parts: Part[] }): void {
  const script = document.currentScript;
  // Which choice stands, since when and under which version: known to this browser alone.
  const choice = window.douane?.choice();
  const built = (part: Part): Node => {
    if (typeof part === 'string') return document.createTextNode(part);
    if (part.attributes && 'data-douane-choice' in part.attributes) {
      const line = document.createElement('p');
      const day =
        choice &&
        new Intl.DateTimeFormat(lang, { dateStyle: 'long', timeStyle: 'short' }).format(choice.atSeconds * 1000);
      if (choice) line.append(`${part.parts[0]}: ${choice.record}, ${day}, v${choice.release}`);
      return choice ? line : document.createDocumentFragment();
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
  const says = (part: Element, what: string) => (part.textContent ?? '').toLowerCase().includes(what);
  // As the server does: a service that is called so with all that it stores, of others what is called so.
  const find = () => {
    const wanted = (finder!.querySelector('input')?.value ?? '').trim().toLowerCase();
    let none = true;
    for (const purpose of whole.querySelectorAll<HTMLElement>('section[id^="purpose-"]')) {
      purpose.hidden = true;
      for (const service of purpose.querySelectorAll<HTMLElement>('section')) {
        const called = [...service.querySelectorAll(':scope > h3, :scope > dl')].some((one) => says(one, wanted));
        service.hidden = !called;
        for (const item of service.querySelectorAll<HTMLElement>('li')) {
          item.hidden = !called && !says(item, wanted);
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
