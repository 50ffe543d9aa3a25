import type { Browser, BrowserContext, Page } from 'playwright-core';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { expectAccessible, openBrowser } from './support/browser';
import { Client, startWorld, type World } from './support/world';

let world: World;
let browser: Browser;
let page: Page;
let address: string;
let ines: Client;
let siteId: string;
let snippet: string;

beforeAll(async () => {
  world = await startWorld();
  browser = await openBrowser();
  ines = await new Client(world.url).signIn();
  address = `http://skerrysound.localhost:${world.web.port}`;
  siteId = (await ines.call('POST', '/sites', { name: 'Ferry tickets', address: `${address}/` })).body.id;
  await ines.run(siteId, 'scan');
  const { setup, revisions } = (await ines.call('GET', `/sites/${siteId}/draft`)).body;
  const regions = {
    revision: revisions.regions,
    body: { ...setup.regions, rules: [{ places: ['no-law'], treat: 'nothing' }] },
  };
  await ines.call('PUT', `/sites/${siteId}/draft`, { parts: { regions } });
  snippet = (await ines.publish(siteId)).body.snippet;
  world.web.state.snippet = snippet;
});
afterEach(() => page?.context().close());
afterAll(async () => {
  await browser?.close();
  await world?.stop();
});

let visitors = 0;
/** A browser of somebody who was never here. Third parties know him by what his browser calls itself. */
async function newVisitor(language = 'en-GB'): Promise<BrowserContext> {
  visitors += 1;
  world.web.log.clear();
  const agent = `Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 Chrome/149.0.0.0 Visitor/${visitors}`;
  return browser.newContext({ locale: language, viewport: { width: 390, height: 844 }, userAgent: agent });
}

/** A visitor who was never here. The place comes from the header that a delivery network would set. */
async function arrive(
  place: string,
  path = '/',
  options: { language?: string; gpc?: boolean; age?: number } = {},
): Promise<Page> {
  const context = await newVisitor(options.language);
  // A site that knows its visitor says so in the snippet.
  const age = options.age === undefined ? '' : ` data-age="${options.age}"`;
  world.web.state.snippet = snippet.replace('></script>', `${age}></script>`);
  await context.route(`${world.url}/g/*/place`, (route) =>
    route.continue({ headers: { ...route.request().headers(), 'x-visitor-place': place } }),
  );
  if (options.gpc)
    await context.addInitScript(() => Object.defineProperty(navigator, 'globalPrivacyControl', { value: true }));
  page = await context.newPage();
  await page.goto(address + path);
  return page;
}
const banner = () => page.locator('douane-banner section');
const button = () => page.locator('douane-choices button');
const press = (act: string) => page.locator(`douane-banner [data-act=${act}]`).click();
/** What reached third parties from the visitor of now, but for the one that is necessary. */
const entries = () =>
  world.web.log.all().filter(({ agent, host }) => agent.endsWith(`/${visitors}`) && !host.startsWith('parcelmoon'));
const reached = () => [...new Set(entries().map((entry) => entry.host.split('.')[0]))].sort();
/** Waits until the page is quiet, and for an answer to a request that it sends after everything else. */
async function settled(): Promise<void> {
  await page.waitForLoadState('networkidle');
  await page.evaluate(async () => {
    await new Promise(requestAnimationFrame);
    await fetch(location.href, { cache: 'no-store' });
  });
}
const lastRecord = async () => (await ines.call('GET', `/sites/${siteId}/records`)).body.records[0];
const cookies = async () => (await page.context().cookies(address)).map((cookie) => cookie.name);

describe('asked first', () => {
  it('lets nothing through while nobody answers, and what was said yes to afterwards', async () => {
    await arrive('DE', '/fares');
    await banner().waitFor();
    await settled();
    expect(reached()).toEqual([]);
    await press('accept');
    await expect
      .poll(reached)
      .toEqual(expect.arrayContaining(['adnoddle', 'copperbarn', 'glyphshed', 'oddgull', 'tagpantry']));
    expect(await lastRecord()).toMatchObject({ place: 'DE', method: 'accept-all', language: 'en', test: false });
    await page.goto(`${address}/`);
    await button().waitFor();
    expect(await banner().count()).toBe(0);
  });

  it('weighs accept, refuse and choose alike', async () => {
    await arrive('DE');
    await banner().waitFor();
    const looks = await page.locator('douane-banner .acts button').evaluateAll((buttons) =>
      buttons.map((b) => {
        const { color, backgroundColor, fontSize, fontWeight, borderColor } = getComputedStyle(b);
        const { width, height } = b.getBoundingClientRect();
        return JSON.stringify({ color, backgroundColor, fontSize, fontWeight, borderColor, width, height });
      }),
    );
    expect(looks).toHaveLength(3);
    expect(new Set(looks).size).toBe(1);
  });

  it('can be answered by keyboard alone, purpose by purpose, with nothing ticked beforehand', async () => {
    await arrive('DE');
    await banner().waitFor();
    await page.keyboard.press('Tab');
    await page.keyboard.press('Tab');
    await page.keyboard.press('Enter');
    const boxes = page.locator('douane-banner input:not(:disabled)');
    await boxes.first().waitFor();
    expect(await boxes.evaluateAll((all) => all.filter((box) => (box as HTMLInputElement).checked).length)).toBe(0);
    const tabTo = async (name: string) => {
      for (let i = 0; i < 30; i++) {
        await page.keyboard.press('Tab');
        const now = await page.evaluate(
          () =>
            document.querySelector('douane-banner')?.shadowRoot?.activeElement?.getAttribute('id') ??
            document.querySelector('douane-banner')?.shadowRoot?.activeElement?.getAttribute('data-act'),
        );
        if (now === name) return;
      }
      throw new Error(`no way to ${name} by Tab`);
    };
    await tabTo('p-measurement');
    await page.keyboard.press('Space');
    await tabTo('save');
    await page.keyboard.press('Enter');
    await expect.poll(reached).toEqual(['oddgull', 'tagpantry']);
    await settled();
    expect(reached()).toEqual(['oddgull', 'tagpantry']);
    expect(await lastRecord()).toMatchObject({ method: 'chosen', purposes: { measurement: true, advertising: false } });
  });

  it('speaks the visitor’s language', async () => {
    await arrive('DE', '/', { language: 'de-AT' });
    await expect.poll(() => banner().textContent()).toContain('Alle ablehnen');
    await press('refuse');
    await button().waitFor();
    expect(await lastRecord()).toMatchObject({ language: 'de', method: 'refuse-all' });
  });

  it('is accessible in both layers and as a button', async () => {
    await arrive('DE');
    await banner().waitFor();
    await expectAccessible(page, 'first layer');
    await press('choose');
    await expectAccessible(page, 'panel');
    await press('refuse');
    await button().waitFor();
    await expectAccessible(page, 'choices button');
  });
});

describe('the recorder', () => {
  it('when it cannot be reached the visitor is told, everything stays held, and he can try again', async () => {
    await arrive('DE', '/fares');
    await banner().waitFor();
    const records = `${world.url}/g/*/records`;
    await page.route(records, (route) => route.abort());
    await press('accept');
    await page.locator('douane-banner [data-act=retry]').waitFor();
    expect(await banner().textContent()).toContain('could not be recorded');
    expect(await cookies()).not.toContain('douane_choice');
    expect(reached()).toEqual([]);
    await expectAccessible(page, 'failure');
    await page.unroute(records);
    await press('retry');
    await expect.poll(reached).toContain('copperbarn');
  });

  it('refusing to record is no yes either', async () => {
    await arrive('DE');
    await banner().waitFor();
    await page.route(`${world.url}/g/*/records`, (route) =>
      route.fulfill({ status: 500, body: '{}', headers: { 'access-control-allow-origin': '*' } }),
    );
    await press('accept');
    await page.locator('douane-banner [data-act=retry]').waitFor();
    expect(reached()).toEqual([]);
  });

  it('holds back until the very answer, however slow', async () => {
    await arrive('DE', '/fares');
    await banner().waitFor();
    await settled();
    let letThrough = () => {};
    const through = new Promise<void>((resolve) => {
      letThrough = resolve;
    });
    let committed = () => {};
    const answer = new Promise<void>((resolve) => {
      committed = resolve;
    });
    await page.route(`${world.url}/g/*/records`, async (route) => {
      const response = await route.fetch();
      committed();
      await through;
      await route.fulfill({ response });
    });
    await press('accept');
    await answer; // of which the page knows nothing yet
    expect((await lastRecord()).method).toBe('accept-all');
    await settled();
    expect(reached()).toEqual([]);
    letThrough();
    await expect.poll(reached).toContain('copperbarn');
  });

  it('whose answer was lost is asked again under the same id, so that one choice is one record', async () => {
    await arrive('DE', '/fares');
    await banner().waitFor();
    const sent: { id: string; method: string; unanswered?: string[] }[] = [];
    await page.route(`${world.url}/g/*/records`, async (route) => {
      sent.push(route.request().postDataJSON());
      if (sent.length > 1) return route.continue();
      await route.fetch();
      return route.abort();
    });
    const before = (await lastRecord()).number;
    await press('accept');
    await page.locator('douane-banner [data-act=retry]').waitFor();
    expect(reached()).toEqual([]);
    await press('retry');
    await expect.poll(reached).toContain('copperbarn');
    expect(sent[1]!.id).toBe(sent[0]!.id);
    expect(await lastRecord()).toMatchObject({ id: sent[0]!.id, number: before + 1 });
  });

  it('whose answer was lost is named by the choice that is made instead, also on another page', async () => {
    await arrive('DE');
    await banner().waitFor();
    await page.route(`${world.url}/g/*/records`, async (route) => {
      await route.fetch();
      return route.abort();
    });
    await press('accept');
    await page.locator('douane-banner [data-act=retry]').waitFor();
    const lost = await lastRecord();
    await page.unroute(`${world.url}/g/*/records`);
    await page.goto(`${address}/offers`);
    await banner().waitFor();
    await press('refuse');
    await button().waitFor();
    expect(await lastRecord()).toMatchObject({ method: 'refuse-all', replaces: lost.id, number: lost.number + 1 });
  });
});

describe('changing one’s mind', () => {
  it('holds again and deletes what it can', async () => {
    await arrive('DE', '/offers');
    await banner().waitFor();
    await press('accept');
    await expect.poll(cookies).toEqual(expect.arrayContaining(['_ogv', 'bfx_s', 'douane_choice']));
    const before = await lastRecord();
    await button().click();
    await press('refuse');
    await expect.poll(async () => (await lastRecord()).replaces).toBe(before.id);
    await page.waitForLoadState('load');
    await button().waitFor();
    world.web.log.clear();
    await page.goto(`${address}/fares`);
    await settled();
    expect(reached()).toEqual([]);
    const kept = await cookies();
    for (const gone of ['_ogv', '_ogs', 'bfx_s']) expect(kept).not.toContain(gone);
    expect(kept).toEqual(expect.arrayContaining(['douane_choice', 'ssf_session']));
    expect(await page.evaluate(() => Object.keys(localStorage))).toEqual([]);
  });
});

it('a link of the page’s own leads back to the choice', async () => {
  await arrive('DE', '/about');
  await press('refuse');
  await button().waitFor();
  await page.evaluate(() =>
    document.querySelector('main')!.insertAdjacentHTML('beforeend', '<p data-douane-open><a href="#c">Choices</a></p>'),
  );
  await page.getByRole('link', { name: 'Choices' }).click();
  await expect.poll(() => banner().textContent()).toContain('Your choice by purpose');
});

describe('in the place of content that is held', () => {
  const held = () => page.locator('douane-held section');
  /** How many films were loaded. */
  const films = () => entries().filter(({ host, path }) => host.startsWith('reelpier') && path === '/embed').length;
  /** A frame as a page's own script puts one in. */
  const addFilm = (film: string, size = 'width="480" height="320"') =>
    page.evaluate(
      ([address, attributes]) => {
        document.querySelector('main')!.insertAdjacentHTML('beforeend', `<iframe title="Film" ${attributes}></iframe>`);
        document.querySelector<HTMLIFrameElement>('main iframe:last-of-type')!.src = address!;
      },
      [`http://reelpier.localhost:${world.web.port}/embed?v=${film}`, size],
    );

  it('stands what it is, in its own size, and loads once for whoever wants it', async () => {
    await arrive('DE', '/about');
    await banner().waitFor();
    await addFilm('once');
    await held().waitFor();
    expect(await held().textContent()).toContain('Reelpier');
    const { width, height } = (await held().boundingBox())!;
    expect([width <= 480, height]).toEqual([true, 320]);
    await press('refuse');
    await button().waitFor();
    await expectAccessible(page, 'held content');
    expect(films()).toBe(0);
    await held().getByRole('button', { name: 'Show once' }).click();
    await expect.poll(films).toBe(1);
    expect(await held().count()).toBe(0);
    expect(await lastRecord()).toMatchObject({ method: 'refuse-all' });
    await addFilm('another');
    await held().waitFor();
    await settled();
    expect(films()).toBe(1);
  });

  it('a yes for always is recorded, answers the banner, and lets go of all of its kind and of nothing else', async () => {
    await arrive('DE', '/about');
    await banner().waitFor();
    await addFilm('one');
    await addFilm('two');
    await expect.poll(() => held().count()).toBe(2);
    await held().first().getByRole('button', { name: 'Always show Embedded content' }).press('Enter');
    await expect.poll(films).toBe(2);
    expect(await lastRecord()).toMatchObject({
      method: 'chosen',
      purposes: { necessary: true, embedded: true, advertising: false, measurement: false },
    });
    expect([await held().count(), await banner().count()]).toEqual([0, 0]);
    expect(reached()).toEqual(['reelpier']);
  });

  it('whose yes cannot be recorded stays held, and says so', async () => {
    await arrive('DE', '/about');
    await banner().waitFor();
    await addFilm('failing');
    await page.route(`${world.url}/g/*/records`, (route) => route.abort());
    await held()
      .getByRole('button', { name: /^Always show/ })
      .press('Enter');
    await expect.poll(() => held().textContent()).toContain('could not be recorded');
    expect(films()).toBe(0);
  });

  it('stands for a template and for a frame of the markup too, and not for one that only counts', async () => {
    await arrive('DE', '/contact');
    await held().waitFor();
    expect(await held().textContent()).toMatch(/[Cc]hartkeel/);
    await addFilm('tiny', 'width="1" height="1"');
    await settled();
    expect(await held().count()).toBe(1);
    await held().getByRole('button', { name: 'Show once' }).press('Enter');
    await expect.poll(reached).toEqual(['chartkeel']);
  });
});

describe('where one may object', () => {
  it('runs without asking, and stops on an objection', async () => {
    await arrive('US-CA', '/fares');
    await expect.poll(reached).toContain('adnoddle');
    expect(await button().textContent()).toBe('Your Privacy Choices');
    expect(await banner().count()).toBe(0);
    await button().click();
    await press('refuse');
    await expect.poll(async () => (await lastRecord()).place).toBe('US-CA');
    await page.waitForLoadState('load');
    await button().waitFor();
    world.web.log.clear();
    await page.goto(`${address}/offers`);
    await settled();
    expect(reached()).toEqual([]);
  });

  it('obeys Global Privacy Control and shows that it did', async () => {
    await arrive('US-CA', '/fares', { gpc: true });
    await expect.poll(reached).toContain('oddgull');
    await settled();
    expect(reached()).not.toContain('adnoddle');
    expect(reached()).not.toContain('copperbarn');
    await button().click();
    expect(await banner().textContent()).toContain('Global Privacy Control');
    await page.keyboard.press('Escape');
    await button().waitFor();
  });
});

describe('a visitor whose age the site tells', () => {
  const offered = () => page.locator('douane-banner li label').allTextContents();

  it('is not offered what his age keeps off, and a yes to all leaves it out', async () => {
    await arrive('US-CA', '/fares', { age: 12 });
    await expect.poll(reached).toContain('oddgull');
    await button().click();
    expect((await offered()).map((name) => name.split(' ·')[0])).toEqual([
      'Necessary',
      'Functional',
      'Measurement',
      'Embedded content',
    ]);
    await expectAccessible(page, 'panel for a child');
    await press('accept');
    await expect.poll(async () => (await lastRecord()).method).toBe('chosen');
    expect((await lastRecord()).purposes).toMatchObject({ measurement: true, advertising: false });
    await settled();
    expect(reached()).not.toContain('adnoddle');
  });

  it('is asked first where the law takes his own yes', async () => {
    await arrive('US-CA', '/fares', { age: 15 });
    await banner().waitFor();
    await settled();
    expect(reached()).toContain('oddgull');
    expect(reached()).not.toContain('adnoddle');
    await press('accept');
    await expect.poll(reached).toContain('adnoddle');
  });

  it('may be told of later, by the page’s own code', async () => {
    await arrive('US-CA', '/fares');
    await expect.poll(reached).toContain('adnoddle');
    await page.evaluate(() => window.douane!.tell({ age: 15 }));
    await banner().waitFor(); // it is his own yes now
    await page.evaluate(() => window.douane!.tell({ age: 12 }));
    await page.evaluate(() => window.douane!.open());
    await banner().waitFor();
    expect((await offered()).join()).not.toContain('Advertising');
  });
});

it('shows nothing where a rule of the site asks nothing, and lets everything run', async () => {
  await arrive('ZM', '/fares');
  await expect.poll(reached).toContain('adnoddle');
  await settled();
  expect([await banner().count(), await button().count()]).toEqual([0, 0]);
});

describe('as time passes', () => {
  const DAY_MS = 86_400_000;
  /** Comes again to the same browser, so many days later by its clock. */
  const comeBackAfter = async (days: number) => {
    world.web.log.clear();
    await page.clock.setFixedTime(Date.now() + days * DAY_MS);
    await page.goto(`${address}/fares`);
  };
  const keptUntil = async () => (await page.context().cookies()).find(({ name }) => name === 'douane_choice')!.expires;

  it('a yes stands for its days, and then it is asked again and nothing runs', async () => {
    await arrive('DE', '/fares');
    await banner().waitFor();
    await press('accept');
    await expect.poll(reached).toContain('copperbarn');
    await button().waitFor();
    await comeBackAfter(170);
    await expect.poll(reached).toContain('copperbarn');
    await button().waitFor();
    // Visiting again makes a yes no longer than it is.
    expect((await keptUntil()) - Date.now() / 1000).toBeLessThan(13 * 86_400);
    await comeBackAfter(183);
    await banner().waitFor();
    await settled();
    expect(reached()).toEqual([]);
    await press('refuse');
    await expect.poll(async () => (await lastRecord()).method).toBe('refuse-all');
  });

  it('an objection never ends by itself', async () => {
    await arrive('US-CA', '/fares');
    await expect.poll(reached).toContain('adnoddle');
    await button().click();
    await press('refuse');
    await expect.poll(async () => (await lastRecord()).place).toBe('US-CA');
    await page.waitForLoadState('load');
    await button().waitFor();
    for (const days of [366, 900]) {
      await comeBackAfter(days);
      await settled();
      expect(reached(), `after ${days} days`).toEqual([]);
    }
  });
});

it('treats an unknown place by the fallback, also when the place cannot be asked', async () => {
  await arrive('ZZ');
  await banner().waitFor();
  await page.context().close();
  const context = await newVisitor();
  await context.route(`${world.url}/g/*/place`, (route) => route.abort());
  page = await context.newPage();
  await page.goto(address);
  await banner().waitFor();
  await settled();
  expect(reached()).toEqual([]);
});

it('holds known hosts that a script inserts at run time, in every way it may', async () => {
  await arrive('DE');
  await banner().waitFor();
  const host = (name: string) => `http://${name}.localhost:${world.web.port}`;
  await page.evaluate(
    ([gull, ads, film]) => {
      const add = <K extends keyof HTMLElementTagNameMap>(tag: K, set: (element: HTMLElementTagNameMap[K]) => void) => {
        const element = document.createElement(tag);
        set(element);
        document.body.append(element);
      };
      add('script', (s) => s.setAttribute('src', `${gull}/og.js`));
      add('script', (s) => Object.assign(s, { src: `${ads}/bid.js` }));
      add('iframe', (f) => Object.assign(f, { src: `${film}/embed?v=1` }));
      new Image().src = `${ads}/sync`;
      void fetch(`${gull}/collect`, { mode: 'no-cors' });
      navigator.sendBeacon(`${gull}/leave`);
      const request = new XMLHttpRequest();
      request.open('GET', `${ads}/bid`);
      request.send();
    },
    [host('oddgull'), host('adnoddle'), host('reelpier')] as const,
  );
  await settled();
  expect(reached()).toEqual([]);
  await press('accept');
  const paths = () => entries().map((entry) => entry.path);
  await expect
    .poll(paths)
    .toEqual(expect.arrayContaining(['/og.js', '/bid.js', '/embed', '/sync', '/collect', '/leave', '/bid']));
});
