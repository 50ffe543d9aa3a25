import type { ChoiceOver } from '@douane/core/consent';
import { afterAll, afterEach, beforeAll, describe, expect, it } from 'vitest';
import { expectAccessible } from './support/browser';
import { Ferries } from './support/ferries';

let site: Ferries;

beforeAll(async () => {
  site = await Ferries.open();
});
afterEach(() => site.leave());
afterAll(() => site?.close());

describe('asked first', () => {
  it('lets nothing through while nobody answers, and what was said yes to afterwards', async () => {
    await site.arrive('DE', '/fares');
    await site.banner().waitFor();
    await site.settled();
    expect(site.reached()).toEqual([]);
    await site.press('accept');
    await expect
      .poll(site.reached)
      .toEqual(expect.arrayContaining(['adnoddle', 'copperbarn', 'glyphshed', 'oddgull', 'tagpantry']));
    expect(await site.lastRecord()).toMatchObject({ place: 'DE', method: 'accept-all', language: 'en', test: false });
    await site.page.goto(`${site.address}/`);
    await site.button().waitFor();
    expect(await site.banner().count()).toBe(0);
  });

  it('weighs accept, refuse and choose alike', async () => {
    await site.arrive('DE');
    await site.banner().waitFor();
    const looks = await site.page.locator('douane-banner .acts button').evaluateAll((buttons) =>
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
    await site.arrive('DE');
    await site.banner().waitFor();
    const tabTo = async (name: string) => {
      for (let i = 0; i < 30; i++) {
        await site.page.keyboard.press('Tab');
        const now = await site.page.evaluate(
          () =>
            document.querySelector('douane-banner')?.shadowRoot?.activeElement?.getAttribute('id') ??
            document.querySelector('douane-banner')?.shadowRoot?.activeElement?.getAttribute('data-act'),
        );
        if (now === name) return;
      }
      throw new Error(`no way to ${name} by Tab`);
    };
    await tabTo('choose');
    await site.page.keyboard.press('Enter');
    const boxes = site.page.locator('douane-banner input:not(:disabled)');
    await boxes.first().waitFor();
    expect(await boxes.evaluateAll((all) => all.filter((box) => (box as HTMLInputElement).checked).length)).toBe(0);
    await tabTo('p-measurement');
    await site.page.keyboard.press('Space');
    await tabTo('save');
    await site.page.keyboard.press('Enter');
    await expect.poll(site.reached).toEqual(['oddgull', 'tagpantry']);
    await site.settled();
    expect(site.reached()).toEqual(['oddgull', 'tagpantry']);
    expect(await site.lastRecord()).toMatchObject({
      method: 'chosen',
      purposes: { measurement: true, advertising: false },
    });
  });

  it('speaks the visitor’s language', async () => {
    await site.arrive('DE', '/', { language: 'de-AT' });
    await expect.poll(() => site.banner().textContent()).toContain('Alle ablehnen');
    await site.press('refuse');
    await site.button().waitFor();
    expect(await site.lastRecord()).toMatchObject({ language: 'de', method: 'refuse-all' });
  });

  it('is accessible in both layers and as a button', async () => {
    await site.arrive('DE');
    await site.banner().waitFor();
    await expectAccessible(site.page, 'first layer');
    await site.press('choose');
    await expectAccessible(site.page, 'panel');
    await site.press('refuse');
    await site.button().waitFor();
    await expectAccessible(site.page, 'choices button');
  });
});

describe('where one may object', () => {
  it('runs without asking, and stops on an objection', async () => {
    await site.arrive('US-CA', '/fares');
    await expect.poll(site.reached).toContain('adnoddle');
    expect(await site.button().textContent()).toBe('Your Privacy Choices');
    expect(await site.banner().count()).toBe(0);
    await site.button().click();
    await site.press('refuse');
    await expect.poll(async () => (await site.lastRecord()).place).toBe('US-CA');
    await site.page.waitForLoadState('load');
    await site.button().waitFor();
    site.world.web.log.clear();
    await site.page.goto(`${site.address}/offers`);
    await site.settled();
    expect(site.reached()).toEqual([]);
  });

  it('obeys Global Privacy Control and shows that it did', async () => {
    await site.arrive('US-CA', '/fares', { gpc: true });
    await expect.poll(site.reached).toContain('oddgull');
    await site.settled();
    expect(site.reached()).not.toContain('adnoddle');
    expect(site.reached()).not.toContain('copperbarn');
    await site.button().click();
    expect(await site.banner().textContent()).toContain('Global Privacy Control');
    await site.page.keyboard.press('Escape');
    await site.button().waitFor();
  });
});

describe('a visitor whose age the site tells', () => {
  const offered = () => site.page.locator('douane-banner li label').allTextContents();

  it('is not offered what his age keeps off, and a yes to all leaves it out', async () => {
    await site.arrive('US-CA', '/fares', { age: 12 });
    await expect.poll(site.reached).toContain('oddgull');
    await site.button().click();
    expect((await offered()).map((name) => name.split(' ·')[0])).toEqual([
      'Necessary',
      'Functional',
      'Measurement',
      'Embedded content',
    ]);
    await expectAccessible(site.page, 'panel for a child');
    await site.press('accept');
    await expect.poll(async () => (await site.lastRecord()).method).toBe('chosen');
    expect((await site.lastRecord()).purposes).toMatchObject({ measurement: true, advertising: false });
    await site.settled();
    expect(site.reached()).not.toContain('adnoddle');
  });

  it('is asked first where the law takes his own yes', async () => {
    await site.arrive('US-CA', '/fares', { age: 15 });
    await site.banner().waitFor();
    await site.settled();
    expect(site.reached()).toContain('oddgull');
    expect(site.reached()).not.toContain('adnoddle');
    await site.press('accept');
    await expect.poll(site.reached).toContain('adnoddle');
  });

  it('may be told of later, by the page’s own code', async () => {
    await site.arrive('US-CA', '/fares');
    await expect.poll(site.reached).toContain('adnoddle');
    await site.page.evaluate(() => window.douane!.tell({ age: 15 }));
    await site.banner().waitFor(); // it is his own yes now
    await site.page.evaluate(() => window.douane!.tell({ age: 12 }));
    await site.page.evaluate(() => window.douane!.open());
    await site.banner().waitFor();
    expect((await offered()).join()).not.toContain('Advertising');
  });
});

it('shows nothing where a rule of the site asks nothing, and lets everything run', async () => {
  await site.arrive('ZM', '/fares');
  await expect.poll(site.reached).toContain('adnoddle');
  await site.settled();
  expect([await site.banner().count(), await site.button().count()]).toEqual([0, 0]);
});

describe('as time passes', () => {
  const DAY_MS = 86_400_000;
  /** Comes again to the same browser, so many days later by its clock. */
  const comeBackAfter = async (days: number) => {
    // What the page before let go of is out.
    await site.settled();
    site.world.web.log.clear();
    await site.page.clock.setFixedTime(Date.now() + days * DAY_MS);
    await site.page.goto(`${site.address}/fares`);
  };
  const keptUntil = async () =>
    (await site.page.context().cookies()).find(({ name }) => name === 'douane_choice')!.expires;

  it('a yes stands for its days, and then it is asked again and nothing runs', async () => {
    await site.arrive('DE', '/fares');
    await site.banner().waitFor();
    await site.press('accept');
    await expect.poll(site.reached).toContain('copperbarn');
    await site.button().waitFor();
    await comeBackAfter(170);
    await expect.poll(site.reached).toContain('copperbarn');
    await site.button().waitFor();
    // Visiting again makes a yes no longer than it is.
    expect((await keptUntil()) - Date.now() / 1000).toBeLessThan(13 * 86_400);
    await comeBackAfter(183);
    await site.banner().waitFor();
    await site.settled();
    expect(site.reached()).toEqual([]);
    await site.press('refuse');
    await expect.poll(async () => (await site.lastRecord()).method).toBe('refuse-all');
  });

  it('an objection never ends by itself', async () => {
    await site.arrive('US-CA', '/fares');
    await expect.poll(site.reached).toContain('adnoddle');
    await site.button().click();
    await site.press('refuse');
    await expect.poll(async () => (await site.lastRecord()).place).toBe('US-CA');
    await site.page.waitForLoadState('load');
    await site.button().waitFor();
    for (const days of [366, 900]) {
      await comeBackAfter(days);
      await site.settled();
      expect(site.reached(), `after ${days} days`).toEqual([]);
    }
  });
});

it('treats an unknown place by the fallback, also when the place cannot be asked', async () => {
  await site.arrive('ZZ');
  await site.banner().waitFor();
  await site.page.context().close();
  const context = await site.newVisitor();
  await context.route(`${site.world.url}/g/*/place`, (route) => route.abort());
  site.page = await context.newPage();
  await site.page.goto(site.address);
  await site.banner().waitFor();
  await site.settled();
  expect(site.reached()).toEqual([]);
});

describe('asked again', () => {
  /** The page anew, as the visitor of before. */
  const comeBack = async () => {
    site.world.web.log.clear();
    await site.page.goto(`${site.address}/fares`);
  };
  const answered = async (act: 'accept' | 'refuse') => {
    await site.arrive('DE', '/fares');
    await site.banner().waitFor();
    await site.press(act);
    await site.button().waitFor();
    return site.page;
  };

  it('who said yes, by a press; who said no is left in peace, and what is asked for runs no more', async () => {
    const yes = await answered('accept');
    await expect.poll(site.reached).toContain('oddgull');
    await site.ines.publish(site.siteId, { askAgain: 'accepters' });
    await comeBack();
    await site.banner().waitFor();
    await site.settled();
    expect(site.reached()).toEqual([]);
    const before = await site.lastRecord();
    await site.press('accept');
    await expect.poll(site.reached).toContain('oddgull');
    // One chain of records: the new yes replaces the one it was asked for again.
    expect((await site.lastRecord()).replaces).toBe(before.id);
    await yes.context().close();

    await answered('refuse');
    await site.ines.publish(site.siteId, { askAgain: 'accepters' });
    await comeBack();
    await site.button().waitFor();
    expect(await site.banner().count()).toBe(0);
    await site.ines.publish(site.siteId, { askAgain: 'refusers' });
    await comeBack();
    await site.banner().waitFor();
  });
});

describe('not by itself', () => {
  it('on pages that are left out, where the choice stays within reach and everything held', async () => {
    await site.change('banner', (banner) => ({ ...banner, asking: { notOn: ['/fa*'] } }));
    await site.ines.publish(site.siteId);
    await site.arrive('DE', '/fares');
    await site.button().waitFor();
    await site.settled();
    expect(await site.banner().count()).toBe(0);
    expect(site.reached()).toEqual([]);
    await site.page.goto(`${site.address}/about`);
    await site.banner().waitFor();
  });

  it('while it is paused, until it is shown again; a choice that was made stands', async () => {
    const inForce = async () => {
      const { publications } = (await site.ines.call('GET', `/sites/${site.siteId}/draft`)).body;
      return publications.find((publication: { inForce: boolean }) => publication.inForce);
    };
    const { number } = await inForce();
    const pause = (paused: boolean) =>
      site.ines.call('POST', `/sites/${site.siteId}/publications`, { number, paused, why: 'a fair' });
    expect((await pause(true)).status).toBe(204);
    expect(await inForce()).toMatchObject({ number, paused: true, why: 'a fair' });
    await site.arrive('DE', '/about');
    await site.button().waitFor();
    await site.settled();
    expect([await site.banner().count(), site.reached()]).toEqual([0, []]);
    // Whoever wants to choose can.
    await site.button().click();
    await site.press('accept');
    await expect.poll(site.reached).toContain('oddgull');
    await site.leave();
    await pause(false);
    await site.arrive('DE', '/about');
    await site.banner().waitFor();
  });
});

describe('a site of several addresses', () => {
  let sibling: string;
  let other: string;

  beforeAll(async () => {
    const { port } = site.world.web;
    sibling = `http://clean.skerrysound.localhost:${port}`;
    other = `http://soundcruises.localhost:${port}`;
  });
  const choiceOver = async (over: ChoiceOver) => {
    await site.change('banner', (banner) => ({ ...banner, asking: {} }));
    await site.change('site', (part) => ({ ...part, addresses: [site.address, sibling, other], choiceOver: over }));
    const { body } = await site.ines.publish(site.siteId);
    site.world.web.state.snippets['soundcruises.localhost'] = body.snippet;
  };
  /** Whether a visitor who comes to a page is asked there. */
  const isAskedAt = async (address: string) => {
    await site.page.goto(`${address}/`);
    await site.banner().or(site.button()).first().waitFor();
    return (await site.banner().count()) === 1;
  };
  const accepted = async () => {
    await site.arrive('DE', '/about');
    await site.press('accept');
    await site.button().waitFor();
    return (await site.lastRecord()).id as string;
  };
  const recordAt = async (address: string) => {
    const cookies = await site.page.context().cookies(address);
    return decodeURIComponent(cookies.find(({ name }) => name === 'douane_choice')?.value ?? '').split('|')[1];
  };

  it('asks at each, where each has a choice of its own', async () => {
    await choiceOver('address');
    await accepted();
    expect([await isAskedAt(sibling), await isAskedAt(other)]).toEqual([true, true]);
  });

  it('asks once for all hosts of a domain', async () => {
    await choiceOver('domain');
    const record = await accepted();
    expect([await isAskedAt(sibling), await isAskedAt(other)]).toEqual([false, true]);
    expect(await recordAt(sibling)).toBe(record);
  });

  it('asks once for all of them, and what is chosen at the last holds at the first', async () => {
    await choiceOver('all');
    const record = await accepted();
    await expect.poll(site.cookies).toContain('_ogv');
    expect([await isAskedAt(sibling), await isAskedAt(other)]).toEqual([false, false]);
    expect(await recordAt(other)).toBe(record);
    await site.button().click();
    const anew = site.page.waitForEvent('load');
    await site.press('refuse');
    await anew;
    expect(await recordAt(other)).not.toBe(record);
    const { id } = await site.lastRecord();
    expect(await isAskedAt(site.address)).toBe(false);
    await expect.poll(() => recordAt(site.address)).toBe(id);
    await expect.poll(site.cookies).not.toContain('_ogv');
  });

  it('asks at each domain where the browser parts what third parties keep', async () => {
    await choiceOver('all');
    await accepted();
    await site.page.goto('about:blank');
    const session = await site.page.context().newCDPSession(site.page);
    await session.send('Network.enable');
    await session.send('Network.setCookieControls', { enableThirdPartyCookieRestriction: true });
    expect([await isAskedAt(sibling), await isAskedAt(other)]).toEqual([false, true]);
  });
});
