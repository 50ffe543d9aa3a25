import { type CaseSignal, type Step, visitorCase } from '@douane/core/check';
import { setupClassifier } from '@douane/core/classify';
import { launchBrowser, type RunningBrowser, visitCase } from '@douane/scanner';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { LeakyWeb, type Means } from './support/leaky-web';
import type { Way } from './ways/types';

/** What a visitor does besides answering the banner by pointer. */
const MARKED: Way = {
  id: 'marked frame',
  html: '<iframe title="Film" width="400" height="300" data-gate="advertising" data-gate-src="__AT__.html"></iframe>',
};
const HELD: Way = {
  id: 'frame that a script puts in',
  script:
    'document.body.append(Object.assign(document.createElement("iframe"), { width: 400, height: 300, src: "__AT__.html" }));',
};
const LEAKS: Way = { ...MARKED, id: 'beside a leak', html: `${MARKED.html}<img src="__AT__.gif" alt="">` };
const BARE: Way = { id: 'no frame', html: '' };

let web: LeakyWeb;
let running: RunningBrowser;
beforeAll(async () => {
  web = await LeakyWeb.open([MARKED, HELD, LEAKS, BARE]);
  running = await launchBrowser({ allowPrivate: true });
});
afterAll(async () => {
  await running?.close();
  await web?.close();
});

async function visit(way: Way, steps: Step[], means: Means = 'script', signals: CaseSignal[] = []) {
  const release = web.releaseOf(way, means);
  const surroundings = { release, classify: setupClassifier(release.setup), allowPrivate: true, resolve: [] };
  const pages = [web.pageOf(way, means)];
  const { checked } = await visitCase(running.browser, visitorCase('DE', steps, signals), { ...surroundings, pages });
  const leak = checked.items.filter(({ host, firings }) => host === 'leak.localhost' && firings.length > 0);
  return { checked, seen: leak.map(({ name, verdict, firings }) => `${name} ${verdict} ${firings.length}`) };
}

it.each([
  ['marked', 'script', MARKED],
  ['marked, under a policy', 'policy', MARKED],
  ['put in by a script', 'script', HELD],
] as const)(
  'a frame that is %s may be looked at once, and is held when the page is come to again',
  async (_how, means, way) => {
    const { checked, seen } = await visit(way, ['once:advertising', 'return'], means);
    expect(checked.notChecked).toBeUndefined();
    expect(seen).toEqual(['frame cleared 1']);
    expect(web.hasReached(way, means)).toBe(true);
  },
);

it('lets nothing else by which was not asked for', async () => {
  expect((await visit(LEAKS, ['once:advertising'])).seen).toContain('image slipped 1');
});

it('goes on record with content that is always to be shown, and shows it when the visitor comes again', async () => {
  const { checked, seen } = await visit(MARKED, ['always:advertising', 'return']);
  expect(checked.recorded.map(({ step }) => step)).toEqual(['always:advertising']);
  expect(checked.notChecked).toBeUndefined();
  expect(seen).toEqual(['frame cleared 2']);
});

it('says what is missing where there is no such content', async () => {
  const { checked } = await visit(BARE, ['once:advertising']);
  expect(checked.notChecked).toEqual([
    expect.stringContaining('"once:advertising" could not be tried: nothing that is held'),
  ]);
});

it.each<[Step]>([['accept'], ['only:measurement'], ['always:advertising']])(
  'chooses "%s" by keyboard alone',
  async (step) => {
    const { checked } = await visit(MARKED, [step], 'script', ['keyboard']);
    expect(checked.notChecked).toBeUndefined();
    expect(checked.recorded.map((one) => one.step)).toEqual([step]);
  },
);
