import type { CaseChoice } from '@douane/core/check';
import type { Page } from 'playwright-core';

const WAIT_MS = 5_000;

/** Opens the choice as a visitor would: the first layer where it shows by itself, else the choices button. */
async function reachChoice(page: Page): Promise<'first' | 'panel' | null> {
  const banner = page.locator('douane-banner section');
  const button = page.locator('douane-choices button');
  await banner.or(button).first().waitFor({ timeout: WAIT_MS });
  if (await banner.isVisible()) return 'first';
  await button.click({ timeout: WAIT_MS });
  await banner.waitFor({ timeout: WAIT_MS });
  return 'panel';
}

const press = (page: Page, act: string) =>
  page.locator(`douane-banner [data-act="${act}"]`).click({ timeout: WAIT_MS });

/** Makes a choice by real clicks. Throws where banner or button never show. */
export async function makeChoice(page: Page, choice: Exclude<CaseChoice, 'none' | 'withdraw'>): Promise<void> {
  const layer = await reachChoice(page);
  if (choice === 'accept' || choice === 'refuse') return press(page, choice);
  if (layer === 'first') await press(page, 'choose');
  const wanted = choice.slice('only:'.length);
  for (const box of await page.locator('douane-banner input[type=checkbox]:not(:disabled)').all()) {
    await box.setChecked((await box.getAttribute('id')) === `p-${wanted}`, { timeout: WAIT_MS });
  }
  await press(page, 'save');
}
