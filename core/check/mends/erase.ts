import type { MendRule } from './types';

/** The gate erases what a script on the page can reach; the rest has to be erased by who can. */
export const erase: MendRule = ({ cause, kind, name, host }) =>
  cause?.code !== 'kept'
    ? null
    : kind === 'cookie'
      ? {
          who: 'developer',
          words: `The gate could not erase this: scripts cannot see it on this page, since it is HttpOnly or of another path or host. Have the server of ${host} end it when the choice cookie says no.`,
          code: `Set-Cookie: ${name}=; Max-Age=0; Path=/; Domain=${host}`,
        }
      : {
          who: 'specialist',
          words:
            'The gate erases what the release knows by this name at the page’s own address: rule it under this name, or have the code that keeps it erase it.',
        };
