import type { CaseChoice } from '@douane/core/check';
import type { BrowserContext, Page } from 'playwright-core';
import { pause, type Visitor } from './visitor';

const WAIT_MS = 5_000;
const RECORD_WAIT_MS = 12_000;

export type ChoiceCookie = Awaited<ReturnType<BrowserContext['cookies']>>[number];

/** Tells the gate that this visitor is not to be counted. */
export const TEST_VISITOR = 'window.douaneVisit = { test: true };';

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

/**
 * Says yes to everything in the site's own banner and gives the cookie in which the gate keeps that, so that further
 * visitors can begin with it. Throws a sentence where there is no banner of ours or the choice was not recorded.
 */
export async function sayYes(visitor: Visitor, url: string, signal?: AbortSignal): Promise<ChoiceCookie[]> {
  const arrival = await visitor.goto(url, signal);
  if (arrival.outcome !== 'ok') throw new Error(`${url} ${arrival.why}`);
  try {
    await makeChoice(visitor.page, 'accept');
  } catch {
    throw new Error('the site shows no banner of ours');
  }
  for (const end = Date.now() + RECORD_WAIT_MS; Date.now() < end && !signal?.aborted; await pause(40)) {
    const kept = (await visitor.context.cookies()).filter((cookie) => cookie.name === 'douane_choice');
    if (kept.length > 0) return kept;
  }
  throw new Error('the choice was not recorded');
}
