import type { MendRule } from './types';

/** A policy that comes with the page is in force before the browser asks for anything. */
export const sendPolicy: MendRule = ({ kind, purpose, exposed, chain }) =>
  kind !== 'request' || purpose === null || (exposed.length === 0 && !chain?.some(({ how }) => how === 'markup'))
    ? null
    : {
        who: 'operator',
        words:
          'Or have the server send the policy with the page, so that the browser itself asks for nothing ahead: Install has the lines for your server.',
      };
