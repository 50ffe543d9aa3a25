import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type * as Kept from '../gate/hold/kept';
import type * as Places from '../gate/hold/place';
import type * as Visit from '../gate/hold/visit-override';
import type * as Forget from '../gate/visit/forget';
import type * as History from '../gate/visit/history';
import type * as Keep from '../gate/visit/keep';
import type * as Unanswered from '../gate/visit/unanswered';
import { openBrowser } from './support/browser';
import { gateParts, type Parts } from './support/parts';

/** What the page's own scripts find. */
declare const parts: typeof Forget &
  typeof History &
  typeof Keep &
  typeof Kept &
  typeof Places &
  typeof Unanswered &
  typeof Visit;

let browser: Browser;
let all: Parts;
let page: Page;

beforeAll(async () => {
  browser = await openBrowser();
  all = await gateParts(browser, [
    ...['kept', 'place', 'visit-override'].map((name) => `hold/${name}`),
    ...['forget', 'history', 'keep', 'unanswered'].map((name) => `visit/${name}`),
  ]);
});
afterAll(async () => {
  await all?.close();
  await browser?.close();
});

describe('what is kept', () => {
  const choice = {
    release: 3,
    record: '0b6f2a10-0000-4000-8000-000000000001',
    gpc: false,
    purposes: { a: true, b: false },
  };

  it('is read back as it was written, and has an age', async () => {
    page = await all.open();
    const read = await page.evaluate((made) => {
      parts.keepChoice(parts.chosenNow(made), 30, parts.jar, []);
      return parts.readChoice();
    }, choice);
    expect(read).toMatchObject({ ...choice, ageDays: expect.any(Number) });
    const [cookie] = await page.context().cookies();
    expect(cookie).toMatchObject({ name: 'douane_choice', path: '/', sameSite: 'Lax', httpOnly: false });
    expect(cookie!.expires - Date.now() / 1000).toBeGreaterThan(29 * 86_400);
  });

  describe('over the hosts of a domain', () => {
    /** The cookies of the browser, after a choice was kept once over `first` and then over `then`. */
    const keptOver = async (first: string[], then: string[]) => {
      page = await all.open();
      const record = await page.evaluate(
        ([made, ...all]) => {
          for (const domains of all) parts.keepChoice(parts.chosenNow(made), 30, parts.jar, domains);
          return parts.readChoice()?.record;
        },
        [choice, first, then] as const,
      );
      expect(record).toBe(choice.record);
      return (await page.context().cookies()).map(({ name, domain }) => `${name} ${domain}`);
    };
    it.each<[string, string[], string[], string]>([
      ['is one cookie', ['part.localhost'], ['part.localhost'], 'douane_choice .part.localhost'],
      ['takes the place of the host’s own', [], ['part.localhost'], 'douane_choice .part.localhost'],
      ['gives way to it again', ['part.localhost'], [], 'douane_choice part.localhost'],
      ['is no business of another domain’s', ['t.localhost', 'art.localhost'], [], 'douane_choice part.localhost'],
    ])('%s', async (_what, first, then, cookie) => expect(await keptOver(first, then)).toEqual([cookie]));
  });

  const keptAndRead = (made: typeof choice) => {
    parts.keepChoice(parts.chosenNow(made), 30, parts.jar, []);
    return parts.readChoice()?.record ?? null;
  };
  it('is kept on a page with elements named cookie, too', async () => {
    page = await all.open('<form id="cookie"></form><img alt="" name="cookie">');
    expect(await page.evaluate(keptAndRead, choice)).toBe(choice.record);
  });

  it('is nothing, and nothing throws, in a frame that may have no cookies', async () => {
    page = await all.open('<iframe title="f" sandbox="allow-scripts" src="/framed"></iframe>');
    await page.locator('iframe').waitFor();
    const frame = page.frames()[1]!;
    await frame.waitForLoadState();
    expect(await frame.evaluate(keptAndRead, choice)).toBeNull();
  });

  it('is nothing, and nothing throws, where the browser closes storage to the page', async () => {
    page = await all.open();
    const told = await page.evaluate((made) => {
      const closed = () => {
        throw new DOMException('closed', 'SecurityError');
      };
      Object.defineProperty(window, 'localStorage', { get: closed });
      Object.defineProperty(window, 'sessionStorage', { get: closed });
      parts.keepUnanswered([made.record]);
      parts.noteChoice(parts.chosenNow(made));
      return [parts.unanswered(), parts.tabs('x'), parts.knownPlace(undefined) ?? null];
    }, choice);
    expect(told).toEqual([[], null, null]);
  });

  it('of records without an answer are the newest five ids, and nothing that is none', async () => {
    page = await all.open();
    const kept = await page.evaluate(() => {
      const id = (n: number) => `0b6f2a10-0000-4000-8000-00000000000${n}`;
      parts.keepUnanswered([1, 2, 3, 4, 5, 6].map(id));
      const newest = parts.unanswered().map((one) => one.at(-1));
      const odd = ['{', '{"a":1}', '["<script>", 7, null]'].map((text) => {
        localStorage.setItem('douane.unanswered', text);
        return parts.unanswered();
      });
      parts.keepUnanswered([]);
      return { newest, odd, left: localStorage.length };
    });
    expect(kept).toEqual({ newest: ['2', '3', '4', '5', '6'], odd: [[], [], []], left: 0 });
  });

  it('of choices is the newest twenty, the last one first, begun anew where somebody else wrote', async () => {
    page = await all.open();
    const kept = await page.evaluate((made) => {
      localStorage.setItem('douane.history', '{"a":1}');
      for (let release = 1; release <= 22; release++) parts.noteChoice({ ...parts.chosenNow(made), release });
      const read = () => JSON.parse(localStorage.getItem('douane.history')!) as { release: number }[];
      const all = read();
      localStorage.setItem('douane.history', '{');
      parts.noteChoice(parts.chosenNow(made));
      return {
        releases: all.map(({ release }) => release),
        fields: Object.keys(all[0]!),
        odd: read().length,
      };
    }, choice);
    expect(kept.releases).toEqual(Array.from({ length: 20 }, (_, i) => 22 - i));
    expect(kept.fields).toEqual(['record', 'release', 'atSeconds', 'purposes']);
    expect(kept.odd).toBe(1);
  });

  it('is deleted by pattern and purpose, whatever path or domain it was set for', async () => {
    page = await all.open('', '/deep/er/page');
    const left = await page.evaluate(async () => {
      for (const line of [
        '_ad_1=x; Path=/',
        '_ad_2=x; Path=/deep',
        '_ad_3=x; Domain=part.localhost; Path=/deep/er',
        '_count=x; Path=/',
        'basket=x; Path=/',
      ]) {
        parts.jar.write(line);
      }
      localStorage.setItem('ad.seen', '1');
      sessionStorage.setItem('ad.now', '1');
      localStorage.setItem('theme', 'dark');
      await new Promise((done) => {
        const request = indexedDB.open('ad-store');
        request.onsuccess = () => done(request.result.close());
      });
      await (await caches.open('ad-files')).put('/x', new Response('x'));
      await caches.open('shop');
      const still = await parts.forget(
        {
          cookies: { advertising: ['_ad_*'], measurement: ['_count'] },
          storage: { advertising: ['ad.*'] },
          databases: { advertising: ['ad-store'] },
          caches: { advertising: ['ad-*'] },
          workers: {},
        },
        (purpose) => purpose === 'advertising',
        parts.jar,
      );
      return [
        still,
        (await indexedDB.databases()).length,
        await caches.keys(),
        document.cookie.split('; ').sort(),
        Object.keys(localStorage),
        Object.keys(sessionStorage),
      ];
    });
    expect(left).toEqual([[], 0, ['shop'], ['_count=x', 'basket=x'], ['theme'], []]);
  });
});

describe('where and how the visitor comes', () => {
  it('is asked once in a tab, and unknown where no answer comes', async () => {
    page = await all.open();
    const answer = (body: string, status = 200) =>
      page.route('**/g/s/place', (route) => route.fulfill({ status, body, contentType: 'application/json' }), {
        times: 1,
      });
    const ask = () => page.evaluate(() => parts.askPlace('/g/s'));
    const known = () => page.evaluate(() => parts.knownPlace(undefined) ?? null);
    await answer('<html>');
    expect([await ask(), await known()]).toEqual([null, null]);
    await answer('{"place":"US-CA"}');
    const california = { country: 'US', subdivision: 'CA' };
    expect([await ask(), await known()]).toEqual([california, california]);
    await page.evaluate(() => sessionStorage.setItem('douane.place', '<b>'));
    expect(await known()).toBeNull();
  });

  it('is taken from the controller of the browser, not from elements', async () => {
    const read = () => page.evaluate(() => parts.visitOverride());
    page = await all.open('<a id="douaneVisit" href="/">x</a>');
    expect(await read()).toEqual({});
    const given = { place: 'DE', gpc: false, test: true };
    await page.evaluate((value) => Object.defineProperty(window, 'douaneVisit', { value }), given);
    expect(await read()).toEqual(given);
  });
});
