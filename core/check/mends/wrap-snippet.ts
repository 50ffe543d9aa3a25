import type { MendRule } from './types';

/** What a script puts in waits if the script does. */
export const wrapSnippet: MendRule = ({ purpose, chain, shown }) => {
  const by = chain?.findLast(({ how }) => how === 'script' || how === 'page-script' || how === 'worker');
  if (purpose === null || (!by && shown !== 'network')) return null;
  return {
    who: 'developer',
    words: `A script brings this in at run time in a way the gate cannot see. Give that script the purpose ${purpose}: paste its snippet unchanged into a template.`,
    code: `<template data-gate="${purpose}">\n  … the snippet as it is …\n</template>`,
  };
};
