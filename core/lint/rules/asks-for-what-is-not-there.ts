import type { LintRule } from '../types';

export const asksForWhatIsNotThere: LintRule = {
  id: 'asks-for-what-is-not-there',
  title: 'Nothing is asked for that nobody uses',
  weight: 'advice',
  means: 'A purpose without a service behind it asks for more than the site needs.',
  section: 'purposes',
  look: ({ setup }) => {
    // Before anything is ruled nothing can be told.
    if (setup.services.length === 0) return [];
    const used = new Set(setup.services.map(({ purpose }) => purpose));
    return setup.purposes
      .filter(({ id, necessary }) => !necessary && !used.has(id))
      .map(({ id, name }) => ({
        what: `“${name}” is asked for, and no service has it`,
        article: 'GDPR art. 5(1)(c)',
        mend: {
          words: 'Take the purpose out',
          change: (all) => ({ ...all, purposes: all.purposes.filter((purpose) => purpose.id !== id) }),
        },
      }));
  },
};
