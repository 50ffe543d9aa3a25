import { createHash } from 'node:crypto';
import { shippedScripts } from '@douane/core/classify';
import { matcher, type Step } from '@douane/core/coverage';
import { type FamilySettings, floodWords, ItemFold, itemKey } from '@douane/core/observe';
import type { ScannedPage, SiteLook } from '@douane/core/scan';
import { z } from 'zod';
import { type Explored, explore } from './explore';
import { linksOf } from './find-pages';
import type { PageRecord } from './page-record';
import { readLook } from './site-look';
import type { Visitor } from './visitor';
import type { ScriptsRead } from './watch/scripts';

const STEP_MS = 5_000;
const KNOWN = shippedScripts();

export interface VisitPageOptions {
  steps: readonly Step[];
  /** Host of the site; `null` while the start has not said where it leads. */
  host: string | null;
  afterYes: boolean;
  /** Items of which an excerpt of their script was taken on an earlier page; grows. */
  excerpted: Set<string>;
  /** The first of its family of pages: stayed on until it is truly quiet, and explored if the plan says so. */
  first: boolean;
  /** Hosts for whose scripts a visitor stayed until a page was truly quiet; grows. A page that brings a new one is stayed on. */
  stayedFor: Set<string>;
  explore: boolean;
  /** Scripts read on earlier pages; grows. */
  scripts: ScriptsRead;
  /** What people settled about names that vary. */
  families?: FamilySettings;
  /** Pages listed by hand may be of any host. */
  anyHost: boolean;
  /** Address of the login, for one who is signed in; a page that leads there has lost the session. */
  login?: string;
  signal?: AbortSignal;
}

/** Visits one page as far as a visitor would: to its end, through the user's steps, and away again. */
export async function visitPage(visitor: Visitor, url: string, options: VisitPageOptions): Promise<PageRecord> {
  const begin = Date.now();
  const result = await visitor.goto(url, options.signal, staysFor(visitor, options));
  const page: ScannedPage = { url, status: result.status, seconds: 0, outcome: result.outcome };
  let links: string[] = [];
  let shape = '';
  let host = options.host ?? '';
  let explored: Explored | undefined;
  let look: SiteLook | null = null;
  if (result.outcome !== 'ok') page.why = result.why;
  else {
    const final = new URL(result.finalUrl);
    host ||= final.host; // example.org often leads to www.example.org
    if (options.login && samePage(final.href, options.login) && !samePage(url, options.login)) {
      page.outcome = 'failed';
      page.why = 'leads to the login: the session has ended';
    } else if (final.host !== host && !options.anyHost) skip(page, `leads to another site: ${final.host}`);
    else if (!/html/.test(result.contentType)) skip(page, `is ${result.contentType || 'of no type'}, not a page`);
    else {
      // Before anything is pressed, as whoever arrives sees it.
      if (options.host === null) look = await readLook(visitor);
      await takeSteps(visitor, result.finalUrl, options.steps, options.signal);
      if (options.first && options.explore && !visitor.broken) {
        explored = await explore(visitor, () => visitor.observations(url), options.signal);
        if (explored.pressed.length > 0) page.pressed = explored.pressed;
      }
      [links, shape] = await Promise.all([
        linksOf(visitor),
        shapeOf(visitor),
        visitor.noteWhatPageTells(),
        visitor.watch.takeExcerpts(options.excerpted),
        visitor.watch.readScripts(options.scripts, KNOWN),
      ]);
    }
  }
  await visitor.leave();
  const fold = new ItemFold(options.families);
  const counted = page.outcome !== 'skipped';
  if (counted) {
    for (const seen of visitor.observations(url)) {
      const behind = explored?.behind.get(itemKey(seen));
      fold.add({ ...seen, ...(options.afterYes && { afterYes: true }), ...(behind && { behind }) });
    }
  }
  page.seconds = (Date.now() - begin) / 1000;
  return {
    page,
    afterYes: options.afterYes,
    host,
    links,
    shape,
    items: fold.items(),
    signs: counted ? visitor.watch.signs(url) : [],
    ...(look && { look }),
    problems: [...visitor.problems, ...fold.flooded().map(floodWords)],
    ownHosts: counted ? visitor.watch.ownHosts() : [],
  };
}

/** Whether to stay until the page is truly quiet, asked while it loads: what it brings may come late. */
function staysFor(
  visitor: Visitor,
  { first, stayedFor }: Pick<VisitPageOptions, 'first' | 'stayedFor'>,
): () => boolean {
  let stays = first;
  return () => {
    for (const host of visitor.scriptHosts()) {
      stays ||= !stayedFor.has(host);
      stayedFor.add(host);
    }
    return stays;
  };
}

function samePage(a: string, b: string): boolean {
  const [x, y] = [new URL(a), new URL(b)];
  return x.host === y.host && x.pathname === y.pathname;
}

function skip(page: ScannedPage, why: string): void {
  page.outcome = 'skipped';
  page.why = why;
}

/** Does what the user listed for this page; a step that cannot be done is a problem of the page, and ends its steps. */
async function takeSteps(visitor: Visitor, url: string, steps: readonly Step[], signal?: AbortSignal): Promise<void> {
  const { pathname, search } = new URL(url);
  for (const [i, step] of steps.entries()) {
    if (signal?.aborted || !matcher([step.on])(pathname + search)) continue;
    const target = visitor.page.locator(step.selector).first();
    try {
      if (step.do === 'click') await target.click({ timeout: STEP_MS });
      else if (step.do === 'fill') await target.fill(step.text, { timeout: STEP_MS });
      else await target.waitFor({ timeout: STEP_MS });
    } catch (cause) {
      const wrong = /is not a valid selector|Unexpected token/.test(String(cause)) ? 'is no selector' : 'was not there';
      visitor.problems.push(`step ${i + 1} (${step.do}): "${step.selector}" ${wrong} within ${STEP_MS / 1000} s`);
      return;
    }
    await visitor.settle(signal);
  }
}

/** A short sum of how a page is built: its elements and classes without their number or text. */
async function shapeOf(visitor: Visitor): Promise<string> {
  const read = () => {
    const parts = new Set<string>();
    const elements = Document.prototype.querySelectorAll.call(document, 'body *');
    for (let i = 0; i < elements.length && i < 3000; i++) {
      const { localName, parentElement, className } = elements[i]!;
      const classes = typeof className === 'string' ? className.replace(/\d+/g, '').split(/\s+/, 3).join('.') : '';
      parts.add(`${parentElement?.localName}>${localName}.${classes}`);
    }
    return [...parts].sort().join(' ').slice(0, 500_000);
  };
  const text = (await visitor.watch.ask(z.string().max(500_000), read, undefined)) ?? '';
  return createHash('sha1').update(text).digest('hex').slice(0, 12);
}
