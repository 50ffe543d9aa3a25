import { ownCssProblems } from '../../banner/own-css';
import type { LintRule } from '../types';

export const ownCssIsSound: LintRule = {
  id: 'own-css-is-sound',
  title: 'The site’s own CSS is understood',
  weight: 'access',
  means: 'What a browser does not understand it leaves out, and the banner looks otherwise than meant.',
  section: 'face',
  look: ({ setup }) =>
    ownCssProblems(setup.banner.face.css ?? '').map(({ line, message }) => ({
      what: `Line ${line} of the CSS: ${message}`,
      article: 'CSS Syntax Module Level 3, 5',
    })),
};
