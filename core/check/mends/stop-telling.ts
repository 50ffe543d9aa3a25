import type { MendRule } from './types';

/** A request that may be made says too much. */
export const stopTelling: MendRule = ({ cause, host }) => {
  if (cause?.code !== 'carries') return null;
  return cause.heldFor === undefined
    ? {
        who: 'provider',
        words: `Ask who runs ${host} why its tag sends an identifier to a visitor who said no; until then hold it like any other tag, for the purposes that it is told.`,
      }
    : {
        who: 'developer',
        words: `Something passes ${cause.name} on to ${host}. Let it read that only where ${cause.heldFor} is granted, and keep no copy of it under another name.`,
      };
};
