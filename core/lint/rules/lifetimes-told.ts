import { lawOf } from '../inspect';
import type { LintRule } from '../types';

export const lifetimesTold: LintRule = {
  id: 'lifetimes-told',
  title: 'How long things are kept is told',
  weight: 'breach',
  means: 'How long cookies live is part of what has to be said before a yes.',
  section: 'services',
  look: ({ setup, regions }) => {
    const unknown = setup.services
      .filter(({ purpose }) => !setup.purposes.find(({ id }) => id === purpose)?.necessary)
      .flatMap(({ items }) =>
        items.filter(({ kind, lifetimeSeconds }) => kind === 'cookie' && lifetimeSeconds === undefined),
      );
    if (unknown.length === 0) return [];
    const names = unknown.slice(0, 3).map(({ name }) => name);
    const what = `Of ${unknown.length === 1 ? 'one cookie' : `${unknown.length} cookies`} nobody says how long it lives: ${names.join(', ')}${unknown.length > 3 ? ' and others' : ''}`;
    return regions.flatMap((region) => {
      const law = region.asks ? lawOf(region, 'inform') : null;
      return law ? [{ what, ...law, article: 'CJEU C-673/17, 81' }] : [];
    });
  },
};
