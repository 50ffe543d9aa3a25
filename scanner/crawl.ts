import type { Desk } from '@douane/core/classify';
import { pageAddress, type ScanPlan, scanPlanSchema } from '@douane/core/coverage';
import { type FamilySettings, type Item, itemKey, type Sign } from '@douane/core/observe';
import type { ScanProgress, ScanReport } from '@douane/core/scan';
import type { SignIn } from '@douane/core/setup';
import { launchBrowser } from './browser';
import { findCnameCloaking } from './cname-cloaking';
import { type ChoiceCookie, sayYes, TEST_VISITOR } from './consent-acts';
import { assertTarget, type Resolve } from './guard';
import type { HarEntry } from './har';
import { runLanes } from './lanes';
import type { PageRecord } from './page-record';
import { type TakePicture, takePictures } from './pictures';
import { readRobots } from './robots';
import { ScanState } from './scan-state';
import { signIn } from './sign-in';
import { readSitemaps } from './sitemaps';
import { SilentHosts, Visitor, type VisitorOptions } from './visitor';
import type { ScriptsRead } from './watch/scripts';

export interface ScanOptions {
  /** What is visited and as whom; what is absent has the plan's defaults. */
  plan?: Partial<ScanPlan>;
  allowPrivate?: boolean;
  resolve?: Resolve[];
  ownDomains?: readonly string[];
  /** What is made of the items at the end; where absent all stay open. */
  classify?: (items: readonly Item[], signs: readonly Sign[]) => Pick<Desk, 'rule' | 'suggestion'>;
  loadTimeoutMs?: number;
  /** Base address of the site's own gate, where it has one. */
  gate?: string;
  /** What people settled about names that vary. */
  families?: FamilySettings;
  /** Recipe for pages behind a login. */
  signIn?: SignIn;
  /** Name server to ask for CNAME records, `ADDRESS:PORT`; the system's where absent. */
  nameServer?: string;
  /** Pages visited before a restart; none of them is visited again. */
  resume?: readonly PageRecord[];
  signal?: AbortSignal;
  /** Called with each page as it is done, and waited for. With `keepHar` its requests come along. */
  onPage?: (record: PageRecord, har: HarEntry[]) => void | Promise<void>;
  onProgress?: (progress: ScanProgress) => void;
  /** Called with pictures of the start page at the end; where absent none are taken. */
  onPicture?: TakePicture;
}

/**
 * Visits a site as its plan says: from `target` along links and sitemaps, or a list of addresses. Each page is visited
 * as a new visitor in an isolated context. Pages that fail are listed as such and the scan goes on; cancelling keeps
 * what is there.
 */
export async function scanSite(target: string, options: ScanOptions = {}): Promise<ScanReport> {
  const { allowPrivate = false, resolve = [], signal } = options;
  const plan = scanPlanSchema.parse(options.plan ?? {});
  const mapped = resolve.map((r) => r.host);
  for (const url of [target, ...plan.listed.slice(0, 1)]) await assertTarget(url, allowPrivate, mapped);
  const start = pageAddress(target) ?? target;
  const started = Date.now();
  const running = await launchBrowser({ allowPrivate, resolve });
  const scan = new ScanState(start, plan, options);
  const fetching = { allowPrivate, resolve, badCertificates: plan.badCertificates, signal };
  const visiting: VisitorOptions = {
    ownDomains: options.ownDomains,
    gate: options.gate,
    loadTimeoutMs: options.loadTimeoutMs,
    language: plan.language,
    device: plan.device,
    stayMs: plan.stayMs,
    headers: plan.headers,
    badCertificates: plan.badCertificates,
    silentHosts: new SilentHosts(),
  };
  const scripts: ScriptsRead = new Map();
  const stayedFor = new Set<string>();
  const excerpted = new Set(
    (options.resume ?? []).flatMap(({ items }) => items.filter((item) => item.excerpt).map(itemKey)),
  );
  try {
    if (options.signIn) visiting.storageState = await signInOnce(options.signIn);
    for (const record of options.resume ?? []) scan.take(record, true);

    const robots = await readRobots(start, fetching);
    if (!plan.ownSite) {
      if (robots.problem) scan.problems.push({ page: new URL('/robots.txt', start).href, what: robots.problem });
      scan.obey(robots.allows, robots.delayMs);
    }
    if (plan.listed.length === 0) {
      scan.frontier.add(start, 0, true);
      const usual = new URL('/sitemap.xml', start).href;
      const [sitemaps] = await Promise.all([
        plan.sitemaps ? readSitemaps(robots.sitemaps, usual, fetching) : null,
        // The start goes ahead alone, since it may lead to another host.
        visitAll({ lanes: 1, most: 1 }),
      ]);
      if (sitemaps) {
        scan.sitemaps = sitemaps.pages.length > 0 ? sitemaps.files : 0;
        scan.problems.push(...sitemaps.problems);
        for (const page of sitemaps.pages) scan.frontier.add(page, 1);
      }
    }
    await visitAll({ lanes: plan.parallel });
    if (plan.afterYes && !signal?.aborted) await visitAgainAfterYes();
    if (options.onPicture && scan.look) await pictured(options.onPicture);
  } finally {
    await running.close();
  }
  const cloaked = signal?.aborted
    ? []
    : await findCnameCloaking(scan.ownHosts(), options.ownDomains ?? [], options.nameServer);
  return scan.report({
    startedAt: new Date(started).toISOString(),
    seconds: (Date.now() - started) / 1000,
    target,
    browser: `Chromium ${running.version}`,
    cloaked,
  });

  function visitAll(how: { lanes: number; most?: number; yes?: ChoiceCookie[] }): Promise<void> {
    const { signIn: recipe, onPage } = options;
    return runLanes(running.browser, scan, {
      ...how,
      plan,
      visiting,
      excerpted,
      stayedFor,
      scripts,
      families: options.families,
      recipe,
      signal,
      onPage,
    });
  }

  async function pictured(take: TakePicture): Promise<void> {
    try {
      await takePictures(running.browser, visiting, start, take, signal);
    } catch (cause) {
      const [what] = (cause as Error).message.split('\n');
      scan.problems.push({ page: start, what: `no picture could be taken: ${what}` });
    }
  }

  async function visitAgainAfterYes(): Promise<void> {
    const visitor = await Visitor.open(running.browser, { ...visiting, initScript: TEST_VISITOR });
    let yes: ChoiceCookie[];
    try {
      yes = await sayYes(visitor, start, signal);
    } catch (cause) {
      const what = `nothing could be seen after a yes: ${(cause as Error).message}`;
      scan.problems.push({ page: start, what });
      return;
    } finally {
      await visitor.close();
    }
    scan.visitAgain();
    await visitAll({ lanes: plan.parallel, yes });
  }

  async function signInOnce(recipe: SignIn): Promise<VisitorOptions['storageState']> {
    const visitor = await Visitor.open(running.browser, visiting);
    try {
      await signIn(visitor, recipe, signal);
      for (const seen of visitor.observations()) scan.fold.add(seen);
      return await visitor.context.storageState();
    } finally {
      await visitor.close();
    }
  }
}
