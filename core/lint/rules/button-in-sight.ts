import { inBanner } from '../inspect';
import type { LintRule } from '../types';

export const buttonInSight: LintRule = {
  id: 'button-in-sight',
  title: 'The choices button is within every window',
  weight: 'access',
  means: 'A button that is set far from its corner stands outside a small window.',
  section: 'button',
  look: ({ setup }) => {
    const { offset, shown } = setup.banner.button;
    if (!shown || (offset.x <= 120 && offset.y <= 160)) return [];
    return [
      {
        what: `The button stands ${offset.x} and ${offset.y} pixels from its corner; at 400 per cent that is outside the window`,
        article: 'WCAG 2.2, SC 1.4.10',
        mend: {
          words: 'Put it to its corner',
          change: inBanner((banner) => ({ button: { ...banner.button, offset: { x: 16, y: 16 } } })),
        },
      },
    ];
  },
};
