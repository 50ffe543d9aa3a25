import { faceOf } from '@douane/core/banner';
import { decide, parsePlace } from '@douane/core/regimes';
import { bannerContent } from '@douane/core/release';
import { type Banner, newSetup, rulesOf, type Setup } from '@douane/core/setup';
import { buttonFace } from '@douane/gate';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type * as Banners from '../gate/banner/index';
import type * as Buttons from '../gate/button/index';
import type { BannerOptions } from '../gate/types';
import { expectAccessible, openBrowser } from './support/browser';
import { gateParts, type Parts } from './support/parts';

declare const parts: typeof Banners & typeof Buttons;
declare global {
  interface Window {
    chosen?: { purposes: Record<string, boolean>; method: string };
    failing?: boolean;
  }
}

let browser: Browser;
let all: Parts;
let page: Page;

beforeAll(async () => {
  browser = await openBrowser();
  all = await gateParts(browser, ['banner/index', 'button/index']);
});
afterAll(async () => {
  await all?.close();
  await browser?.close();
});

type Drawn = Partial<Omit<Banner, 'form' | 'face'>> & {
  form?: Partial<Banner['form']>;
  face?: Partial<Banner['face']>;
};

/** A site with a service to each purpose, whose banner is drawn so. */
function siteWith({ form, face, ...rest }: Drawn = {}): Setup {
  const setup = newSetup({ key: 's', name: 'Larkmoor', address: 'http://site.localhost/' }, 'http://localhost/g/s');
  setup.regions = { regimes: ['eu', 'it', 'us-ca'], fallback: 'eu' };
  setup.services = setup.purposes.slice(1).map(({ id, name }) => ({
    id: `s-${id}`,
    name: `${name} works`,
    purpose: id,
    provider: 'Works of Larkmoor',
    country: 'IE',
    policyUrl: 'https://works.example/privacy',
    hosts: [],
    items: [{ kind: 'cookie', name: `_${id}`, lifetimeSeconds: 63_072_000, description: 'Counts.' }],
  }));
  const { banner } = setup;
  Object.assign(banner, rest, { form: { ...banner.form, ...form }, face: { ...banner.face, ...face } });
  return setup;
}

interface Shown {
  place?: string;
  language?: string;
  layer?: BannerOptions['layer'];
  markup?: string;
  path?: string;
  size?: { width: number; height: number };
  /** Of the choice that stands. */
  record?: string;
}

/** Shows a site's banner on a page of ours, as the gate would. */
async function show(setup: Setup, how: Shown = {}): Promise<void> {
  const { place = 'DE', language = 'en', layer = 'first', markup = '<main><h1>Page</h1><p>Text</p></main>' } = how;
  page = await all.open(markup, how.path);
  if (how.size) await page.setViewportSize(how.size);
  const decision = decide(parsePlace(place), { gpc: false }, null, rulesOf(setup, '2026-11-26'));
  const options = {
    content: bannerContent(setup, language),
    face: faceOf(setup.banner),
    decision,
    layer,
    record: how.record ?? null,
  };
  await page.evaluate((given) => {
    parts.openBanner({
      ...given,
      onClose: () => {},
      choose: async (purposes, method) => {
        if (window.failing) throw new Error('no');
        window.chosen = { purposes, method };
      },
    });
  }, options);
  await sheet().waitFor();
}
const sheet = () => page.locator('douane-banner .sheet');
const press = (act: string) => page.locator(`douane-banner [data-act=${act}]`).first().click();
const chosen = () => page.evaluate(() => window.chosen);
const PHONE = { width: 390, height: 844 };
/** 1280 by 1024 at 400 per cent (WCAG 2.2, SC 1.4.10). */
const ZOOMED = { width: 320, height: 256 };

const FORMS: [string, Drawn, string?][] = [
  ['a bar at the bottom', {}],
  ['a bar at the top', { form: { edge: 'top' } }],
  ['a card', { form: { kind: 'card', corner: 'top-right' }, face: { shadow: 'deep', radius: 16 } }],
  ['a dialog', { form: { kind: 'dialog' } }],
  ['a dialog over a dimmed page', { form: { kind: 'dialog', dimmed: true } }],
  [
    'a banner within the page',
    { form: { kind: 'within', into: '#privacy' } },
    '<main><h1>Page</h1><div id="privacy"></div></main>',
  ],
  ['a banner whose purposes stand first', { form: { kind: 'card', purposesFirst: true } }],
  ['buttons of other weights', { face: { weights: { refuse: 'outlined', choose: 'plain', accept: 'outlined' } } }],
];

describe.each(FORMS)('%s', (_what, drawn, markup) => {
  it('is accessible in every layer, light from the left and dark from the right, at 400 per cent too', async () => {
    for (const [scheme, language, size] of [
      ['light', 'en', PHONE],
      ['dark', 'ar', ZOOMED],
    ] as const) {
      const setup = siteWith({ ...drawn, face: { ...drawn.face, scheme }, languages: ['en', 'ar'] });
      await show(setup, { language, place: 'IT', size, markup });
      const what = `${scheme} ${language}`;
      await expectAccessible(page, `${what}, first layer`);
      // Nothing goes beyond the sides, and what goes beyond the end can be scrolled to.
      expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(size.width);
      await press('choose');
      if (scheme === 'light') await expectAccessible(page, `${what}, panel`);
      await page.locator('douane-banner summary').first().click();
      await press('service');
      if (scheme === 'dark') await expectAccessible(page, `${what}, service`);
      await press('back');
      await press('refuse');
      expect(await chosen()).toMatchObject({ method: 'refuse-all', purposes: { advertising: false } });
    }
  });

  it('takes no more of a wide window than what stands in it', async () => {
    await show(siteWith(drawn), { markup, size: { width: 1280, height: 800 } });
    const [below, space] = await sheet().evaluate((element) => {
      const shown = [...element.children].filter((child) => !child.classList.contains('said'));
      const ends = shown.map((child) => child.getBoundingClientRect().bottom);
      return [
        element.getBoundingClientRect().bottom - Math.max(...ends),
        Number.parseFloat(getComputedStyle(element).paddingBottom),
      ];
    });
    expect(below).toBeLessThanOrEqual(2 * space!);
  });

  it('is answered by keyboard alone', async () => {
    await show(siteWith(drawn), { markup });
    const now = () =>
      page.evaluate(() => {
        const root = document.querySelector('douane-banner')!.shadowRoot!;
        return root.activeElement?.getAttribute('data-act') ?? root.activeElement?.id ?? '';
      });
    const tabTo = async (name: string) => {
      const met: string[] = [];
      for (let i = 0; i < 25; i++) {
        await page.keyboard.press('Tab');
        met.push(await now());
        if (met.at(-1) === name) return;
      }
      throw new Error(`no way to ${name} by Tab: ${met.join(' ')}`);
    };
    await tabTo('choose');
    await page.keyboard.press('Enter');
    await expect.poll(now).toBe('t');
    await tabTo('p-measurement');
    await page.keyboard.press('Space');
    await tabTo('save');
    await page.keyboard.press('Enter');
    await expect.poll(chosen).toMatchObject({
      method: 'chosen',
      purposes: { necessary: true, measurement: true, advertising: false },
    });
  });
});

describe('on a page that gets in its way', () => {
  const HOSTILE: [string, string][] = [
    ['takes every style away', '<style>* { all: unset !important }</style>'],
    ['hides whatever it does not know', '<style>:not(html, head, body, p, main) { display: none !important }</style>'],
    [
      'covers all',
      '<div style="position: fixed; inset: 0; z-index: 2147483647; background: red" onclick="window.covered = true"></div>',
    ],
    ['turns and shrinks its body', '<style>body { transform: rotate(8deg) scale(.3); filter: blur(3px) }</style>'],
    ['turns its root', '<style>html { transform: translateX(400px) } body { overflow: hidden; height: 0 }</style>'],
    ['writes in tiny letters', '<style>html { font-size: 2px } body { zoom: .2; line-height: 0; color: #fff }</style>'],
    [
      'catches every key and press',
      '<script>for (const type of ["click", "pointerdown", "keydown"]) document.addEventListener(type, (event) => event.stopPropagation(), true)</script>',
    ],
  ];
  it.each(HOSTILE)('that %s it looks as it does elsewhere, and can be pressed', async (_what, markup) => {
    const look = async () => {
      const { x, y, width, height } = (await sheet().boundingBox())!;
      const accept = page.locator('douane-banner [data-act=accept]');
      const drawn = await accept.evaluate((button) => {
        const { fontSize, color, backgroundColor, display } = getComputedStyle(button);
        return { fontSize, color, backgroundColor, display, text: (button as HTMLElement).innerText };
      });
      return { box: [x, y, width, height].map(Math.round), drawn };
    };
    await show(siteWith(), { size: PHONE });
    const elsewhere = await look();
    await show(siteWith(), { size: PHONE, markup });
    expect(await look()).toEqual(elsewhere);
    const box = (await page.locator('douane-banner [data-act=accept]').boundingBox())!;
    await page.mouse.move(box.x + box.width / 2, box.y + box.height / 2);
    expect(
      await page.evaluate(([x, y]) => document.elementFromPoint(x!, y!)?.localName, [box.x + 20, box.y + 20]),
    ).toBe('douane-banner');
  });

  it('shifts nothing of the page', async () => {
    page = await all.open('<main><h1>Page</h1><p>Text</p></main>');
    const shifted = () =>
      page.evaluate(
        () =>
          new Promise<number>((resolve) => {
            let sum = 0;
            new PerformanceObserver((list) => {
              for (const entry of list.getEntries()) sum += (entry as PerformanceEntry & { value: number }).value;
            }).observe({ type: 'layout-shift', buffered: true });
            requestAnimationFrame(() => requestAnimationFrame(() => setTimeout(() => resolve(sum), 60)));
          }),
      );
    await show(siteWith());
    expect(await shifted()).toBe(0);
  });

  it('is not printed', async () => {
    await show(siteWith());
    await page.emulateMedia({ media: 'print' });
    expect(await sheet().isVisible()).toBe(false);
  });
});

it('that belongs within an element which is not there stands along the lower edge', async () => {
  await show(siteWith({ form: { kind: 'within', into: '#nowhere' } }), { size: PHONE });
  const { x, y, width, height } = (await sheet().boundingBox())!;
  expect([x, width, Math.round(y + height)]).toEqual([0, PHONE.width, PHONE.height]);
  await press('refuse');
  expect(await chosen()).toMatchObject({ method: 'refuse-all' });
});

describe('what the law of a place wants to see', () => {
  it('a cross that refuses, in Italy and nowhere else', async () => {
    await show(siteWith(), { place: 'FR' });
    expect(await page.locator('douane-banner [data-act=close-refuse]').count()).toBe(0);
    await show(siteWith(), { place: 'IT' });
    await press('close-refuse');
    expect(await chosen()).toMatchObject({ method: 'refuse-all' });
  });

  it('the wording of a region, with how long a yes stands there', async () => {
    const setup = siteWith({ wording: { it: { en: { title: 'For Italy', body: 'Kept for **{lifetime}**.' } } } });
    const titleIn = async (place: string) => {
      const decision = decide(parsePlace(place), { gpc: false }, null, rulesOf(setup, '2026-11-26'));
      return decision.shows?.wording;
    };
    expect([await titleIn('IT'), await titleIn('FR')]).toEqual(['it', undefined]);
    await show(setup, { place: 'IT' });
    expect(await sheet().locator('h2').innerText()).toBe('For Italy');
    expect(await sheet().locator('b').innerText()).toBe('6 months');
  });
});

describe('the layers', () => {
  it('keep what was ticked while a visitor looks at a service', async () => {
    await show(siteWith());
    await press('choose');
    await page.locator('douane-banner #p-functional').check();
    await page.locator('douane-banner summary').first().click();
    await press('service');
    expect(await sheet().innerText()).toMatch(/Functional works[\s\S]*Works of Larkmoor[\s\S]*Ireland[\s\S]*2 years/);
    await press('back');
    expect(await page.locator('douane-banner #p-functional').isChecked()).toBe(true);
    await press('save');
    expect(await chosen()).toMatchObject({ method: 'chosen', purposes: { functional: true, measurement: false } });
  });

  it('find a service among many by its name or provider, and say where there is none', async () => {
    const setup = siteWith();
    const [first] = setup.services;
    setup.services = Array.from({ length: 14 }, (_, i) => ({
      ...first!,
      id: `x${i}`,
      name: `Tool ${i}`,
      provider: `Maker ${i % 3}`,
    }));
    await show(setup, { layer: 'panel' });
    const seen = () => page.locator('douane-banner [data-act=service]:visible').allInnerTexts();
    await page.locator('douane-banner input[type=search]').fill('tool 13');
    expect(await seen()).toEqual(['Tool 13']);
    await page.locator('douane-banner input[type=search]').fill('maker 2');
    expect(await seen()).toHaveLength(4);
    await page.locator('douane-banner input[type=search]').fill('nothing like it');
    expect(await sheet().innerText()).toContain('No service is called so.');
  });

  it('lead to a policy of ours with the number of the record, and to others without', async () => {
    const record = '3f0f6c3e-0000-4000-8000-000000000001';
    const leadsTo = async (policyUrl: string, how: Shown) => {
      await show(siteWith({ policyUrl }), { layer: 'panel', ...how });
      return page.locator('douane-banner .fine a').getAttribute('href');
    };
    const ours = 'http://localhost/g/s/policies/cookies?version=2';
    expect(await leadsTo(ours, { record })).toBe(`${ours}&record=${record}`);
    expect(await leadsTo(ours, {})).toBe(ours);
    expect(await leadsTo('http://localhost/g/other/policy', { record })).toBe('http://localhost/g/other/policy');
  });

  it('ask in the singular where there is one purpose', async () => {
    const setup = siteWith();
    setup.purposes = setup.purposes.filter(({ id }) => id === 'necessary' || id === 'measurement');
    setup.services = setup.services.filter(({ purpose }) => purpose === 'measurement');
    await show(setup);
    const words = await page.locator('douane-banner .acts button').allInnerTexts();
    expect(words).toEqual(['Refuse', 'What it stores', 'Accept']);
  });

  it('say for a moment what was chosen, where that is wanted', async () => {
    await show(siteWith({ noticeAfter: true }), { layer: 'panel' });
    await page.locator('douane-banner #p-measurement').check();
    await press('save');
    await expect.poll(() => sheet().innerText()).toBe('Your choice is kept. You can change this at any time.');
    await expectAccessible(page, 'notice');
  });

  it('stay, with words, where a choice could not be recorded, and take it at the second try', async () => {
    await show(siteWith());
    await page.evaluate(() => {
      window.failing = true;
    });
    await press('accept');
    await page.locator('douane-banner [data-act=retry]').waitFor();
    await page.evaluate(() => {
      window.failing = false;
    });
    await press('retry');
    await expect.poll(chosen).toMatchObject({ method: 'accept-all' });
  });

  it('show formatted texts, and markup as text', async () => {
    const body =
      '**Bold** and [a link](https://site.example/p) and <img src=x onerror=alert(1)> [bad](javascript:alert(1))';
    await show(siteWith({ texts: { en: { body } } }));
    expect(await sheet().locator('b').innerText()).toBe('Bold');
    expect(await sheet().getByRole('link', { name: 'a link' }).getAttribute('href')).toBe('https://site.example/p');
    expect(await sheet().locator('img').count()).toBe(0);
    expect(await sheet().innerText()).toContain('<img src=x onerror=alert(1)> [bad](javascript:alert(1))');
  });

  it('draw a logo from the script’s own bytes', async () => {
    const data =
      'data:image/png;base64,iVBORw0KGgoAAAANSUhEUgAAAAEAAAABCAYAAAAfFcSJAAAADUlEQVR42mP8z8BQDwAEhQGAhKmMIQAAAABJRU5ErkJggg==';
    await show(siteWith({ face: { logo: { data, width: 20, height: 10, alt: 'Larkmoor' } } }));
    const logo = page.getByRole('img', { name: 'Larkmoor' });
    const painted = () =>
      logo.evaluate((canvas) => (canvas as HTMLCanvasElement).getContext('2d')!.getImageData(5, 5, 1, 1).data[3]);
    await expect.poll(painted).toBeGreaterThan(0);
  });

  it('close with Escape only where nothing is left to be asked', async () => {
    await show(siteWith({ form: { kind: 'dialog', dimmed: true } }));
    await page.keyboard.press('Escape');
    expect(await sheet().count()).toBe(1);
    await show(siteWith(), { place: 'US-CA', layer: 'panel' });
    await page.keyboard.press('Escape');
    expect(await sheet().count()).toBe(0);
  });
});

describe('the choices button', () => {
  const button = () => page.locator('douane-choices button');
  /** Shows a site's button on a page of ours; `place`: where its visitor is. */
  async function showButton(change: Partial<Banner['button']>, place = 'DE', markup = ''): Promise<void> {
    const setup = siteWith();
    Object.assign(setup.banner.button, change);
    page = await all.open(markup);
    await page.setViewportSize(PHONE);
    const contents = { en: bannerContent(setup, 'en') };
    const decision = decide(parsePlace(place), { gpc: false }, null, rulesOf(setup, '2026-11-26'));
    const options = { face: buttonFace({ setup, contents }), language: 'en', decision };
    await page.evaluate((given) => parts.showButton({ ...given, onOpen: () => {} }), options);
    await page.locator('douane-choices').waitFor({ state: 'attached' });
  }

  it('stands where it was put, as it was shaped, and has its words also where they are not shown', async () => {
    await showButton({ corner: 'top-right', offset: { x: 30, y: 50 }, shape: 'icon' });
    const { x, y, width } = (await button().boundingBox())!;
    expect([Math.round(PHONE.width - x - width), Math.round(y)]).toEqual([30, 50]);
    expect(await page.getByRole('button', { name: 'Privacy choices' }).innerText()).toBe('');
    await expectAccessible(page, 'icon alone');
  });

  it('bears the name and the icon that California asks for, whatever its shape', async () => {
    await showButton({ shape: 'icon' }, 'US-CA');
    expect(await button().innerText()).toBe('Your Privacy Choices');
    expect(await button().locator('svg').count()).toBe(1);
  });

  it('is not on a phone where it is not to be', async () => {
    await showButton({ phone: false });
    expect(await button().isVisible()).toBe(false);
    await page.setViewportSize({ width: 1280, height: 800 });
    expect(await button().isVisible()).toBe(true);
  });

  it('makes way for as long as something else is seen', async () => {
    await showButton({ hideFor: '.chat' }, 'DE', '<div class="chat" style="display:none">Chat</div>');
    expect(await button().isVisible()).toBe(true);
    const chat = (display: string) =>
      page.evaluate((to) => document.querySelector<HTMLElement>('.chat')!.style.setProperty('display', to), display);
    await chat('block');
    await expect.poll(() => button().isVisible()).toBe(false);
    await chat('none');
    await expect.poll(() => button().isVisible()).toBe(true);
  });
});
