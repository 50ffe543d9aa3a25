import type { MendRule } from './types';

/** In front of the site everything can be held, whatever the pages say. */
export const useEdge: MendRule = ({ purpose }) =>
  purpose === null
    ? null
    : {
        who: 'operator',
        words:
          'Or put the edge in front of this part of the site: it marks the pages on their way, and drops what headers ask for.',
        code: './bin/douane edge --setup FILE --origin URL --port N',
      };
