import { defaultCases, signalsOf, type VisitorCase, visitorCase } from '@douane/core/check';
import { setupClassifier } from '@douane/core/classify';
import { decide, parsePlace } from '@douane/core/regimes';
import { type CaseVisit, launchBrowser, runCheck, visitCase } from '@douane/scanner';
import { LeakyWeb, type Means } from '../support/leaky-web';
import { WAYS } from '../ways';
import type { Way } from '../ways/types';

/** What a check says, against what the third party has logged, over all ways and means; and what it takes. */
const MEANS: Means[] = ['none', 'policy', 'script', 'header'];
const LANES = 6;
const RUNS = 20;
const PAGES = 10;

const say = (name: string, value: number, unit: string, digits = 2) =>
  console.log(`${name} ${value.toFixed(digits)} ${unit}`);

const web = await LeakyWeb.open(WAYS);
const requests = WAYS.filter(({ stored }) => !stored);
const isSlip = ({ checked }: CaseVisit) => checked.items.some(({ verdict }) => verdict === 'slipped');

await truth();
await everyVisitor();
await stability();
await speed();
await web.close();
process.exit(0);

/** Both ways: everything that reached the third party is told, and nothing else. */
async function truth(): Promise<void> {
  let [told, reached, both, lost, foreseen] = [0, 0, 0, 0, 0];
  await inLanes(
    MEANS.flatMap((means) => requests.map((way) => ({ way, means }))),
    async ({ way, means }, visit) => {
      const seen = await visit(way, means);
      const isReached = web.hasReached(way, means);
      told += Number(isSlip(seen));
      reached += Number(isReached);
      both += Number(isSlip(seen) && isReached);
      // What stands in the markup can be foreseen.
      if (!isReached || !/^markup|in the markup/.test(way.id) || means === 'none') return;
      lost += 1;
      foreseen += Number(seen.exposed.length > 0);
    },
  );
  say('check.recall', both / reached, 'of what reached the third party', 3);
  say('check.precision', both / told, 'of what was told', 3);
  say('check.foreseen', foreseen / lost, 'of what went out from the markup', 3);
}

/** Faults × every default visitor, each visit against what came to the third party and to the recorder, in their order. */
async function everyVisitor(): Promise<void> {
  const faults = requests.filter((_, i) => i % 4 === 0);
  const by = ['script', 'policy', 'header'] as const;
  const jobs = faults.flatMap((way, i) => {
    const means = by[i % by.length]!;
    return defaultCases(web.releaseOf(way, means)).map((of) => ({ way, means, of }));
  });
  let [told, slipped, both, unchecked] = [0, 0, 0, 0];
  let visits = 0;
  await inLanes(jobs, async ({ way, means, of }, visit) => {
    visits += 1;
    const number = visits;
    const seen = await visit(way, means, of, number);
    const { rules } = web.releaseOf(way, means);
    const { granted } = decide(parsePlace(of.place), signalsOf(of), null, rules);
    const isSlipped = web.hasSlipped(way, means, number, granted.advertising === true);
    if (seen.checked.notChecked) {
      unchecked += 1;
      console.log(`not checked: ${way.id}, ${means}, ${of.id}: ${seen.checked.notChecked.join(' ')}`);
      return;
    }
    told += Number(isSlip(seen));
    slipped += Number(isSlipped);
    both += Number(isSlip(seen) && isSlipped);
    if (isSlip(seen) !== isSlipped) console.log(`${isSlipped ? 'missed' : 'invented'}: ${way.id}, ${means}, ${of.id}`);
  });
  say('check.visits', visits, `visits: ${faults.length} faults × every default visitor; ${unchecked} not checked`, 0);
  say('check.visits_recall', both / slipped, 'of the visits in which something slipped', 3);
  say('check.visits_precision', both / told, 'of those that were told', 3);
}

/** The same visits over and over: how many of them once said something else. */
async function stability(): Promise<void> {
  const ways = requests.filter(({ id }) => /^markup/.test(id));
  const said = new Map<string, Set<string>>();
  const jobs = Array.from({ length: RUNS }, () => ways).flat();
  await inLanes(jobs, async (way, visit) => {
    const seen = await visit(way, 'policy');
    const verdicts = seen.checked.items
      .filter(({ host }) => !host.startsWith('page.'))
      .map(({ host, verdict }) => `${host} ${verdict}`);
    const exposed = seen.exposed.map(({ what, line }) => `${what} ${line}`);
    said.set(way.id, (said.get(way.id) ?? new Set()).add(JSON.stringify([verdicts, exposed])));
  });
  say(
    'check.unstable',
    [...said.values()].filter(({ size }) => size > 1).length,
    `of ${ways.length} pages, ${RUNS} times each`,
    0,
  );
}

/** Default cases over ten pages, side by side in one browser, and one by one in new ones. */
async function speed(): Promise<void> {
  const pages = requests.filter(({ id }) => /^markup (img|script|style)/.test(id)).slice(0, PAGES);
  const release = web.releaseOf(pages[0]!, 'policy');
  const addresses = pages.map((way) => web.pageOf(way, 'policy'));
  const cases = defaultCases(release);
  const options = { pages: addresses, allowPrivate: true };
  const check = async (some: VisitorCase[], parallel?: number) =>
    (await runCheck(addresses[0]!, release, { ...options, cases: some, parallel })).seconds;
  const together = await check(cases);
  let alone = 0;
  for (const one of cases) alone += await check([one], 1);
  say('check.seconds', together, `s for ${cases.length} cases over ${PAGES} pages`, 1);
  say('check.vs_sequential', together / alone, 'of the time');
}

type Visit = (way: Way, means: Means, of?: VisitorCase, number?: number) => Promise<CaseVisit>;

async function inLanes<T>(jobs: readonly T[], doIt: (job: T, visit: Visit) => Promise<void>): Promise<void> {
  const running = await launchBrowser({ allowPrivate: true });
  const waiting = [...jobs];
  const visit: Visit = (way, means, of = visitorCase('DE', []), number) => {
    const release = web.releaseOf(way, means);
    const pages = [web.pageOf(way, means, number)];
    const surroundings = { release, classify: setupClassifier(release.setup), pages, allowPrivate: true, resolve: [] };
    return visitCase(running.browser, of, surroundings);
  };
  const lane = async () => {
    for (let job = waiting.shift(); job; job = waiting.shift()) await doIt(job, visit);
  };
  await Promise.all(Array.from({ length: LANES }, lane));
  await running.close();
}
