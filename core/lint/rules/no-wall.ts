import { drawn, inBanner, lawOf } from '../inspect';
import type { LintRule } from '../types';

export const noWall: LintRule = {
  id: 'no-wall',
  title: 'The page is not behind a wall',
  weight: 'breach',
  means: 'A dimmed page that only a yes opens leaves no choice.',
  section: 'form',
  look: (inspected) =>
    drawn(inspected, 'first').flatMap(({ layer, region }) => {
      const law = lawOf(region, 'no-scrolling');
      const out = layer.acts.some(({ act, visible }) => act.includes('refuse') && visible);
      if (!law || !region.asks || !layer.modal || out) return [];
      return [
        {
          what: 'The page waits behind a dialog that nobody can refuse in',
          ...law,
          mend: {
            words: 'Leave the page open',
            change: inBanner(({ form }) => ({ form: { ...form, dimmed: false } })),
          },
        },
      ];
    }),
};
