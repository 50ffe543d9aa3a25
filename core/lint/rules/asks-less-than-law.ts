import { list } from '../../regimes/facts';
import { resolveRegime } from '../../regimes/resolve';
import { laxerThanLaw } from '../../setup/cross-checks';
import type { LintRule } from '../types';

export const asksLessThanLaw: LintRule = {
  id: 'asks-less-than-law',
  title: 'Nothing runs sooner than the law has it',
  weight: 'breach',
  means: 'What the law wants asked first is let run by a value of your own.',
  section: 'regions',
  look: ({ setup, on }) =>
    Object.entries(setup.regions.overrides ?? {}).flatMap(([id, override]) => {
      if (!setup.regions.regimes.includes(id)) return [];
      const modes = laxerThanLaw(id, override).filter((field) => !field.endsWith('Days'));
      if (modes.length === 0) return [];
      const { name, modes: law } = resolveRegime(id, on);
      const what = `Your own values for ${name} ask less than its law (${list(modes)})`;
      return [{ what, regimes: [id], article: law.default.source }];
    }),
};
