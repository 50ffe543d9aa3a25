import type { CheckedItem } from '@douane/core/check';
import type { ChainLink } from '@douane/core/observe';

/** What a developer can do, with code to copy where it is certain. */
export interface Mend {
  words: string;
  code?: string;
}

/** What to do about an item that slipped. */
export function mendFor({ purpose, chain }: Pick<CheckedItem, 'purpose' | 'chain'>): Mend {
  if (purpose === null) {
    return {
      words:
        'Rule this item first: nobody was asked about it, so no visitor could say yes to it. What happens to third parties that nobody has ruled is settled under Regions.',
    };
  }
  const tag = chain?.[1];
  switch (tag?.how) {
    case 'markup': {
      const { words, code } = markedForm(purpose, tag);
      return {
        words: `${words} The browser asks for what it reads in the markup before any script can stop it.`,
        code,
      };
    }
    case 'script':
    case 'page-script':
      return {
        words: `A script puts this in at run time in a way the gate cannot see. Give that script the purpose ${purpose}: paste its snippet unchanged into a template.`,
        code: `<template data-gate="${purpose}">\n  … the snippet as it is …\n</template>`,
      };
    default:
      return {
        words: `Whatever sets this has to wait for ${purpose}. Where the site's own server sets it, let the server read the choice first.`,
      };
  }
}

/** The marked form of a tag that stands in the markup. */
export function markedForm(purpose: string, { kind, url }: ChainLink): Required<Mend> {
  switch (kind) {
    case 'image':
      return {
        words: 'Give the image its address in a data attribute.',
        code: `<img data-gate="${purpose}" data-gate-src="${url}">`,
      };
    case 'frame':
      return {
        words: 'Give the frame its address in a data attribute.',
        code: `<iframe data-gate="${purpose}" data-gate-src="${url}"></iframe>`,
      };
    case 'style':
      return {
        words: 'Put the link into a template.',
        code: `<template data-gate="${purpose}"><link rel="stylesheet" href="${url}"></template>`,
      };
    default:
      return {
        words: 'Put the snippet, unchanged, into a template.',
        code: `<template data-gate="${purpose}"><script src="${url}"></script></template>`,
      };
  }
}
