import { type CaseSignal, visitorCase } from '@douane/core/check';
import { setupClassifier } from '@douane/core/classify';
import { type CaseVisit, launchBrowser, type RunningBrowser, visitCase } from '@douane/scanner';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { LeakyWeb, type Means } from './support/leaky-web';
import { WAYS } from './ways';
import type { Way } from './ways/types';

/** What a check says of each way in which a tag gets out, against what the third party itself has logged. */
let web: LeakyWeb;
let running: RunningBrowser;

beforeAll(async () => {
  web = await LeakyWeb.open(WAYS);
  running = await launchBrowser({ allowPrivate: true });
});
afterAll(async () => {
  await running?.close();
  await web?.close();
});

async function check(way: Way, means: Means, signals: CaseSignal[] = [], of = web, by = running) {
  const release = of.releaseOf(way, means);
  const surroundings = { release, classify: setupClassifier(release.setup), allowPrivate: true, resolve: [] };
  const pages = [of.pageOf(way, means)];
  return visitCase(by.browser, visitorCase('DE', [], signals), { ...surroundings, pages });
}

/** Whether anything held is said to have gone out: any more than the third party knows of, or any less, is wrong. */
const saysOut = ({ checked: { items } }: CaseVisit) => items.some(({ verdict }) => verdict === 'slipped');

/** A few of each kind; `npm run bench` goes through all of them, by every means. */
const requests = WAYS.filter(({ stored }) => !stored);
const SOME = requests.filter((_, i) => i % 5 === 0);
/** By script alone it is a race whether these have gone out before the gate is there. */
const RACED = requests.filter(({ id }) => /^markup (iframe|img|object|embed|video|script|stylesheet|preload)/.test(id));

it.concurrent.each(SOME.map((way) => [way.id, way] as const))('%s: the check agrees with the log', async (_id, way) => {
  expect(saysOut(await check(way, 'none'))).toBe(web.hasReached(way, 'none'));
});

it.each(['run time shared worker from a blob', 'run time worklet'])('%s: told by the network alone', async (id) => {
  const { checked } = await check(WAYS.find((way) => way.id === id)!, 'none');
  const [slipped] = checked.items.filter(({ verdict }) => verdict === 'slipped');
  expect(slipped?.chain?.at(-1)?.how).toBe('network');
  expect(checked.problems).toContainEqual(expect.stringContaining('left the browser without being told of by it'));
});

it('counts what two tabs ask for alike twice, and takes it for no secret', async () => {
  const { checked } = await check(WAYS.find(({ id }) => id === 'markup img')!, 'none', ['two-tabs']);
  expect(checked.items.find(({ verdict }) => verdict === 'slipped')?.firings).toHaveLength(2);
  expect(checked.problems).toEqual(['The gate was not found on the first page.']);
});

it('agrees with the log over HTTPS, where the network tells only whom a connection was made to', async () => {
  const secure = await LeakyWeb.open(WAYS, { secure: true });
  const trusting = await launchBrowser({ allowPrivate: true, trusted: [secure.certificate!] });
  try {
    for (const id of ['markup img', 'own module worker', 'own address that leads on', 'run time worklet']) {
      const way = WAYS.find((one) => one.id === id)!;
      for (const means of ['none', 'policy'] as const)
        expect([id, means, saysOut(await check(way, means, [], secure, trusting))]).toEqual([
          ...[id, means],
          secure.hasReached(way, means),
        ]);
    }
  } finally {
    await trusting.close();
    await secure.close();
  }
});

describe.each<Means>(['policy', 'script'])('held by %s, what the browser asks for before it can be', (means) => {
  it.concurrent.each(RACED.map((way) => [way.id, way] as const))(
    '%s: agrees with the log, and is exposed if it can get out',
    async (_id, way) => {
      const visit = await check(way, means);
      // Won or lost this time: whatever was lost must have been foreseen.
      if (web.hasReached(way, means)) expect(visit.exposed).not.toEqual([]);
      expect(visit.exposed.every(({ what }) => what === 'tag')).toBe(true);
    },
  );
});

it.each<Means>(['marked', 'header'])('nothing is exposed where tags are %s', async (means) => {
  for (const way of RACED.filter((_, i) => i % 4 === 0)) expect((await check(way, means)).exposed).toEqual([]);
});
