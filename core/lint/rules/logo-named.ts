import type { LintRule } from '../types';

export const logoNamed: LintRule = {
  id: 'logo-named',
  title: 'The logo has a name',
  weight: 'access',
  means: 'Whoever hears the banner hears the name in place of the picture.',
  section: 'face',
  look: ({ setup }) =>
    setup.banner.face.logo && !setup.banner.face.logo.alt
      ? [{ what: 'The logo has no words for whoever does not see it', article: 'WCAG 2.2, SC 1.1.1' }]
      : [],
};
