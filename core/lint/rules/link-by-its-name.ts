import { inBanner, lawOf } from '../inspect';
import type { LintRule } from '../types';

export const linkByItsName: LintRule = {
  id: 'link-by-its-name',
  title: 'The link bears the name that the law gives it',
  weight: 'breach',
  means:
    'Visitors are to find the same words on every site. A link on a page of the site has to bear them too; nobody but you can see to that.',
  section: 'button',
  look: ({ setup, regions }) => {
    const { button } = setup.banner;
    if (button.shown) return [];
    return regions.flatMap((region) => {
      const [name] = region.rule.shows?.links ?? [];
      const law = name && region.objects ? lawOf(region, 'link') : null;
      if (!law) return [];
      return [
        {
          what: `The link “${name}” does not show by itself, since the choices button is off`,
          ...law,
          mend: { words: 'Show the button', change: inBanner((b) => ({ button: { ...b.button, shown: true } })) },
        },
      ];
    });
  },
};
