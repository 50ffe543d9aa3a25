import { HISTORY_KEY } from '@douane/core/consent/choice-history';
import { directionOf } from '@douane/core/language';
import {
  choiceWords,
  cookiePolicy,
  DOCUMENT_FORMS,
  documentAs,
  narrowed,
  type PolicyContent,
  pastChoice,
  policyDocument,
  policyFile,
  type Reading,
  type VersionFacts,
} from '@douane/core/policy';
import type { Release } from '@douane/core/release';
import { type Embed, putIn } from './embed';

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
  const embed: Embed = { ...choiceWords(release, language), dir: directionOf(language), parts, key: HISTORY_KEY };
  return `(${putIn})(${JSON.stringify(embed)},${narrowed},${pastChoice})`;
}

/** The cookie policy of a release whose site has written none, as a file. */
export function cookiePolicyAs(release: Release, language: string, form: PolicyForm): string {
  const version = { number: release.number, from: release.compiledOn };
  return policyFileAs({ name: 'policy', content: cookiePolicy(release, language), version }, release, language, form);
}
