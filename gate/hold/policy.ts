import { ALL, encodeGranted, GRANTED_COOKIE, GRANTED_SECONDS } from '@douane/core/consent/granted-cookie';
import { policyFor, UNRULED_MARK } from '@douane/core/hold';
import { create } from '../native';
import type { GateConfig } from '../types';
import { jar } from './kept';
import type { Permits } from './permits';

export interface Policy {
  /** Puts in force what has to be held now, beside what was before: a page obeys all its policies. */
  enforce(): void;
  /** Whether something may run now that a policy of this page keeps out. */
  isOutgrown(): boolean;
}

/**
 * Has the browser itself hold what may not run, by a content security policy that is put into the living page (CSP
 * Level 3, section 3.3), or that the site's server sends. It is in force for all that comes after it, in the page and in
 * whatever inherits from it, and cannot be loosened again: what it keeps out needs a fresh page once it may run.
 */
export function policyOf(permits: Permits, { header, policy: isWanted, release }: GateConfig, cookies: string): Policy {
  const { marks, allows, plan } = permits;
  const keptOut = new Set<string>();
  const keepOut = (isKept: (mark: string) => boolean) => {
    for (const mark of marks) if (isKept(mark)) keptOut.add(mark);
  };
  if (header) {
    const [, told = ''] = cookies.split(`${GRANTED_COOKIE}=${release}.`);
    const granted = told.split(';')[0]!.split('.');
    if (granted[0] !== ALL) keepOut((mark) => !granted.includes(mark));
  }
  return {
    enforce() {
      const policy = policyFor(plan, (purpose) => allows(purpose ?? UNRULED_MARK), [...permits.framed]);
      if (header) {
        const value = encodeGranted(release, marks.filter(allows), policy === null);
        jar.write(`${GRANTED_COOKIE}=${value}; Path=/; Max-Age=${GRANTED_SECONDS}; SameSite=Lax`);
      }
      if (!isWanted || policy === null || policy === permits.policy) return;
      permits.policy = policy;
      keepOut((mark) => !allows(mark));
      const meta = create('meta');
      meta.httpEquiv = 'Content-Security-Policy';
      meta.content = policy;
      document.head.append(meta);
      // It stays in force, and the page's own scripts find the head as they left it.
      meta.remove();
    },
    isOutgrown: () => [...keptOut].some(allows),
  };
}
