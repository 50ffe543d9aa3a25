import type { Choosing, Step } from '@douane/core/check';
import {
  actSelector,
  BANNER_ELEMENT,
  type BannerAct,
  BUTTON_ELEMENT,
  HELD_ELEMENT,
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
import type { BrowserContext, Locator, Page } from 'playwright-core';
import { pause, type Visitor } from './visitor';

/** Long: on a busy machine a page's own scripts may keep the banner waiting. */
const WAIT_MS = 10_000;
/** How long a recorder may take to confirm a choice. */
export const RECORD_WAIT_MS = 12_000;

export type ChoiceCookie = Awaited<ReturnType<BrowserContext['cookies']>>[number];

/** Tells the gate that this visitor is not to be counted. */
export const TEST_VISITOR = 'window.douaneVisit = { test: true };';

/** How a visitor works what he sees; throws where he cannot. */
export interface Hand {
  press(target: Locator): Promise<void>;
  setChecked(box: Locator, checked: boolean): Promise<void>;
}

export const byPointer: Hand = {
  press: (target) => target.click({ timeout: WAIT_MS }),
  setChecked: (box, checked) => box.setChecked(checked, { timeout: WAIT_MS }),
};

/** More steps by Tab than anybody would take to a banner. */
const MOST_TABS = 80;

/** By keys alone: Tab until what is meant has the focus (WCAG 2.2, 2.1.1), then Enter or Space. */
export function byKeyboard(page: Page): Hand {
  const reach = async (target: Locator) => {
    await target.waitFor({ timeout: WAIT_MS });
    const hasFocus = () =>
      target.evaluate((element) => (element.getRootNode() as Document | ShadowRoot).activeElement === element);
    for (let tabs = 0; !(await hasFocus()); tabs++) {
      if (tabs === MOST_TABS) throw new Error('cannot be reached by keyboard');
      await page.keyboard.press('Tab');
    }
  };
  return {
    async press(target) {
      await reach(target);
      await page.keyboard.press('Enter');
    },
    async setChecked(box, checked) {
      if ((await box.isChecked()) === checked) return;
      await reach(box);
      await page.keyboard.press('Space');
    },
  };
}

/** Opens the choice as a visitor would: the first layer where it shows by itself, else the choices button. */
async function reachChoice(page: Page, hand: Hand): Promise<'first' | 'panel' | null> {
  const banner = page.locator(`${BANNER_ELEMENT} section`);
  const button = page.locator(`${BUTTON_ELEMENT} button`);
  await banner.or(button).first().waitFor({ timeout: WAIT_MS });
  if (await banner.isVisible()) return 'first';
  await hand.press(button);
  await banner.waitFor({ timeout: WAIT_MS });
  return 'panel';
}

/** Makes one choice as a visitor would. Throws where what it takes never shows or cannot be reached. */
export async function takeStep(page: Page, step: Choosing, hand = byPointer): Promise<void> {
  if (step.startsWith('always:')) return hand.press((await heldContent(page, step)).button);
  const press = (act: BannerAct) => hand.press(page.locator(actSelector(act)));
  const layer = await reachChoice(page, hand);
  if (step === 'accept' || step === 'refuse') return press(step);
  if (layer === 'first') await press('choose');
  const named = purposeBoxId(step.slice(step.indexOf(':') + 1));
  const isOnly = step.startsWith('only:');
  for (const box of await page.locator(`${BANNER_ELEMENT} input[type=checkbox]:not(:disabled)`).all()) {
    await hand.setChecked(box, ((await box.getAttribute('id')) === named) === isOnly);
  }
  await press('save');
}

/** What stands in the place of the first content that is held for the purpose of a step, and the address that it waits for. */
export async function heldContent(page: Page, step: Step): Promise<{ button: Locator; url: string }> {
  const [act, purpose] = step.split(':') as [string, string];
  const frame = page
    .locator(`${HELD_ELEMENT} + :is([data-gate~="${purpose}"], [data-douane-held~="${purpose}"])`)
    .first();
  await frame.waitFor({ state: 'attached', timeout: WAIT_MS });
  const url = await frame.evaluate((element) => {
    const inner = element instanceof HTMLTemplateElement ? element.content.querySelector('iframe') : element;
    const { dataset, src } = inner as HTMLIFrameElement;
    return new URL(dataset.gateSrc ?? src, document.baseURI).href;
  });
  const stands = frame.locator('xpath=preceding-sibling::*[1]');
  return { button: stands.locator(`[data-act="${act}"]`), url };
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
