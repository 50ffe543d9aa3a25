import type { CheckedItem } from '@douane/core/check';

/** What a developer can do about an item that slipped, with code to copy where it is certain. */
export function mendFor(item: CheckedItem): { words: string; code?: string } {
  if (item.purpose === null) {
    return {
      words:
        'Rule this item first. While it is open no visitor can say yes to it, and the gate does not know to hold it.',
    };
  }
  const tag = item.chain?.[1];
  const how = tag?.how ?? '';
  if (tag && /in the markup/.test(how)) {
    const { words, code } = marked(item.purpose, tag.url, how);
    return { words: `${words} The browser asks for what it reads in the markup before any script can stop it.`, code };
  }
  if (tag && /by script|by a script/.test(how)) {
    return {
      words: `A script puts this in at run time in a way the gate cannot see. Give that script the purpose ${item.purpose}: paste its snippet unchanged into a template.`,
      code: `<template data-gate="${item.purpose}">\n  … the snippet as it is …\n</template>`,
    };
  }
  return {
    words: `Whatever sets this has to wait for ${item.purpose}. Where the site's own server sets it, let the server read the choice first.`,
  };
}

function marked(purpose: string, address: string, how: string): { words: string; code: string } {
  if (how.startsWith('image'))
    return {
      words: 'Give the image its address in a data attribute.',
      code: `<img data-gate="${purpose}" data-gate-src="${address}">`,
    };
  if (how.startsWith('frame'))
    return {
      words: 'Give the frame its address in a data attribute.',
      code: `<iframe data-gate="${purpose}" data-gate-src="${address}"></iframe>`,
    };
  if (how.startsWith('style'))
    return {
      words: 'Put the link into a template.',
      code: `<template data-gate="${purpose}"><link rel="stylesheet" href="${address}"></template>`,
    };
  return {
    words: 'Put the snippet, unchanged, into a template.',
    code: `<template data-gate="${purpose}"><script src="${address}"></script></template>`,
  };
}
