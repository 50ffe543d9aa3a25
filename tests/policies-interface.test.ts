import type { Browser, Locator, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, beforeEach, expect, it } from 'vitest';
import { expectAccessible, expectAccessibleInBothThemes, openBrowser, openPage } from './support/browser';
import { type Client, freshOrganisation, startWorld, type World } from './support/world';

/** Policies as a specialist works on them, from the first question to what visitors read. */
let world: World;
let browser: Browser;
let page: Page;
let main: Locator;
let ines: Client;
let site: string;
let base: string;

beforeAll(async () => {
  world = await startWorld();
  browser = await openBrowser();
});
beforeEach(async () => {
  ines = await freshOrganisation(world);
  const { id, key } = (
    await ines.call('POST', '/sites', { name: 'Ferry tickets', address: 'http://ferries.localhost/' })
  ).body;
  const { setup } = (await ines.call('GET', `/sites/${id}/draft`)).body;
  await ines.saveDraft(id, { banner: { ...setup.banner, languages: ['en', 'de', 'fi'] } });
  await ines.bringIn(id, 'kind,name,host,purpose\ncookie,og_id,oddgull.localhost,\n');
  const { items } = (await ines.call('GET', `/sites/${id}/items`)).body;
  const itemIds = items.map((item: { id: string }) => item.id);
  await ines.call('POST', `/sites/${id}/rulings`, { itemIds, purpose: 'measurement', service: 'Oddgull' });
  await ines.publish(id);
  site = `${world.url}/sites/${id}`;
  base = `${world.url}/g/${key}`;
  page = await openPage(browser, world.url, ines);
  main = page.getByRole('main');
});
afterEach(() => page?.context().close());
afterAll(async () => {
  await browser?.close();
  await world?.stop();
});

const api = () => `/sites/${site.split('/').at(-1)}/policies`;
const saved = () => main.getByRole('button', { name: 'Saved' }).waitFor();
const part = (name: string) => main.getByRole('heading', { name, exact: true }).locator('..');
/** Adds a policy without the interface; its address in it. */
async function added(kind: string): Promise<string> {
  const { id } = (await ines.call('POST', api(), { kind, name: kind })).body;
  return `${site}/policies/${id}`;
}
const text = (of: Page = page) => of.getByRole('textbox', { name: 'Privacy policy' });

it('a newcomer writes the first policy: questions, text, a language, a review, and it is live', async () => {
  await page.goto(`${site}/policies`);
  await main.getByRole('heading', { name: 'No policy is written yet' }).waitFor();
  await main.getByRole('link', { name: 'Answer the questions first' }).click();
  await part('Who is responsible').getByLabel('Postal address').fill('Quay 3\nTidewick');
  await part('Who is responsible').getByLabel('E-mail').fill('nobody');
  await main.getByRole('button', { name: 'Keep these answers' }).click();
  await main.getByRole('alert').getByText('an e-mail address').waitFor();
  await part('Who is responsible').getByLabel('E-mail').fill('privacy@ferries.example');
  await main.getByLabel('How long it is kept').first().fill('Fourteen days');
  await main.getByRole('button', { name: 'Add a recipient' }).click();
  await part('Who else receives data').getByLabel('Name').fill('Cloudberry Hosting');
  await part('Who else receives data').getByLabel('Country').fill('us');
  await main.getByText('Cloudberry Hosting is in US, and no safeguard is named').waitFor();
  await part('Who else receives data')
    .getByLabel('Outside the Economic Area by')
    .selectOption('Standard contractual clauses');
  await main.getByRole('heading', { name: 'Everything is answered' }).waitFor();
  await main.getByRole('button', { name: 'Keep these answers' }).click();
  await main.getByRole('button', { name: 'Kept', exact: true }).waitFor();
  await expectAccessibleInBothThemes(page, 'the questions');

  await main.getByRole('link', { name: 'All policies' }).click();
  await main.getByRole('button', { name: 'Privacy policy' }).click();
  await text().getByText('Cloudberry Hosting, United States: under standard contractual clauses').waitFor();
  await text().getByText('Oddgull', { exact: true }).waitFor();
  await text().getByText('This policy says').click();
  await page.keyboard.press('End');
  await page.keyboard.type(' We like it short.');
  await saved();
  await main.getByText(/fi: \d+ not translated/).waitFor();
  await expectAccessibleInBothThemes(page, 'the text of a policy');

  await main.getByText(/de: 2 not translated/).waitFor();
  await main.getByRole('link', { name: 'Translate it' }).first().click();
  await main.getByLabel('only what waits (2)').check();
  const first = main.getByRole('listitem').filter({ hasText: 'We like it short.' });
  await first.getByRole('button', { name: 'Translate' }).click();
  const german = first.getByRole('textbox');
  await german.click();
  await page.keyboard.press('ControlOrMeta+a');
  await page.keyboard.type('Wir fassen uns kurz.');
  await main.getByLabel('only what waits (1)').waitFor();
  await saved();
  await expectAccessible(page, 'languages of a policy');

  await main.getByRole('link', { name: 'Versions' }).click();
  await main.getByLabel('What is new in it').fill('The first one');
  await main.getByLabel('Ines Varga (you)').check();
  await main.getByRole('button', { name: 'Hand in', exact: true }).click();
  await main.getByRole('button', { name: 'Send it back' }).click();
  await main.getByText('what has to be different').waitFor();
  await main.getByRole('button', { name: 'Say yes' }).click();
  await main.getByRole('button', { name: 'Have it be live now' }).click();
  await main.getByRole('heading', { name: 'Version 1, live' }).waitFor();
  await main.getByLabel('Language').selectOption('de');
  await main.getByText('Wir fassen uns kurz.').waitFor();
  await expectAccessibleInBothThemes(page, 'versions of a policy');

  const read = async (language: string) => (await fetch(`${base}/policies/privacy.${language}.txt`)).text();
  expect(await read('en')).toContain('We like it short.');
  expect(await read('de')).toContain('Wir fassen uns kurz.');
  await main.getByRole('link', { name: 'All policies' }).click();
  await main.getByRole('heading', { name: 'The policy is live' }).waitFor();
  await expectAccessibleInBothThemes(page, 'all policies');
  await page.goto(`${base}/policies/privacy`);
  await expectAccessible(page, 'the hosted page');
});

it('what it is written from changes, and what was written by hand stays', async () => {
  await page.goto(await added('privacy'));
  await text().getByText('The list of all that is stored').click();
  await page.keyboard.press('End');
  await page.keyboard.type(' Ask us for more.');
  await saved();
  const { answers, revision } = (await ines.call('GET', api())).body;
  answers.controller.name = 'Sound Ltd';
  await ines.call('PUT', `${api().replace('policies', 'policy-answers')}`, { revision, answers });
  await main.getByRole('button', { name: 'Write it anew' }).click();
  await text().getByText('This policy says what Sound Ltd does').waitFor();
  await text().getByText('Ask us for more.').waitFor();
  await saved();
});

it('what a colleague answers meanwhile comes in, and what was typed stays', async () => {
  await page.goto(`${site}/policies/questions`);
  await part('Who is responsible').getByLabel('Postal address').fill('Quay 3');
  const { answers, revision } = (await ines.call('GET', api())).body;
  answers.rightsUrl = 'https://ferries.example/rights';
  await ines.call('PUT', `${api().replace('policies', 'policy-answers')}`, { revision, answers });
  await main.getByText('Somebody else answered meanwhile').waitFor();
  expect(await main.getByLabel('Page on which they are used').inputValue()).toBe('https://ferries.example/rights');
  await main.getByRole('button', { name: 'Keep these answers' }).click();
  await main.getByRole('button', { name: 'Kept', exact: true }).waitFor();
  const kept = (await ines.call('GET', api())).body.answers;
  expect([kept.controller.address, kept.rightsUrl]).toEqual(['Quay 3', 'https://ferries.example/rights']);
});

it('two people in one paragraph lose nothing of either', async () => {
  const at = await added('privacy');
  await page.goto(at);
  const other = await openPage(browser, world.url, ines);
  await other.goto(at);
  const type = async (on: Page, words: string) => {
    await text(on).getByText('This policy says').click();
    await on.keyboard.press('End');
    await on.keyboard.type(words);
  };
  await text(other).getByText('This policy says').waitFor();
  // What the second saves meets what the first saved before it heard of that.
  await page.route('**/draft', async (route) => {
    await otherSaved;
    await route.continue();
  });
  const otherSaved = (async () => {
    await type(other, ' Theirs.');
    await other.getByRole('button', { name: 'Saved' }).waitFor();
  })();
  await type(page, ' Mine.');
  await otherSaved;
  await main.getByRole('heading', { name: '1 block changed by hand and otherwise' }).waitFor();
  const clash = main.getByRole('region', { name: 'Changed in two ways' });
  await clash.getByText('Mine.').waitFor();
  await clash.getByText('Theirs.').waitFor();
  await clash.getByRole('button', { name: 'Take this' }).click();
  await text().getByText('Theirs.').waitFor();
  await saved();
  await other.context().close();
});

it('the keyboard alone writes, inserts what is in force and remarks; what is pasted is cleaned', async () => {
  await page.goto(await added('privacy'));
  await text().focus();
  await page.keyboard.press('ControlOrMeta+Home');
  await page.keyboard.type('First. ');
  await main.getByRole('button', { name: 'Insert what is in force' }).focus();
  await page.keyboard.press('Enter');
  await page.getByRole('menuitem').first().waitFor();
  await page.keyboard.type('What');
  await page.keyboard.press('Enter');
  await text().getByText('og_id').waitFor();

  await text().getByText('The list of all that is stored').click();
  await page.keyboard.press('End');
  await page.evaluate(() => {
    const data = new DataTransfer();
    const html = `<p class="MsoNormal" style="color:red" onclick="alert(1)">Pasted <b>bold</b><script>alert(2)</script><a href="javascript:alert(3)">link</a></p>`;
    data.setData('text/html', html);
    document.activeElement!.dispatchEvent(
      new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }),
    );
  });
  await main.getByText('What you pasted was cleaned').waitFor();
  await saved();
  const { blocks } = (await ines.call('GET', api())).body.policies[0].draft;
  const kept = JSON.stringify(blocks);
  expect(kept).toContain('"text":"bold","marks":[{"type":"bold"}]');
  expect(kept).not.toMatch(/alert|Mso|javascript/);
  expect(kept).toContain('First. ');

  await main.getByLabel(/^At “/).fill('Is that so?');
  await page.keyboard.press('Tab');
  await page.keyboard.press('Enter');
  await main.getByRole('button', { name: 'Settled' }).focus();
  await page.keyboard.press('Enter');
  await main.getByRole('button', { name: 'Settled' }).waitFor({ state: 'detached' });
});

it('a remark is on words, is found again when others change, and says so when its own are gone', async () => {
  await page.goto(await added('privacy'));
  const block = text().getByText('The list of all that is stored');
  await block.click();
  await page.keyboard.press('Home');
  await page.keyboard.press('Shift+ControlOrMeta+ArrowRight');
  await page.keyboard.press('Shift+ControlOrMeta+ArrowRight');
  await main.getByLabel(/^On “The list/).fill('Which list?');
  await main.getByRole('button', { name: 'Remark' }).click();
  const remarked = text().locator('.policy-remarked');
  await remarked.waitFor();
  expect((await remarked.innerText()).trim()).toBe('The list');
  await block.click();
  await page.keyboard.press('Home');
  await page.keyboard.type('Dear reader: ');
  await saved();
  await page.reload();
  expect((await remarked.innerText()).trim()).toBe('The list');

  await main.getByRole('button', { name: '“The list' }).focus();
  await page.keyboard.press('Enter');
  await expect.poll(() => page.evaluate(() => getSelection()!.toString().trim())).toBe('The list');
  await page.keyboard.type('A table ');
  await main.getByText('(these words are gone)').waitFor();
  expect(await remarked.count()).toBe(0);
  await text().locator('.policy-commented').waitFor();
});

it('a finding is mended by one press', async () => {
  const at = await added('privacy');
  const { draft } = (await ines.call('GET', api())).body.policies[0];
  const blocks = draft.blocks.filter(({ attrs }: { attrs: { id: string } }) => !attrs.id.startsWith('rights'));
  await ines.call('PUT', `${api()}/${at.split('/').at(-1)}/draft`, { revision: 1, draft: { ...draft, blocks } });
  await page.goto(at);
  const finding = main.getByRole('listitem').filter({ hasText: 'what a person may ask for' });
  await finding.getByRole('button', { name: 'Insert it' }).click();
  await text().getByRole('heading', { name: 'Your rights' }).waitFor();
  await finding.waitFor({ state: 'detached' });
});

it('before publishing it is said what a scan and a ruling change in what visitors read, in each language', async () => {
  const id = site.split('/').at(-1)!;
  await page.goto(`${site}/banner/publish`);
  await main.getByRole('button', { name: 'Publish v2' }).waitFor();
  expect(await main.getByRole('heading', { name: 'Read otherwise in policies' }).count()).toBe(0);

  await ines.bringIn(id, 'kind,name,host,purpose\ncookie,tern_id,tern.localhost,\n');
  const { items } = (await ines.call('GET', `/sites/${id}/items`)).body;
  const itemIds = items
    .filter(({ name }: { name: string }) => name === 'tern_id')
    .map((item: { id: string }) => item.id);
  await ines.call('POST', `/sites/${id}/rulings`, { itemIds, purpose: 'advertising', service: 'Tern' });
  await page.reload();
  const read = part('Read otherwise in policies');
  await read.locator('ins', { hasText: 'tern_id Cookie' }).waitFor();
  expect(await read.locator('del').count()).toBe(0);
  await read.getByText('Advertising, Tern').waitFor();
  await read.getByLabel('Language').selectOption('de');
  await read.getByText('Werbung, Tern').waitFor();
  await expectAccessibleInBothThemes(page, 'what is read otherwise');
  await ines.publish(id);
  await page.reload();
  await main.getByRole('heading', { name: 'Release 2 is in force' }).waitFor();
  expect(await (await fetch(`${base}/policy.de.txt`)).text()).toContain('tern_id');
});
