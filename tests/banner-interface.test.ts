import type { Browser, FrameLocator, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, beforeEach, describe, expect, it } from 'vitest';
import { expectAccessibleInBothThemes, openBrowser, openPage } from './support/browser';
import { type Client, freshOrganisation, startWorld, type World } from './support/world';

/** The designer: every place of the banner station, with the banner itself beside it. */
let world: World;
let browser: Browser;
let page: Page;
let ines: Client;
let siteId: string;

beforeAll(async () => {
  world = await startWorld();
  browser = await openBrowser();
});
beforeEach(async () => {
  ines = await freshOrganisation(world);
  siteId = (await ines.call('POST', '/sites', { name: 'Harbour', address: 'https://harbour.example/' })).body.id;
  page = await openPage(browser, world.url, ines);
});
afterEach(() => page?.context().close());
afterAll(async () => {
  await browser?.close();
  await world?.stop();
});

const go = (rest = '') => page.goto(`${world.url}/sites/${siteId}/banner${rest}`);
const draft = async () => (await ines.call('GET', `/sites/${siteId}/draft`)).body;
const banner = async () => (await draft()).setup.banner;
const frame = (): FrameLocator => page.frameLocator('iframe[title="The banner at true size"]');
const shown = () => frame().locator('douane-banner .sheet');
const choose = (name: string) => page.getByRole('radio', { name, exact: true }).check({ force: true });

describe('the design', () => {
  it('shows in the banner as it is made, and saves itself', async () => {
    await go();
    await shown().waitFor();
    await choose('card');
    await page.getByLabel('Corner').first().selectOption('top-right');
    await page.getByRole('button', { name: 'Lantern' }).click();
    const box = () => shown().evaluate((sheet) => sheet.getBoundingClientRect().toJSON());
    await expect.poll(async () => (await box()).top).toBe(16);
    expect(await shown().evaluate((sheet) => getComputedStyle(sheet).backgroundColor)).toBe('rgb(23, 19, 13)');
    await expect.poll(banner).toMatchObject({
      form: { kind: 'card', corner: 'top-right' },
      face: { light: { accent: '#ffc84a' } },
    });
    await expectAccessibleInBothThemes(page, 'design');
  });

  it('has its buttons ordered by keyboard', async () => {
    await go();
    const words = () => shown().locator('.acts button').allInnerTexts();
    await expect.poll(words).toEqual(['Refuse all', 'Choose by purpose', 'Accept all']);
    const handle = page.getByRole('button', { name: 'Move accept' });
    await handle.focus();
    await page.keyboard.press('Space');
    await expect.poll(() => handle.getAttribute('aria-pressed')).toBe('true');
    await page.keyboard.press('ArrowUp');
    await expect.poll(() => page.getByText(/accept was moved over droppable area choose/).count()).toBeGreaterThan(0);
    await page.keyboard.press('Space');
    await expect.poll(words).toEqual(['Refuse all', 'Accept all', 'Choose by purpose']);
  });

  it('leaves the keyboard with whoever types, whatever is drawn and measured beside', async () => {
    await go('/words');
    await shown().waitFor();
    await choose('panel');
    await page.getByLabel('Heading', { exact: true }).fill('');
    await page.getByLabel('Heading', { exact: true }).focus();
    const long = 'May we ask you something before you sail with us over the sound';
    await page.keyboard.type(long, { delay: 25 });
    expect(await page.getByLabel('Heading', { exact: true }).inputValue()).toBe(long);
  });

  it('says by line what is wrong with its CSS, shows nothing that loads, and keeps none of it', async () => {
    await go();
    await shown().waitFor();
    const asked: string[] = [];
    page.on('request', (request) => asked.push(request.url()));
    await page.getByText('For whoever knows it').click();
    await page
      .getByLabel(/^Parts/)
      .fill('.act { colour: red }\n.sheet { background: url(https://elsewhere.example/x) }');
    await page.getByText('Line 1: no browser knows the property "colour"').waitFor();
    await page.getByText('Line 2: nothing may be loaded').first().waitFor();
    await page.getByText(/banner\.face\.css/).waitFor(); // refused where it was to be saved
    expect(asked.filter((url) => url.includes('elsewhere'))).toEqual([]);
    expect((await banner()).face.css).toBeUndefined();
  });

  it('takes a logo, drawn anew without what was in its file, and refuses what is none', async () => {
    await go();
    const file = page.getByLabel(/drop it here/);
    const svg =
      '<svg xmlns="http://www.w3.org/2000/svg" width="900" height="300"><script>top.ran = 1</script><rect width="900" height="300" fill="#c00"/></svg>';
    await file.setInputFiles({ name: 'logo.svg', mimeType: 'image/svg+xml', buffer: Buffer.from(svg) });
    await page.getByLabel('Its words').fill('Harbour');
    await expect.poll(async () => (await banner()).face.logo?.alt).toBe('Harbour');
    const { data, width, height } = (await banner()).face.logo;
    expect([data.slice(0, 22), width, height]).toEqual(['data:image/png;base64,', 480, 160]);
    expect(await frame().getByRole('img', { name: 'Harbour' }).count()).toBe(1);
    await file.setInputFiles({ name: 'note.txt', mimeType: 'text/plain', buffer: Buffer.from('x') });
    await page.getByText('note.txt is no PNG, JPEG, WebP or SVG picture').waitFor();
    await file.setInputFiles({ name: 'bad.png', mimeType: 'image/png', buffer: Buffer.from('no picture') });
    await page.getByText('bad.png cannot be read as a picture').waitFor();
    await file.setInputFiles({ name: 'huge.png', mimeType: 'image/png', buffer: Buffer.alloc(11_000_000) });
    await page.getByText('huge.png has 11 MB; a logo may have 10').waitFor();
  });
});

describe('words', () => {
  it('are formatted and linked, and go back to what ships', async () => {
    await go('/words');
    const body = page.getByRole('textbox', { name: 'Text', exact: true });
    await body.fill('We and others would like to count visits; change it later.');
    await body.press('Control+a');
    await page.getByRole('button', { name: 'Bold' }).first().click();
    await expect.poll(() => shown().locator('p b').first().innerText()).toContain('We and others');
    await expect.poll(async () => (await banner()).texts.en?.body).toMatch(/^\*\*We and others.*\*\*$/);
    await page.getByRole('button', { name: 'Text: back to the text that ships' }).click();
    await expect.poll(() => shown().innerText()).toContain('Nothing of that happens before you say yes');
    await expect.poll(async () => (await banner()).texts).toEqual({});
  });

  it('that hold a placeholder for nothing are not saved, and told', async () => {
    await go('/words');
    await page.getByLabel('Heading', { exact: true }).fill('Hello {visitor}');
    await page.getByText('{visitor} stands for nothing here').first().waitFor();
    expect((await banner()).texts).toEqual({});
    await page.getByLabel('Heading', { exact: true }).fill('Hello {site}');
    await expect.poll(async () => (await banner()).texts).toEqual({ en: { title: 'Hello {site}' } });
  });

  it('are other ones for the visitors of one law', async () => {
    await go('/words');
    await page.getByRole('combobox', { name: 'For' }).selectOption('us-ca');
    await page.getByLabel('Heading of the panel').fill('California choices');
    await expect
      .poll(async () => (await banner()).wording)
      .toEqual({ 'us-ca': { en: { panelTitle: 'California choices' } } });
    await page.getByRole('combobox', { name: 'Visitor from' }).selectOption('US-CA');
    await expect.poll(() => shown().locator('h2').innerText()).toBe('California choices');
  });
});

describe('languages', () => {
  it('are added as drafts, translated beside the first, read, and made live', async () => {
    await go('/languages');
    await page.getByLabel('Another language').fill('sw');
    await page.getByRole('button', { name: 'Add as a draft' }).click();
    await expect.poll(async () => (await banner()).drafts).toEqual(['sw']);
    const row = page.getByRole('row', { name: /Swahili/ });
    await row.getByText('draft').waitFor();
    await page.getByLabel('only what waits').check();
    await page.getByLabel(/^Accept\s*missing/).fill('Kubali zote');
    await expect.poll(async () => (await banner()).texts.sw?.accept).toBe('Kubali zote');
    await row.getByRole('button', { name: 'Make it live' }).click();
    await page
      .getByText(/no text ships in "sw"/)
      .first()
      .waitFor(); // not while texts are missing
    expect((await banner()).languages).not.toContain('sw');
    await expectAccessibleInBothThemes(page, 'languages');
  });

  it('go to a translator and come back', async () => {
    await go('/languages');
    await page.getByRole('button', { name: /^German/ }).click();
    const download = page.waitForEvent('download');
    await page.getByRole('button', { name: 'XLIFF for a translator' }).click();
    const chunks: Buffer[] = [];
    for await (const chunk of await (await download).createReadStream()) chunks.push(chunk as Buffer);
    const sent = Buffer.concat(chunks).toString().replace('Alle annehmen', 'Ja, alle');
    const back = page.getByLabel('What came back');
    await back.setInputFiles({ name: 'de.xlf', mimeType: 'application/xliff+xml', buffer: Buffer.from(sent) });
    await page.getByText(/sentences taken from de.xlf/).waitFor();
    await expect.poll(async () => (await banner()).texts).toEqual({ de: { accept: 'Ja, alle' } });
    await back.setInputFiles({ name: 'x.xlf', mimeType: 'application/xliff+xml', buffer: Buffer.from('<nonsense>') });
    await page.getByText(/x.xlf: no XML/).waitFor();
  });

  it('that are none are refused by name', async () => {
    await go('/languages');
    await page.getByLabel('Another language').fill('qqq');
    await page.getByRole('button', { name: 'Add as a draft' }).click();
    await page.getByText('"qqq" is no language that is known').first().waitFor();
  });
});

describe('findings', () => {
  it('follow what is edited, as a browser draws it, and are mended at one press', async () => {
    await go();
    await shown().waitFor();
    await page.getByLabel('Refuse is drawn').selectOption('plain');
    await page.getByRole('link', { name: /^Findings/ }).click();
    const finding = page
      .getByRole('listitem')
      .filter({ hasText: 'Refusing is drawn lighter than accepting on a phone' });
    await finding.waitFor();
    await expectAccessibleInBothThemes(page, 'findings');
    await finding.getByRole('button', { name: 'Draw both alike' }).click();
    await finding.waitFor({ state: 'detached' });
    await expect.poll(async () => (await banner()).face.weights.refuse).toBe('filled');
  });

  it('against a law are published only with a reason, which is kept with them', async () => {
    await ines.saveDraft(siteId, { banner: { ...(await banner()), policyUrl: undefined } });
    await go('/publish');
    const publish = page.getByRole('button', { name: 'Publish v1' });
    await publish.click();
    await page.getByText(/Say why: No address of a cookie policy is given/).waitFor();
    expect((await draft()).releases).toEqual([]);
    await page.getByLabel(/Why it is published against a law/).fill('The policy comes next week');
    await publish.click();
    await page.getByRole('heading', { name: 'Release 1 is in force' }).waitFor();
    await page.getByText(/The policy comes next week \(1 finding against a law\)/).waitFor();
    expect((await draft()).releases[0].breaches).toEqual([expect.objectContaining({ rule: 'policy-named' })]);
    await expectAccessibleInBothThemes(page, 'publish');
  });
});

it('shows what each visitor meets: where nothing is asked, the notice, the button, and how it is heard', async () => {
  await go();
  await shown().waitFor();
  await page.getByRole('combobox', { name: 'Visitor from' }).selectOption('US-CA');
  await page.getByText('Nothing is asked here.').waitFor();
  await choose('button');
  await expect.poll(() => frame().locator('douane-choices button').innerText()).toBe('Your Privacy Choices');
  expect(await frame().locator('douane-choices svg').count()).toBe(1);
  await choose('notice');
  await expect.poll(() => shown().innerText()).toContain('Your choice is kept');
  await page.getByRole('combobox', { name: 'Visitor from' }).selectOption({ index: 0 });
  await choose('not recorded');
  await shown().getByRole('button', { name: 'Try again' }).waitFor();
  await choose('first layer');
  await page.getByText('As it is heard').click();
  await page.getByText('Refuse all, button').waitFor();
  await page.getByLabel('text at 200 %').check();
  await expect.poll(() => shown().evaluate((sheet) => getComputedStyle(sheet).fontSize)).toBe('30px');
});

it('shows all kinds of visitors side by side, each as the law of his place has it', async () => {
  const { setup } = await draft();
  await ines.saveDraft(siteId, { regions: { ...setup.regions, regimes: ['eu', 'it', 'us-ca'] } });
  await go();
  await page.getByLabel('every kind of visitor, side by side').check();
  const of = (place: string) => page.frameLocator(`iframe[title="The banner for a visitor from ${place}"]`);
  await of('Italy').locator('douane-banner [data-act=close-refuse]').waitFor();
  await of('California').locator('douane-banner .sheet.panel').waitFor(); // nothing is asked there
  expect(await of('Austria').locator('douane-banner [data-act=close-refuse]').count()).toBe(0);
});

it('takes over what another site has, part by part, and says what is wrong with a file', async () => {
  const other = (await ines.call('POST', '/sites', { name: 'Quay', address: 'https://quay.example/' })).body.id;
  const { setup } = (await ines.call('GET', `/sites/${other}/draft`)).body;
  const theirs = { ...setup.banner, texts: { en: { title: 'Quay asks' } }, face: { ...setup.banner.face, radius: 17 } };
  await ines.saveDraft(other, { banner: theirs });
  await go('/publish');
  await page.getByRole('group', { name: 'What is taken over' }).getByLabel('words').uncheck();
  await page.getByRole('combobox', { name: 'From', exact: true }).selectOption({ label: 'Quay' });
  await page.getByRole('button', { name: 'Take over' }).click();
  await page.getByText('Taken over from Quay.').waitFor();
  await expect.poll(async () => (await banner()).face.radius).toBe(17);
  expect((await banner()).texts).toEqual({});
  const file = page.getByLabel('or from a file of a setup');
  const bad = JSON.stringify({ ...setup, purposes: [] });
  await file.setInputFiles({ name: 'bad.json', mimeType: 'application/json', buffer: Buffer.from(bad) });
  await page.getByText(/bad.json: purposes/).waitFor();
});

it('takes in what a colleague saved of the same part meanwhile, and loses nothing that was typed', async () => {
  await go('/words');
  await shown().waitFor();
  const { setup } = await draft();
  await ines.saveDraft(siteId, {
    banner: { ...setup.banner, texts: { en: { accept: 'Yes, all' } }, noticeAfter: true },
  });
  await page.getByLabel('Heading', { exact: true }).fill('One question');
  await expect.poll(async () => (await banner()).texts).toEqual({ en: { accept: 'Yes, all', title: 'One question' } });
  expect((await banner()).noticeAfter).toBe(true);
  expect(await page.getByLabel('Accept', { exact: true }).inputValue()).toBe('Yes, all');
});

describe('who is asked, and when', () => {
  it('is told by law, and changed for pages and for what is new', async () => {
    await go('/asking');
    const row = page.getByRole('row', { name: /European Economic Area/ });
    expect(await row.innerText()).toContain('182 days');
    await page.getByLabel('A service is new').selectOption('nobody');
    await page.getByText(/A yes names those whom it is given to/).waitFor();
    await page.getByLabel('Paths, one a line').fill('/privacy\nno path');
    await page.getByText(/no path: a path such as/).waitFor();
    await page.getByLabel('Paths, one a line').fill('/privacy\n/help/*');
    await expect
      .poll(async () => (await banner()).asking)
      .toEqual({
        again: { service: 'nobody' },
        notOn: ['/privacy', '/help/*'],
      });
    await expectAccessibleInBothThemes(page, 'asking');
  });

  it('is paused once it was told what is held meanwhile, and shown again', async () => {
    await go('/asking');
    await page.getByText('Nothing is in force that could be paused.').waitFor();
    await ines.publish(siteId);
    await page.getByRole('button', { name: 'Pause the banner …' }).press('Enter');
    await page.getByText('Advertising: no service').waitFor();
    await page.getByLabel('Why, for whoever asks later').fill('a fair');
    await page.keyboard.press('Enter');
    await page.getByText(/v1 is paused since .* by .*nobody is asked/).waitFor();
    await go('/publish');
    await page.getByRole('heading', { name: 'Release 1 is paused' }).waitFor();
    await page.getByText(/With the next release it shows again/).waitFor();
    await page.goto(`${world.url}/`);
    await page.getByText('paused: nobody is asked').waitFor();
    await go('/asking');
    await page.getByRole('button', { name: 'Show it again' }).click();
    await page.getByRole('button', { name: 'Pause the banner …' }).waitFor();
  });
});

describe('before it is published', () => {
  it('stands beside what is in force, in pictures and in words, and says who is asked again', async () => {
    const first = (await draft()).setup;
    await ines.publish(siteId);
    const purposes = [...first.purposes, { id: 'surveys', name: 'Surveys', text: 'Questions.' }];
    const face = { ...first.banner.face, radius: 17 };
    await ines.saveDraft(siteId, { banner: { ...first.banner, face }, purposes });
    await go('/publish');
    const cells = (name: RegExp) => page.getByRole('row', { name }).getByRole('cell').allInnerTexts();
    await expect.poll(() => cells(/Face: radius/)).toEqual(['Face: radius', String(first.banner.face.radius), '17']);
    await expect.poll(() => cells(/Purposes: surveys/)).toEqual(['Purposes: surveys', '—', 'Surveys']);
    const radius = (name: string) =>
      page
        .frameLocator(`iframe[title="The banner of ${name}"]`)
        .locator('douane-banner button')
        .first()
        .evaluate((button) => getComputedStyle(button).borderTopLeftRadius);
    await expect.poll(() => radius('the draft')).toBe('17px');
    expect(await radius('v1')).not.toBe('17px');
    await page.getByText(/Everyone who chose to Surveys: the purpose Surveys is new/).waitFor();
    await page.getByLabel('And besides').selectOption('refusers');
    await page.getByText(/Where no law sets a time/).waitFor();
    await expectAccessibleInBothThemes(page, 'publish, compared');
  });
});

it('keeps a look for the organisation, and gives its changes to the sites in it', async () => {
  const other = (await ines.call('POST', '/sites', { name: 'Quay', address: 'https://quay.example/' })).body.id;
  await go();
  await page.getByRole('button', { name: 'Lantern' }).click();
  await page.getByLabel('Keep this one as').fill('Night');
  await page.keyboard.press('Enter');
  await page.getByText('This site is in Night. It does not differ from it.').waitFor();
  await expect.poll(async () => (await banner()).look?.revision).toBe(1);
  await page.goto(`${world.url}/sites/${other}/banner`);
  await page.getByLabel('Take', { exact: true }).selectOption({ label: 'Night (1 site)' });
  await page.getByRole('button', { name: 'Take it' }).click();
  const quay = async () => (await ines.call('GET', `/sites/${other}/draft`)).body.setup.banner;
  await expect.poll(async () => (await quay()).look?.revision).toBe(1);
  await go();
  await page.getByRole('button', { name: 'Meadow' }).click();
  await page.getByRole('button', { name: 'Change the look to this' }).click();
  await page.getByRole('button', { name: 'Give its changes to Quay' }).click();
  await page.getByText(/^Quay: changed in \d+ places$/).waitFor();
  const { light } = (await quay()).face;
  await expect.poll(async () => (await banner()).face.light).toEqual(light);
  expect(light.accent).not.toBe('#ffc84a'); // no more as by night
  expect((await quay()).look.revision).toBe(2);

  await go('/publish');
  await page.getByRole('group', { name: 'To' }).getByLabel('Quay').check();
  await page.getByRole('button', { name: 'Give to this site' }).click();
  await page.getByText('Quay: was so already').waitFor();
});
