import AxeBuilder from '@axe-core/playwright';
import { chromiumPath } from '@douane/scanner';
import { type Browser, chromium, type Page } from 'playwright-core';
import { expect } from 'vitest';
import type { Client } from './world';

/**
 * A browser as a person has it, apart from the one that scans; whoever opens it closes it. Each file has its own: the
 * one that all shared had to be spoken to through the process that runs the tests, which took a fifth of all processor time.
 */
export function openBrowser(): Promise<Browser> {
  return chromium.launch({
    executablePath: chromiumPath(),
    args: [
      '--no-sandbox',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--no-first-run',
    ],
  });
}

/** A page of the application at `url`, in a browser window of its own in which that person is signed in. */
export async function openPage(browser: Browser, url: string, person: Client): Promise<Page> {
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  const [name = '', value = ''] = person.session.split(/=(.*)/s);
  await context.addCookies([{ name, value, url }]);
  return context.newPage();
}

/**
 * Waits until a page has nothing under way, for `most` milliseconds at most: of a frame that is taken out while it loads
 * the driver never hears the end.
 */
export const quiet = (page: Page, most = 5_000): Promise<void> =>
  page.waitForLoadState('networkidle', { timeout: most }).catch(() => {});

type RunOnly = { type: 'tag' | 'rule'; values: string[] };

const LEVELS = ['wcag2a', 'wcag2aa', 'wcag21a', 'wcag21aa', 'wcag22aa'];

/** WCAG 2.2 A and AA, as far as a program can tell. Shadow trees are looked into. */
export const expectAccessible = (page: Page, what: string) =>
  expectNothing(page, what, { type: 'tag', values: LEVELS });

async function expectNothing(page: Page, what: string, runOnly: RunOnly): Promise<void> {
  // In the page itself: the other way opens a page more for each look, and no frame here is of another origin.
  const axe = new AxeBuilder({ page: page as never }).setLegacyMode();
  const { violations } = await axe.options({ runOnly, resultTypes: ['violations'] }).analyze();
  const found = violations.map(
    ({ id, nodes }) =>
      `${id}: ${nodes
        .map((node) => `${node.target.join(' ')} ${node.failureSummary}`)
        .slice(0, 3)
        .join(' | ')}`,
  );
  expect(found, what).toEqual([]);
}

/** The same in the light; and in the dark, where nothing but colours is another. */
export async function expectAccessibleInBothThemes(page: Page, what: string): Promise<void> {
  await expectAccessible(page, `${what}, light`);
  await page.getByRole('button', { name: 'Light or dark' }).click();
  await expectNothing(page, `${what}, dark`, { type: 'rule', values: ['color-contrast'] });
  await page.getByRole('button', { name: 'Light or dark' }).click();
}
