import { visitorCase } from '@douane/core/check';
import type { ItemKind } from '@douane/core/observe';
import { runCheck } from '@douane/scanner';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { LeakyWeb } from './support/leaky-web';
import type { Way } from './ways/types';

/** What stays, or travels on, after a yes was taken back. */
const afterYes = (script: string) => `<template data-gate="advertising"><script>${script}</script></template>`;
const always = (script: string) => `<script>${script}</script>`;
/** A third party that may always be asked, at a host that holds others back as well. */
const TELL = 'fetch(new URL("/needed?" + new URLSearchParams(told), "__SHARED__"))';
const COPY = `let told = { u: localStorage.copy ?? '', of: location.pathname }; ${TELL}`;

const WAYS: Record<string, Way> = {
  erased: { id: 'cookie that can be erased', html: afterYes('document.cookie = "_leak=1; path=/";') },
  elsewhere: {
    id: 'cookie of another path, which a script here cannot see',
    html: afterYes('document.cookie = "_leak=1; path=/elsewhere/";'),
  },
  copied: {
    id: 'identifier that was copied and is sent on',
    html: `${always(COPY)}${afterYes('localStorage._leak = localStorage.copy = crypto.randomUUID();')}`,
  },
  constant: {
    id: 'value that every visitor has',
    html: `${always(COPY)}${afterYes('localStorage._leak = localStorage.copy = "build-20260412-stable";')}`,
  },
};

let web: LeakyWeb;
beforeAll(async () => {
  web = await LeakyWeb.open(Object.values(WAYS));
});
afterAll(() => web?.close());

async function slipped(way: Way, of: ItemKind[]) {
  const cases = [visitorCase('DE', ['accept', 'refuse']), visitorCase('DE', ['accept', 'refuse'], ['phone'])];
  const page = web.pageOf(way, 'script');
  const { cases: checked } = await runCheck(page, web.releaseOf(way, 'script'), {
    ...{ cases, pages: [page], allowPrivate: true },
  });
  expect(checked.flatMap(({ notChecked = [] }) => notChecked)).toEqual([]);
  return checked.map(({ items }) =>
    items
      .filter(({ verdict, kind }) => verdict === 'slipped' && of.includes(kind))
      .map(({ kind, name, cause }) => ({ kind, name, cause })),
  );
}

it('finds nothing kept that the gate can erase', async () => {
  expect(await slipped(WAYS.erased!, ['cookie'])).toEqual([[], []]);
});

it('finds what is kept where the gate cannot see it', async () => {
  const kept = { kind: 'cookie', name: '_leak', cause: { code: 'not-permitted' } };
  expect(await slipped(WAYS.elsewhere!, ['cookie'])).toMatchObject([[kept], [kept]]);
});

it('finds an identifier that is told to who may be asked', async () => {
  const cause = { code: 'carries', name: '_leak', heldFor: 'advertising' };
  const carries = { kind: 'request', name: 'fetch', cause };
  expect(await slipped(WAYS.copied!, ['request'])).toEqual([[carries], [carries]]);
});

it('takes what every visitor has for no identifier', async () => {
  expect(await slipped(WAYS.constant!, ['request'])).toEqual([[], []]);
});
