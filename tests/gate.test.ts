import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { expectAccessible } from './support/browser';
import { Ferries } from './support/ferries';

let site: Ferries;

beforeAll(async () => {
  site = await Ferries.open();
});
afterEach(() => site.leave());
afterAll(() => site?.close());

describe('the recorder', () => {
  it('when it cannot be reached the visitor is told, everything stays held, and he can try again', async () => {
    await site.arrive('DE', '/fares');
    await site.banner().waitFor();
    const records = `${site.world.url}/g/*/records`;
    await site.page.route(records, (route) => route.abort());
    await site.press('accept');
    await site.page.locator('douane-banner [data-act=retry]').waitFor();
    expect(await site.banner().textContent()).toContain('could not be recorded');
    expect(await site.cookies()).not.toContain('douane_choice');
    expect(site.reached()).toEqual([]);
    await expectAccessible(site.page, 'failure');
    await site.page.unroute(records);
    await site.press('retry');
    await expect.poll(site.reached).toContain('copperbarn');
  });

  it('refusing to record is no yes either', async () => {
    await site.arrive('DE');
    await site.banner().waitFor();
    await site.page.route(`${site.world.url}/g/*/records`, (route) =>
      route.fulfill({ status: 500, body: '{}', headers: { 'access-control-allow-origin': '*' } }),
    );
    await site.press('accept');
    await site.page.locator('douane-banner [data-act=retry]').waitFor();
    expect(site.reached()).toEqual([]);
  });

  it('holds back until the very answer, however slow', async () => {
    await site.arrive('DE', '/fares');
    await site.banner().waitFor();
    await site.settled();
    let letThrough = () => {};
    const through = new Promise<void>((resolve) => {
      letThrough = resolve;
    });
    let committed = () => {};
    const answer = new Promise<void>((resolve) => {
      committed = resolve;
    });
    await site.page.route(`${site.world.url}/g/*/records`, async (route) => {
      const response = await route.fetch();
      committed();
      await through;
      await route.fulfill({ response });
    });
    await site.press('accept');
    await answer; // of which the page knows nothing yet
    expect((await site.lastRecord()).method).toBe('accept-all');
    await site.settled();
    expect(site.reached()).toEqual([]);
    letThrough();
    await expect.poll(site.reached).toContain('copperbarn');
  });

  it('whose answer was lost is asked again under the same id, so that one choice is one record', async () => {
    await site.arrive('DE', '/fares');
    await site.banner().waitFor();
    const sent: { id: string; method: string; unanswered?: string[] }[] = [];
    await site.page.route(`${site.world.url}/g/*/records`, async (route) => {
      sent.push(route.request().postDataJSON());
      if (sent.length > 1) return route.continue();
      await route.fetch();
      return route.abort();
    });
    const before = (await site.lastRecord()).number;
    await site.press('accept');
    await site.page.locator('douane-banner [data-act=retry]').waitFor();
    expect(site.reached()).toEqual([]);
    await site.press('retry');
    await expect.poll(site.reached).toContain('copperbarn');
    expect(sent[1]!.id).toBe(sent[0]!.id);
    expect(await site.lastRecord()).toMatchObject({ id: sent[0]!.id, number: before + 1 });
  });

  it('whose answer was lost is named by the choice that is made instead, also on another page', async () => {
    await site.arrive('DE');
    await site.banner().waitFor();
    await site.page.route(`${site.world.url}/g/*/records`, async (route) => {
      if (route.request().postDataJSON().method === 'refuse-all') return route.continue();
      await route.fetch();
      return route.abort();
    });
    await site.press('accept');
    await site.page.locator('douane-banner [data-act=retry]').waitFor();
    const lost = await site.lastRecord();
    await site.page.goto(`${site.address}/offers`);
    await site.banner().waitFor();
    await site.press('refuse');
    await site.button().waitFor();
    expect(await site.lastRecord()).toMatchObject({ method: 'refuse-all', replaces: lost.id, number: lost.number + 1 });
  });
});

describe('a choice that did not reach the recorder', () => {
  const failing = async (times: number) => {
    let left = times;
    await site.page.route(`${site.world.url}/g/*/records`, (route) => (left-- > 0 ? route.abort() : route.continue()));
  };

  it('goes out again by itself while the page lives, and counts then', async () => {
    await site.arrive('DE', '/fares');
    await site.banner().waitFor();
    await failing(2);
    await site.press('accept');
    await site.page.locator('douane-banner [data-act=retry]').waitFor();
    expect(site.reached()).toEqual([]);
    await expect.poll(site.reached, { timeout: 15_000 }).toContain('copperbarn');
    expect(await site.banner().count()).toBe(0);
  });

  it('goes out again on the next page', async () => {
    await site.arrive('DE', '/fares');
    await site.banner().waitFor();
    await failing(1);
    await site.press('refuse');
    await site.page.locator('douane-banner [data-act=retry]').waitFor();
    await site.page.goto(`${site.address}/offers`);
    await site.button().waitFor();
    expect(await site.lastRecord()).toMatchObject({ method: 'refuse-all' });
    expect(site.reached()).toEqual([]);
  });
});

it('follows what was chosen in another tab when the visitor is back', async () => {
  await site.arrive('DE', '/fares');
  await site.banner().waitFor();
  const other = await site.page.context().newPage();
  await other.goto(`${site.address}/offers`);
  await other.locator('douane-banner [data-act=accept]').click();
  await expect.poll(site.cookies).toContain('douane_choice');
  await other.close();
  site.world.web.log.clear();
  await site.page.evaluate(() => document.dispatchEvent(new Event('visibilitychange')));
  await expect.poll(site.reached).toContain('copperbarn');
  expect(await site.banner().count()).toBe(0);
});

describe('changing one’s mind', () => {
  it('holds again and deletes what it can', async () => {
    await site.arrive('DE', '/offers');
    await site.banner().waitFor();
    await site.press('accept');
    await expect.poll(site.cookies).toEqual(expect.arrayContaining(['_ogv', 'bfx_s', 'douane_choice']));
    const before = await site.lastRecord();
    await site.button().click();
    await site.press('refuse');
    await expect.poll(async () => (await site.lastRecord()).replaces).toBe(before.id);
    await site.page.waitForLoadState('load');
    await site.button().waitFor();
    site.world.web.log.clear();
    await site.page.goto(`${site.address}/fares`);
    await site.settled();
    expect(site.reached()).toEqual([]);
    const kept = await site.cookies();
    for (const gone of ['_ogv', '_ogs', 'bfx_s']) expect(kept).not.toContain(gone);
    expect(kept).toEqual(expect.arrayContaining(['douane_choice', 'ssf_session']));
    // What was chosen here stays, for the visitor to see.
    expect(await site.page.evaluate(() => Object.keys(localStorage))).toEqual(['douane.history']);
    const history = await site.page.evaluate(() => JSON.parse(localStorage.getItem('douane.history')!));
    expect(history.map(({ record }: { record: string }) => record)).toEqual([(await site.lastRecord()).id, before.id]);
  });
});

it('a link of the page’s own leads back to the choice', async () => {
  await site.arrive('DE', '/about');
  await site.press('refuse');
  await site.button().waitFor();
  await site.page.evaluate(() =>
    document.querySelector('main')!.insertAdjacentHTML('beforeend', '<p data-douane-open><a href="#c">Choices</a></p>'),
  );
  await site.page.getByRole('link', { name: 'Choices' }).click();
  await expect.poll(() => site.banner().textContent()).toContain('Your choice by purpose');
});

describe('in the place of content that is held', () => {
  const held = () => site.page.locator('douane-held section');
  /** How many films were loaded. */
  const films = () =>
    site.entries().filter(({ host, path }) => host.startsWith('reelpier') && path === '/embed').length;
  /** A frame as a page's own script puts one in. */
  const addFilm = (film: string, size = 'width="480" height="320"') =>
    site.page.evaluate(
      ([address, attributes]) => {
        document.querySelector('main')!.insertAdjacentHTML('beforeend', `<iframe title="Film" ${attributes}></iframe>`);
        document.querySelector<HTMLIFrameElement>('main iframe:last-of-type')!.src = address!;
      },
      [`http://reelpier.localhost:${site.world.web.port}/embed?v=${film}`, size],
    );

  it('stands what it is, in its own size, and loads once for whoever wants it', async () => {
    await site.arrive('DE', '/about');
    await site.banner().waitFor();
    await addFilm('once');
    await held().waitFor();
    expect(await held().textContent()).toContain('Reelpier');
    const { width, height } = (await held().boundingBox())!;
    expect([width <= 480, height]).toEqual([true, 320]);
    await site.press('refuse');
    await site.button().waitFor();
    await expectAccessible(site.page, 'held content');
    expect(films()).toBe(0);
    await held().getByRole('button', { name: 'Show once' }).click();
    await expect.poll(films).toBe(1);
    expect(await held().count()).toBe(0);
    expect(await site.lastRecord()).toMatchObject({ method: 'refuse-all' });
    await addFilm('another');
    await held().waitFor();
    await site.settled();
    expect(films()).toBe(1);
  });

  it('a yes for always is recorded, answers the banner, and lets go of all of its kind and of nothing else', async () => {
    await site.arrive('DE', '/about');
    await site.banner().waitFor();
    await addFilm('one');
    await addFilm('two');
    await expect.poll(() => held().count()).toBe(2);
    await held().first().getByRole('button', { name: 'Always show Embedded content' }).press('Enter');
    await expect.poll(films).toBe(2);
    expect(await site.lastRecord()).toMatchObject({
      method: 'chosen',
      purposes: { necessary: true, embedded: true, advertising: false, measurement: false },
    });
    expect([await held().count(), await site.banner().count()]).toEqual([0, 0]);
    expect(site.reached()).toEqual(['reelpier']);
  });

  it('whose yes cannot be recorded stays held, and says so', async () => {
    await site.arrive('DE', '/about');
    await site.banner().waitFor();
    await addFilm('failing');
    await site.page.route(`${site.world.url}/g/*/records`, (route) => route.abort());
    await held()
      .getByRole('button', { name: /^Always show/ })
      .press('Enter');
    await expect.poll(() => held().textContent()).toContain('could not be recorded');
    expect(films()).toBe(0);
  });

  it('with a picture that the page gives for it, if to show that contacts nobody else', async () => {
    await site.arrive('DE', '/about');
    await site.banner().waitFor();
    const pictures = () =>
      site.page
        .locator('douane-held section')
        .evaluateAll((all) => all.map((one) => one.querySelector('img')?.src ?? null));
    await site.page.evaluate(
      ([film, elsewhere]) => {
        for (const poster of ['/poster.png', elsewhere, 'data:image/gif;base64,R0lGODlhAQABAAAAACw=', '']) {
          const frame = Object.assign(document.createElement('iframe'), { width: '400', height: '220' });
          if (poster) frame.dataset.poster = poster;
          frame.src = film!;
          document.querySelector('main')!.append(frame);
        }
      },
      [
        `http://reelpier.localhost:${site.world.web.port}/embed?v=1`,
        `http://reelpier.localhost:${site.world.web.port}/still.png`,
      ],
    );
    await expect
      .poll(pictures)
      .toEqual([`${site.address}/poster.png`, null, 'data:image/gif;base64,R0lGODlhAQABAAAAACw=', null]);
    await site.settled();
    expect(site.reached()).toEqual([]);
  });

  it('stands for a template and for a frame of the markup too, and not for one that only counts', async () => {
    await site.arrive('DE', '/contact');
    await held().waitFor();
    expect(await held().textContent()).toMatch(/[Cc]hartkeel/);
    await addFilm('tiny', 'width="1" height="1"');
    await site.settled();
    expect(await held().count()).toBe(1);
    await held().getByRole('button', { name: 'Show once' }).press('Enter');
    await expect.poll(site.reached).toEqual(['chartkeel']);
  });
});

it('holds known hosts that a script inserts at run time, in every way it may', async () => {
  await site.arrive('DE');
  await site.banner().waitFor();
  const host = (name: string) => `http://${name}.localhost:${site.world.web.port}`;
  await site.page.evaluate(
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
  await site.settled();
  expect(site.reached()).toEqual([]);
  await site.press('accept');
  const paths = () => site.entries().map((entry) => entry.path);
  await expect
    .poll(paths)
    .toEqual(expect.arrayContaining(['/og.js', '/bid.js', '/embed', '/sync', '/collect', '/leave', '/bid']));
});
