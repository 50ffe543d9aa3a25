import { faceOf } from '@douane/core/banner';
import { drawnCases, LINT_RULES, lint, type Measured } from '@douane/core/lint';
import { bannerContent } from '@douane/core/release';
import type { Setup } from '@douane/core/setup';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type * as Banners from '../gate/banner/index';
import type * as Measures from '../gate/banner/measure';
import { openBrowser } from './support/browser';
import { BREACHES, LAWFUL, lawfulSite } from './support/designs';
import { gateParts, type Parts } from './support/parts';

declare const parts: typeof Banners & typeof Measures;
const TODAY = '2026-11-26';

let browser: Browser;
let all: Parts;
let page: Page;

beforeAll(async () => {
  browser = await openBrowser();
  all = await gateParts(browser, ['banner/index', 'banner/measure']);
  page = await all.open('<main><h1>Page</h1><div id="privacy"></div></main>');
});
afterAll(async () => {
  await all?.close();
  await browser?.close();
});

/** The banner as the browser draws it for every kind of visitor. */
async function measure(setup: Setup): Promise<Measured[]> {
  const measured: Measured[] = [];
  const face = faceOf(setup.banner);
  for (const { decision, ...visitor } of drawnCases(setup, TODAY, ['en'])) {
    await page.setViewportSize(visitor.window);
    const content = bannerContent(setup, visitor.language);
    const layers = await page.evaluate(
      (given) => {
        const layersOf = (['first', 'panel'] as const).filter((layer) => layer === 'panel' || given.decision.ask);
        return layersOf.flatMap((layer) => {
          parts.openBanner({ ...given, layer, record: null, choose: async () => {}, onClose: () => {} });
          return parts.measureBanner(layer) ?? [];
        });
      },
      { content, face, decision },
    );
    measured.push({ ...visitor, layers });
  }
  return measured;
}
describe('a banner in which', () => {
  it.each(BREACHES)('%s is found out, and mended at one press where that is offered', async (_what, change, rule) => {
    const broken = lawfulSite(change);
    const finding = lint(broken, TODAY, await measure(broken)).find((one) => one.rule === rule);
    expect(finding?.rule).toBe(rule);
    if (!finding?.mend) return;
    const mended = finding.mend.change(broken);
    expect(lint(mended, TODAY, await measure(mended)).map((one) => one.rule)).not.toContain(rule);
  });
});

describe('a lawful banner, ', () => {
  it.each(LAWFUL)('%s, is left in peace', async (_what, change) => {
    const setup = lawfulSite(change);
    expect(lint(setup, TODAY, await measure(setup)).map(({ rule, what }) => `${rule}: ${what}`)).toEqual([]);
  });
});

it('has every rule named, explained and cited', () => {
  expect(new Set(LINT_RULES.map(({ id }) => id)).size).toBe(LINT_RULES.length);
  expect(LINT_RULES.length).toBeGreaterThanOrEqual(30);
  for (const [, change] of BREACHES.slice(18, 40))
    for (const { article, means } of lint(lawfulSite(change), TODAY)) expect([article, means]).not.toContain('');
});
