import { SPECIALIST } from '@douane/demo';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, expect, it } from 'vitest';
import { expectAccessible, expectAccessibleInBothThemes, openBrowser } from './support/browser';
import { Client, startWorld, type World } from './support/world';

/** The specialist's whole job in the real interface, in the order of the work: one story in steps, each from where the last ended. */
let world: World;
let browser: Browser;
let page: Page;
const errors: string[] = [];

beforeAll(async () => {
  world = await startWorld();
  browser = await openBrowser();
  const context = await browser.newContext({ viewport: { width: 1280, height: 800 } });
  page = await context.newPage();
  page.on('pageerror', (error) => errors.push(error.message));
  page.on('console', (message) => message.type() === 'error' && errors.push(message.text()));
});
afterAll(async () => {
  await browser?.close();
  await world?.stop();
});

const heading = () => page.locator('main h1').first();
const station = async (name: string) => {
  const link = page.getByRole('navigation', { name: 'Stations' }).getByRole('link', { name });
  await link.click();
  // Where leaving was declined it stays what it was.
  await expect
    .poll(() => link.getAttribute('aria-current'), { timeout: 2000 })
    .toBe('page')
    .catch(() => {});
};
/** Waits for a heading that states a finding. */
const finds = (text: RegExp, timeout = 90_000) => expect.poll(() => heading().textContent(), { timeout }).toMatch(text);
const inBothThemes = (what: string) => expectAccessibleInBothThemes(page, what);

/** A step of the story; one that fails says which. */
async function step(what: string, act: () => Promise<void>): Promise<void> {
  try {
    await act();
  } catch (cause) {
    throw new Error(`${what}: ${(cause as Error).message}`, { cause });
  }
}

it('does the whole job, from signing in to proof and record', { timeout: 300_000 }, async () => {
  await step('signs in, after being told what was wrong', async () => {
    await page.goto(world.url);
    await expectAccessible(page, 'sign in');
    await page.getByLabel('E-mail address').fill(SPECIALIST.email);
    await page.getByLabel('Password').fill('wrong');
    await page.keyboard.press('Enter');
    await expect.poll(() => page.getByRole('alert').textContent()).toContain('is wrong');
    await page.getByLabel('Password').fill(SPECIALIST.password);
    await page.keyboard.press('Enter');
    await finds(/No site yet/);
    errors.length = 0; // the refused attempt is told on the console by the browser
  });

  await step('takes on the site by its address and scans it', async () => {
    await page.keyboard.press('n');
    await page.getByLabel('Address').fill('skerrysound');
    await page.getByLabel('Name').fill('Ferry tickets');
    await page.keyboard.press('Enter');
    await expect.poll(() => page.locator('#address-error').textContent()).toContain('a web address');
    await page.getByLabel('Address').fill(`http://skerrysound.localhost:${world.web.port}/`);
    errors.length = 0;
    await page.keyboard.press('Enter');
    await finds(/First steps/);
    await station('Scan');
    await finds(/13 pages, [1-9]\d* items/);
  });

  await step('rules the open items by keyboard alone, and can take a ruling back', async () => {
    await station('Classify');
    await finds(/(\d+) of \d+ items are open/);
    await page.keyboard.press('o');
    const openNow = async () => Number(/^(\d+) of/.exec((await heading().textContent()) ?? '')?.[1] ?? 0);
    const atFirst = await openNow();
    expect(atFirst).toBeGreaterThan(4);
    await inBothThemes('classify');

    // What each open thing is for, as the third parties themselves say.
    const key: Record<string, string> = {
      chartkeel: '5',
      quillchat: '2',
      qc_open: '2',
      'bfx.session': '3',
      ssf_basket: '1',
    };
    await page.keyboard.press('j');
    await page.locator('aside h2').waitFor();
    await page.keyboard.press('4');
    await expect.poll(openNow).toBeLessThan(atFirst);
    await page.keyboard.press('u');
    await expect.poll(openNow).toBe(atFirst);

    for (
      let guard = 0;
      guard < 100 && !/All \d+ items are ruled/.test((await heading().textContent()) ?? '');
      guard++
    ) {
      const before = await heading().textContent();
      const selected = page.locator('tr[aria-selected=true]');
      if ((await selected.count()) === 0 || !(await selected.textContent())?.includes('open')) {
        const rows = await page
          .locator('tr[aria-selected]')
          .evaluateAll((all) =>
            all.map((row) => [row.getAttribute('aria-selected') === 'true', row.textContent?.includes('open')]),
          );
        if (!rows.some(([, open]) => open)) break; // the heading is about to say so
        // Towards what is open: at the end of the list the other way goes nowhere.
        const below = rows.slice(rows.findIndex(([on]) => on) + 1).some(([, open]) => open);
        await page.keyboard.press(below ? 'j' : 'k');
        // The list may have been sorted anew meanwhile, so the way is looked for again.
        continue;
      }
      const row = (await selected.textContent())!;
      const name = Object.keys(key).find((part) => row.includes(part))!;
      expect(name, row).toBeDefined();
      await expect
        .poll(() => page.locator('aside h2').textContent())
        .toBe(await selected.locator('td').nth(1).textContent());
      await page.keyboard.press(key[name]!);
      await expect.poll(() => heading().textContent()).not.toBe(before);
    }
    await finds(/All \d+ items are ruled/);
  });

  await step('sees who is asked what, and why', async () => {
    await station('Regions');
    await finds(/2 laws served/);
    const docket = page.getByLabel('Docket');
    await expect.poll(() => docket.textContent()).toContain('is asked first');
    await docket.getByLabel('Visitor’s place').selectOption('US-CA');
    await docket.getByLabel('sends Global Privacy Control').check();
    await expect
      .poll(() => docket.textContent())
      .toContain('Global Privacy Control objects to Advertising; it is held.');
    await inBothThemes('regions');
    await page.getByRole('button', { name: 'Own values for European Economic Area' }).click();
    await page.getByLabel('purposes in general').selectOption('notice');
    await page.getByRole('button', { name: 'Save draft' }).click();
    await expect.poll(() => page.getByRole('alert').first().textContent()).toContain('say why');
    await page.getByRole('button', { name: 'Take back' }).click();
    errors.length = 0;
  });

  await step('changes the banner with the real one in view, and publishes it', async () => {
    await station('Banner');
    await finds(/Nothing to mend in the design/);
    const place = (name: string) => page.getByRole('link', { name, exact: true }).click();
    const preview = page.frameLocator('iframe[title="The banner at true size"]').locator('douane-banner section');
    await expect.poll(() => preview.textContent()).toContain('May we use more');
    await place('Words');
    await page.getByLabel('Heading', { exact: true }).fill('One question before you sail');
    await expect.poll(() => preview.textContent()).toContain('One question before you sail');
    await page.getByRole('radio', { name: 'panel' }).check({ force: true });
    await expect.poll(() => preview.textContent()).toContain('Services found on this site');
    await page.getByLabel('Address of the cookie policy').fill('nowhere');
    await page.getByText('a web address starting with http').first().waitFor();
    page.once('dialog', (dialog) => void dialog.dismiss());
    await station('Scan');
    await finds(/mend in the words/); // leaving with unsaved work was asked about, and declined
    await page.getByLabel('Address of the cookie policy').fill('https://skerrysound.example/cookies');
    errors.length = 0;
    await place('Publish');
    await finds(/Nothing is published yet/);
    await page.getByLabel(/Why it is published against a law/).fill('The providers are being asked');
    await page.getByRole('button', { name: 'Publish v1' }).click();
    await finds(/Release 1 is in force/);
  });

  await step('proves that the snippet is in place', async () => {
    await station('Install');
    await page.keyboard.press('r');
    await finds(/first on 0 of \d+ pages/);
    const snippet = await page.locator('main section pre').first().textContent();
    expect(snippet).toMatch(/^<script src="http:\/\/localhost:\d+\/g\/ferry-tickets\/gate\.js"><\/script>$/);
    // The developer pastes it.
    world.web.state.snippet = snippet!;
    await page.keyboard.press('r');
    await finds(/first on (\d+) of \1 pages/);
    await inBothThemes('install');
  });

  await step('checks the clean site', async () => {
    const ines = await new Client(world.url).signIn();
    const siteId = /sites\/([^/]+)/.exec(page.url())![1];
    const cases = ['accept', 'refuse', 'withdraw', 'none'].map((choice) => `place=DE,choice=${choice}`);
    expect((await ines.call('PUT', `/sites/${siteId}/check-setup`, { cases })).status).toBe(204);
    await station('Check');
    await page.getByText(/^Chosen for this site: 4 visits/).waitFor();
    await page.keyboard.press('r');
    await finds(/Nothing slipped in 4 kinds of visit/, 110_000);
  });

  await step('checks again after somebody pasted a pixel, and is told which, where and how to mend it', async () => {
    world.web.state.fault = 'pixel-in-markup';
    await page.keyboard.press('r');
    await finds(/items? slipped in 4 kinds of visit/, 110_000);
    const slips = await page.locator('main section > ul').first().textContent();
    expect(slips).toContain('Copperbarn ads');
    expect(slips).toContain('/timetable');
    expect(slips).not.toContain('Oddgull');
    const docket = page.getByLabel('Docket');
    await expect.poll(() => docket.textContent()).toContain('image in the markup, line');
    expect(await docket.textContent()).toContain('data-gate="advertising" data-gate-src=');
    await inBothThemes('check with a slip');
  });

  await step('finds the record of a visitor by the beginning of its id', async () => {
    const visitor = await browser.newContext();
    const site = await visitor.newPage();
    await site.goto(`http://skerrysound.localhost:${world.web.port}/`);
    expect(await site.locator('douane-banner h2').textContent()).toBe('One question before you sail');
    await site.locator('douane-banner [data-act=refuse]').click();
    await site.locator('douane-choices button').waitFor();
    const kept = (await visitor.cookies()).find((cookie) => cookie.name === 'douane_choice')!;
    const id = decodeURIComponent(kept.value).split('|')[1]!;
    await visitor.close();

    await station('Records');
    await finds(/1 choice counts/);
    await page.keyboard.press('/');
    await page.keyboard.type(id.slice(0, 8));
    await page.keyboard.press('Escape');
    await expect.poll(() => page.locator('tbody tr').count()).toBe(1);
    await page.keyboard.press('j');
    await expect.poll(() => page.getByLabel('Docket').textContent()).toContain(id);
    await page.getByRole('button', { name: 'Verify the chain' }).click();
    await expect.poll(() => page.getByRole('status').textContent()).toMatch(/chain of \d+ records holds/);
    await inBothThemes('records');
  });

  await step('says on the board where somebody is needed', async () => {
    await page.getByRole('link', { name: 'Douane, to the board' }).click();
    await finds(/Where you are needed/);
    await expect.poll(() => page.locator('tbody tr').first().textContent()).toMatch(/See the \d items? that slipped/);
    await inBothThemes('board');
    await page.keyboard.press('.');
    await page.getByPlaceholder('A site, a station').fill('take on');
    await expectAccessible(page, 'palette');
    await page.keyboard.press('Enter');
    await finds(/Take on a site/);
  });

  await step('showed no error on the way', async () => {
    expect(errors).toEqual([]);
  });
});
