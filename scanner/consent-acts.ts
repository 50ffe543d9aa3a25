import type { Choosing } from '@douane/core/check';
import {
  actSelector,
  BANNER_ELEMENT,
  type BannerAct,
  BUTTON_ELEMENT,
  purposeBoxId,
} from '@douane/core/consent/banner-marks';
import {
  CHOICE_COOKIE,
  choiceIn,
  decodeChoice,
  encodeChoice,
  HOST_CHOICE_COOKIE,
} from '@douane/core/consent/choice-cookie';
import type { Choice } from '@douane/core/regimes';
import type { BrowserContext, Page } from 'playwright-core';
import { pause, type Visitor } from './visitor';

/** Long: on a busy machine a page's own scripts may keep the banner waiting. */
const WAIT_MS = 10_000;
/** How long a recorder may take to confirm a choice. */
export const RECORD_WAIT_MS = 12_000;

export type ChoiceCookie = Awaited<ReturnType<BrowserContext['cookies']>>[number];

/** Tells the gate that this visitor is not to be counted. */
export const TEST_VISITOR = 'window.douaneVisit = { test: true };';

/** Opens the choice as a visitor would: the first layer where it shows by itself, else the choices button. */
async function reachChoice(page: Page): Promise<'first' | 'panel' | null> {
  const banner = page.locator(`${BANNER_ELEMENT} section`);
  const button = page.locator(`${BUTTON_ELEMENT} button`);
  await banner.or(button).first().waitFor({ timeout: WAIT_MS });
  if (await banner.isVisible()) return 'first';
  await button.click({ timeout: WAIT_MS });
  await banner.waitFor({ timeout: WAIT_MS });
  return 'panel';
}

const press = (page: Page, act: BannerAct) => page.locator(actSelector(act)).click({ timeout: WAIT_MS });

/** Takes one step by real clicks. Throws where banner or button never show. */
export async function takeStep(page: Page, step: Choosing): Promise<void> {
  const layer = await reachChoice(page);
  if (step === 'accept' || step === 'refuse') return press(page, step);
  if (layer === 'first') await press(page, 'choose');
  const named = purposeBoxId(step.slice(step.indexOf(':') + 1));
  const isOnly = step.startsWith('only:');
  for (const box of await page.locator(`${BANNER_ELEMENT} input[type=checkbox]:not(:disabled)`).all()) {
    await box.setChecked(((await box.getAttribute('id')) === named) === isOnly, { timeout: WAIT_MS });
  }
  await press(page, 'save');
}

/** The cookie in which a visitor's browser keeps the choice; empty where it keeps none. */
export async function keptChoice(context: BrowserContext): Promise<ChoiceCookie[]> {
  const all = await context.cookies().catch(() => []); // the context may have crashed; told as a problem of its page
  return all.filter(({ name }) => name === CHOICE_COOKIE || name === HOST_CHOICE_COOKIE);
}

/** Id of the record that a visitor's browser keeps, if any. */
export async function keptRecord(context: BrowserContext): Promise<string | undefined> {
  const cookies = (await keptChoice(context)).map(({ name, value }) => `${name}=${value}`).join('; ');
  return choiceIn(cookies, 0)?.record;
}

/** Makes the choice that a visitor's browser keeps older, or of another release; `false` where it keeps none. */
export async function ageChoice(context: BrowserContext, { ageDays = 0, release }: Partial<Choice>): Promise<boolean> {
  const now = Math.floor(Date.now() / 1000);
  const aged = (await keptChoice(context)).flatMap((cookie) => {
    const kept = decodeChoice(cookie.value, now);
    if (!kept) return [];
    const atSeconds = kept.atSeconds - ageDays * 86_400;
    return [{ ...cookie, value: encodeChoice({ ...kept, atSeconds, ...(release !== undefined && { release }) }) }];
  });
  await context.addCookies(aged);
  return aged.length > 0;
}

/**
 * Says yes to everything in the site's own banner and gives the cookie in which the gate keeps that, so that further
 * visitors can begin with it. Throws a sentence where there is no banner of ours or the choice was not recorded.
 */
export async function sayYes(visitor: Visitor, url: string, signal?: AbortSignal): Promise<ChoiceCookie[]> {
  const arrival = await visitor.goto(url, signal);
  if (arrival.outcome !== 'ok') throw new Error(`${url} ${arrival.why}`);
  try {
    await takeStep(visitor.page, 'accept');
  } catch {
    throw new Error('the site shows no banner of ours');
  }
  for (const end = Date.now() + RECORD_WAIT_MS; Date.now() < end && !signal?.aborted; await pause(40)) {
    const kept = await keptChoice(visitor.context);
    if (kept.length > 0) return kept;
  }
  throw new Error('the choice was not recorded');
}
