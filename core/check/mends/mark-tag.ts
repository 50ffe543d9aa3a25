import type { ChainLink } from '../../observe/types';
import type { Mend, MendRule } from './types';

/** A tag in the markup is asked for by the browser before any script can stop it, so the markup itself has to change. */
export const markTag: MendRule = ({ purpose, chain, host, exposed }) => {
  const here = exposed.find(({ what, hosts, marked }) => what === 'tag' && hosts.includes(host) && marked);
  const words = 'The browser asks for what it reads in the markup before any script can stop it.';
  if (here?.marked)
    return { who: 'developer', words: `Mark the tag in line ${here.line}. ${words}`, code: here.marked };
  const tag = chain?.find(({ how }) => how === 'markup');
  if (purpose === null || !tag) return null;
  const form = markedForm(purpose, tag);
  return { ...form, words: `${form.words} ${words}` };
};

/** The marked form of a tag that stands in the markup. */
export function markedForm(purpose: string, { kind, url }: ChainLink): Required<Mend> {
  const who = 'developer' as const;
  switch (kind) {
    case 'image':
      return {
        who,
        words: 'Give the image its address in a data attribute.',
        code: `<img data-gate="${purpose}" data-gate-src="${url}">`,
      };
    case 'frame':
      return {
        who,
        words: 'Give the frame its address in a data attribute.',
        code: `<iframe data-gate="${purpose}" data-gate-src="${url}"></iframe>`,
      };
    case 'style':
      return {
        who,
        words: 'Put the link into a template.',
        code: `<template data-gate="${purpose}"><link rel="stylesheet" href="${url}"></template>`,
      };
    default:
      return {
        who,
        words: 'Put the snippet, unchanged, into a template.',
        code: `<template data-gate="${purpose}"><script src="${url}"></script></template>`,
      };
  }
}
