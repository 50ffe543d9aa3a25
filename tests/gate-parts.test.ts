import type { PlanIndex, Unruled } from '@douane/core/hold';
import type { Browser, Page } from 'playwright-core';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import type * as Alone from '../gate/hold/alone/mark';
import type * as Gates from '../gate/hold/gate';
import type * as Marked from '../gate/hold/marked';
import type * as Elements from '../gate/hold/mechanisms/elements';
import type * as Navigation from '../gate/hold/mechanisms/navigation';
import type * as Network from '../gate/hold/mechanisms/network';
import type * as Held from '../gate/hold/permits';
import { openBrowser } from './support/browser';
import { gateParts, type Parts } from './support/parts';

/** What the page's own scripts find. */
type InPage = typeof Gates &
  typeof Elements &
  typeof Navigation &
  typeof Network &
  typeof Marked &
  typeof Held &
  typeof Alone;
declare const parts: InPage;
declare global {
  interface Window {
    permits: Held.Permits;
    ran?: string[];
    loads?: number;
  }
}

let browser: Browser;
let all: Parts;
let page: Page;

beforeAll(async () => {
  browser = await openBrowser();
  const mechanisms = ['elements', 'navigation', 'network'].map((name) => `mechanisms/${name}`);
  const held = ['gate', 'marked', ...mechanisms, 'permits', 'alone/mark'];
  all = await gateParts(browser, [...held.map((name) => `hold/${name}`), 'late/let-go']);
});
afterAll(async () => {
  await all?.close();
  await browser?.close();
});

const plan = (unruled: Unruled = 'held'): PlanIndex => ({
  hosts: {
    'ads.localhost': 'advertising',
    'film.localhost': [
      ['/embed', 'embedded'],
      ['/', 'measurement'],
    ],
  },
  own: ['part.localhost'],
  unruled,
});
/** A page on which what the plan says is held, and nothing is granted yet. */
async function heldPage(markup = '', unruled: Unruled = 'held'): Promise<void> {
  page = await all.open(markup);
  await page.evaluate((of) => {
    window.permits = parts.permitsOf(of, async () => parts as never);
    parts.holdElements(window.permits, parts.FETCHING);
    parts.holdNetwork(window.permits);
  }, plan(unruled));
}
const grant = (granted: Record<string, boolean>) =>
  page.evaluate((given) => {
    window.permits.grant(given);
    return parts.releaseMarked(window.permits);
  }, granted);
const at = (host: string, path: string) => `http://${host}.localhost:${all.port}${path}`;

describe('what is inserted or sent at run time', () => {
  const WAYS: [string, (address: string) => void][] = [
    [
      'a script by property',
      (address) => document.head.append(Object.assign(document.createElement('script'), { src: address })),
    ],
    [
      'a script by attribute, in capitals',
      (address) => {
        const script = document.createElement('script');
        script.setAttribute('SRC', address);
        document.head.append(script);
      },
    ],
    ['an image that stands nowhere', (address) => void Object.assign(new Image(), { src: address })],
    ['a frame', (address) => document.body.append(Object.assign(document.createElement('iframe'), { src: address }))],
    [
      'a style sheet',
      (address) =>
        document.head.append(Object.assign(document.createElement('link'), { rel: 'stylesheet', href: address })),
    ],
    ['fetch by text', (address) => void fetch(address)],
    ['fetch by request', (address) => void fetch(new Request(address))],
    ['fetch by address object', (address) => void fetch(new URL(address))],
    [
      'an old request',
      (address) => {
        const request = new XMLHttpRequest();
        request.open('GET', address);
        request.send();
      },
    ],
    ['a beacon', (address) => void navigator.sendBeacon(address, 'x')],
  ];
  it.each(WAYS)('%s waits for its own purpose and no other', async (_what, send) => {
    await heldPage();
    await page.evaluate(send, at('ads', '/x.js'));
    await grant({ necessary: true, measurement: true, advertising: false });
    await all.settled(page);
    expect(all.arrived).toEqual([]);
    await grant({ advertising: true });
    await expect.poll(() => all.arrived).toEqual(['ads.localhost /x.js']);
  });

  it('goes where nothing of the plan is meant: own hosts, data, and what is no address', async () => {
    await heldPage();
    const loaded = await page.evaluate(async () => {
      const image = new Image();
      const done = new Promise((resolve) => {
        image.onload = () => resolve('loaded');
      });
      image.src = 'data:image/gif;base64,R0lGODlhAQABAAAAACwAAAAAAQABAAA=';
      await fetch('/own');
      document.createElement('iframe').src = 'about:blank';
      return done;
    });
    expect(loaded).toBe('loaded');
    await expect(page.evaluate(() => fetch('http://['))).rejects.toThrow(/Failed to (parse|execute)/);
  });

  it('has the address it was given, and of two the later', async () => {
    await heldPage();
    const shown = await page.evaluate(
      (address) => {
        const script = document.createElement('script');
        script.src = `${address}?first`;
        script.src = `${address}?second`;
        document.body.append(script);
        return [script.src, script.getAttribute('src')];
      },
      at('ads', '/s.js'),
    );
    expect(shown).toEqual([at('ads', '/s.js?second'), null]);
    await grant({ advertising: true });
    await expect.poll(() => all.arrived).toEqual(['ads.localhost /s.js?second']);
  });

  it('gets the answer, or the failure, that it would have had', async () => {
    await heldPage();
    const answers = page.evaluate(
      ([good, bad]) => Promise.allSettled([fetch(good!).then(({ status }) => status), fetch(bad!)]),
      [at('ads', '/late'), 'http://ads.localhost:1/'],
    );
    await grant({ advertising: true });
    expect((await answers).map(({ status }) => status)).toEqual(['fulfilled', 'rejected']);
  });

  it('is told apart by path where one host has two purposes', async () => {
    await heldPage();
    await page.evaluate(
      ([film, count]) => void [fetch(film!), fetch(count!)],
      [at('film', '/embed/1'), at('film', '/count')],
    );
    await grant({ embedded: true });
    await expect.poll(() => all.arrived).toEqual(['film.localhost /embed/1']);
    await grant({ measurement: true });
    await expect.poll(() => all.arrived).toEqual(['film.localhost /embed/1', 'film.localhost /count']);
  });

  it.each([
    ['held', {}, { a: true, b: true }, []],
    ['let-through', {}, {}, ['odd.localhost /x']],
    ['by-regime', { a: true, b: false }, { a: true, b: true }, ['odd.localhost /x']],
  ] as const)('of a host that nobody has ruled: %s', async (unruled, before, after, arrives) => {
    await heldPage('', unruled);
    await page.evaluate((address) => void fetch(address), at('odd', '/x'));
    await grant(before);
    await all.settled(page);
    expect(all.arrived).toEqual(unruled === 'let-through' ? arrives : []);
    await grant(after);
    await all.settled(page);
    expect(all.arrived).toEqual(arrives);
  });

  it('runs in the order it came, and one that throws stops no other', async () => {
    await heldPage();
    const said: string[] = [];
    page.on('pageerror', (error) => said.push(error.message));
    const order = await page.evaluate(() => {
      const ran: string[] = [];
      window.permits.later('advertising', () => ran.push('first'));
      window.permits.later('advertising', () => {
        throw new Error('odd');
      });
      window.permits.later('measurement', () => ran.push('never'));
      window.permits.later('advertising', () => ran.push('last'));
      window.permits.grant({ advertising: true });
      return ran;
    });
    expect(order).toEqual(['first', 'last']);
    await expect.poll(() => said).toEqual(['odd']);
  });
});

describe('tags that are marked', () => {
  it('act in their order when their purpose is granted, whichever form they have', async () => {
    await heldPage(`
      <template data-gate="advertising"><script src="http://ads.localhost:PORT/one.js"></script><script>window.ran.push('inline after ' + window.ran.length)</script></template>
      <script type="text/plain" data-gate="measurement">window.ran = ['never']</script>
      <img alt="" data-gate="advertising" data-gate-src="http://ads.localhost:PORT/pixel">
      <iframe title="film" data-gate="advertising" data-gate-src="http://ads.localhost:PORT/frame"></iframe>`);
    await all.settled(page);
    expect(all.arrived).toEqual([]);
    await grant({ advertising: true });
    await expect.poll(() => page.evaluate(() => window.ran)).toEqual(['/one.js', 'inline after 1']);
    await expect
      .poll(() => [...all.arrived].sort())
      .toEqual(['ads.localhost /frame', 'ads.localhost /one.js', 'ads.localhost /pixel']);
    expect(await page.evaluate(() => document.querySelectorAll('[data-gate]').length)).toBe(1);
  });

  it('keep what else they carry, and are let go of once', async () => {
    await heldPage(
      `<script type="text/plain" data-gate="advertising" data-gate-src="http://ads.localhost:PORT/a.js" id="tag" crossorigin="anonymous" data-account="7"></script>`,
    );
    await grant({ advertising: true });
    await grant({ advertising: true });
    await expect.poll(() => all.arrived).toEqual(['ads.localhost /a.js']);
    const script = await page.evaluate(() => {
      const { dataset, crossOrigin, type, async } = document.querySelector<HTMLScriptElement>('#tag')!;
      return { ...dataset, crossOrigin, type, async };
    });
    expect(script).toEqual({ account: '7', crossOrigin: 'anonymous', type: '', async: false });
  });

  it('one without an address, or that fails, keeps no other from acting', async () => {
    await heldPage(`
      <img alt="" data-gate="advertising">
      <script type="text/plain" data-gate="advertising">throw new Error('a broken tag')</script>
      <script type="text/plain" data-gate="advertising">window.ran = ['reached']</script>`);
    await grant({ advertising: true });
    expect(await page.evaluate(() => window.ran)).toEqual(['reached']);
  });

  it('are made of unmarked ones that a script puts in, before they run', async () => {
    await heldPage();
    await page.evaluate(
      (address) => {
        const piece = document.createElement('div');
        piece.innerHTML = `<img alt="" src="${address}?img"><iframe title="f" src="${address}?frame"></iframe><img alt="" src="/own">`;
        for (const element of piece.children) parts.markElement(element, window.permits);
        document.body.append(piece);
      },
      at('ads', '/x'),
    );
    const marks = () =>
      page.evaluate(() => [...document.querySelectorAll('[data-gate]')].map((one) => one.getAttribute('data-gate')));
    expect(await marks()).toEqual(['advertising', 'advertising']);
    all.arrived.length = 0;
    await grant({ advertising: true });
    await expect.poll(() => all.arrived).toContain('ads.localhost /x?frame');
    expect(await marks()).toEqual([]);
  });
});

describe('windows', () => {
  const LINK = '<a id="l" href="/own" target="_blank">x</a>';
  /** A page with something to touch, where what `then` does is done by code, or by the visitor's click. */
  const opened = async (markup: string, then: () => void, touched = false) => {
    await heldPage(`${markup}<button id="b">Go</button>`);
    await page.evaluate(() => {
      // What is evaluated counts as asked for by the visitor; a window takes that up.
      open('')?.close();
      parts.holdNavigation(window.permits);
    });
    if (touched) {
      const made = page.context().waitForEvent('page');
      await page.evaluate((body) => document.getElementById('b')!.setAttribute('onclick', `(${body})()`), `${then}`);
      await page.getByRole('button', { name: 'Go' }).click();
      await made;
    } else {
      const devtools = await page.context().newCDPSession(page);
      await devtools.send('Runtime.evaluate', { expression: `(${then})()` });
      await all.settled(page);
    }
    return page.context().pages().length - 1;
  };

  it.each<[string, string, () => void]>([
    ['by a call', '', () => window.open('/own')],
    ['that is blank', '', () => window.open('')],
    ['by a link', LINK, () => document.getElementById('l')!.click()],
    ['by an event', LINK, () => document.getElementById('l')!.dispatchEvent(new MouseEvent('click'))],
    ['by a form', '<form target="_blank" action="/own"></form>', () => document.forms[0]!.requestSubmit()],
  ])('none opens %s that no visitor asked for, and one does that he did', async (_how, markup, then) => {
    expect(await opened(markup, then)).toBe(0);
    expect(await opened(markup, then, true)).toBe(1);
  });

  it('what a frame takes needs none, and what is saved opens none', async () => {
    await heldPage('<iframe name="f"></iframe><a id="s" download="x.txt" target="_blank" href="data:,x">x</a>');
    const saved = page.waitForEvent('download');
    await page.evaluate(() => {
      parts.holdNavigation(window.permits);
      document.getElementById('s')!.click();
      open('/in-frame', 'f');
    });
    expect((await saved).suggestedFilename()).toBe('x.txt');
    await expect.poll(() => page.frames().map((frame) => new URL(frame.url()).pathname)).toContain('/in-frame');
    expect(page.context().pages()).toHaveLength(1);
  });
});

describe('while the place is being asked for', () => {
  it('nothing is let go by a fallback that asks less, whatever the site tells of its visitor meanwhile', async () => {
    page = await all.open();
    let answer = () => {};
    await page.route('**/g/s/place', (route) => {
      answer = () => void route.fulfill({ status: 200, body: '{"place":"ZM"}', contentType: 'application/json' });
    });
    const runs = () => page.evaluate(() => window.permits.allows('advertising'));
    await page.evaluate((of) => {
      const nothing = () => Promise.reject(new Error('there are no files here'));
      window.permits = parts.permitsOf(of, nothing);
      const treated = { regimes: [], modes: { advertising: 'notice' as const }, gpc: 'ignored' as const };
      const rule = { ...treated, yesDays: null, refusalDays: null, askAgainDays: null };
      const rules = { purposes: [{ id: 'advertising' }], rules: [rule], places: {}, stateUnknown: {}, fallback: 0 };
      const names = { banner: 'b.js', late: 'l.js', visit: 'v.js', worker: 'w.js' };
      const config = {
        base: '/g/s',
        release: 1,
        rules,
        plan: of,
        services: {},
        ...names,
        stored: { cookies: {}, storage: {}, databases: {}, caches: {}, workers: {} },
        policy: false,
      };
      const gate = parts.gateOf(config, window.permits, nothing, '', {}, {});
      gate.begin();
      gate.tell({ age: 30 });
    }, plan());
    expect(await runs()).toBe(false);
    answer();
    await expect.poll(runs).toBe(true);
  });
});
