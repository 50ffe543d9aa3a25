import type { MendRule } from './types';

/** When nothing on the site's side helps. */
export const askProvider: MendRule = ({ host, kind, purpose }) =>
  purpose === null || kind !== 'request'
    ? null
    : {
        who: 'provider',
        words: `Or ask who runs ${host} for a form of its tag that starts only when it is told to.`,
      };
