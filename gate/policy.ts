import { directionOf } from '@douane/core/language';
import { cookiePolicy, DOCUMENT_FORMS, type Part, policyAs } from '@douane/core/policy';
import type { Release } from '@douane/core/release';

/** In which forms the cookie policy is given out, by the end of the file's name; `js` puts it into a page of the site's. */
export const POLICY_FORMS = { ...DOCUMENT_FORMS, js: 'text/javascript' } as const;
export type PolicyForm = keyof typeof POLICY_FORMS;

/** A form by the end of a file's name; `undefined`: there is none of that. */
export const policyForm = (end: string | undefined): PolicyForm | undefined =>
  end !== undefined && Object.hasOwn(POLICY_FORMS, end) ? (end as PolicyForm) : undefined;

/** The cookie policy of a release as a file. */
export function policyFileAs(release: Release, language: string, form: PolicyForm): string {
  if (form !== 'js') return policyAs(release, language, form);
  const { parts } = cookiePolicy(release, language);
  return `(${putIn})(${JSON.stringify({ lang: language, dir: directionOf(language), parts })})`;
}

/** Runs in the site's page: builds the document from its parts, so that no policy of the page's has anything to forbid. */
function putIn({ lang, dir, parts }: { lang: string; dir: string; parts: Part[] }): void {
  const script = document.currentScript;
  const built = (part: Part): Node => {
    if (typeof part === 'string') return document.createTextNode(part);
    const one = document.createElement(part.tag);
    for (const [name, value] of Object.entries(part.attributes ?? {})) one.setAttribute(name, value);
    one.append(...part.parts.map(built));
    return one;
  };
  const whole = document.createElement('div');
  whole.lang = lang;
  whole.dir = dir;
  whole.append(...parts.map(built));
  script?.after(whole);
}
