import type { MendRule } from './types';

/** What the site's own server sets it sets before anything in the page could hold it. */
export const serverWaits: MendRule = ({ kind, purpose, chain }) =>
  kind === 'request' || purpose === null || (chain && chain.length > 1)
    ? null
    : {
        who: 'developer',
        words: `Whatever sets this has to wait for ${purpose}. Where the site's own server sets it, let the server read the choice first.`,
      };
