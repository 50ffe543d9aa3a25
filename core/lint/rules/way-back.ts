import { isButtonShown } from '../../banner/style';
import { inBanner, lawOf } from '../inspect';
import type { LintRule } from '../types';

export const wayBack: LintRule = {
  id: 'way-back',
  title: 'There is a way back to the choice',
  weight: 'breach',
  means:
    'Withdrawing has to be as easy as giving, so the choice can be reached again from every page, by the choices button or a link.',
  section: 'button',
  look: ({ setup, regions }) => {
    const { button } = setup.banner;
    const missing = (['phone', 'desktop'] as const).filter((device) => !button.shown || !button[device]);
    if (missing.length === 0 || button.page) return [];
    const where = isButtonShown(button) ? `on a ${missing[0]}` : 'anywhere';
    return regions.flatMap((region) => {
      const law = lawOf(region, 'withdraw') ?? (region.objects ? lawOf(region, 'link') : null);
      if (!law) return [];
      return [
        {
          what: `No choices button shows ${where}, and no page is named on which a link stands instead`,
          ...law,
          mend: {
            words: 'Show the button',
            change: inBanner((banner) => ({ button: { ...banner.button, shown: true, phone: true, desktop: true } })),
          },
        },
      ];
    });
  },
};
