import { policyFor } from '@douane/core/hold';
import { create } from '../native';
import type { Permits } from './permits';

/**
 * Has the browser itself hold what may not run, by a content security policy that is put into the living page (CSP
 * Level 3, section 3.3). It is in force for all that comes after it, in the page and in whatever inherits from it, and
 * cannot be loosened again: what it keeps out needs a fresh page once it may run.
 */
export class Policy {
  private readonly keptOut = new Set<string>();

  constructor(private readonly permits: Permits) {}

  /** Puts in force what has to be held now, beside what was before: a page obeys all its policies. */
  enforce(): void {
    const { permits } = this;
    const policy = policyFor(permits.plan, permits.may, permits.framed);
    if (policy === null || policy === permits.policy) return;
    permits.policy = policy;
    for (const mark of permits.marks) if (!permits.allows(mark)) this.keptOut.add(mark);
    const meta = create('meta');
    meta.httpEquiv = 'Content-Security-Policy';
    meta.content = policy;
    document.head.append(meta);
    // It stays in force, and the page's own scripts find the head as they left it.
    meta.remove();
  }

  /** Whether something may run now that a policy of this page keeps out. */
  isOutgrown = (): boolean => [...this.keptOut].some((mark) => this.permits.allows(mark));
}
