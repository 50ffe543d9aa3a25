import { afterAll, afterEach, beforeAll, expect, it } from 'vitest';
import { expectAccessible, quiet } from './support/browser';
import { Ferries } from './support/ferries';

/** Whose gate has the browser hold by a policy. */
let site: Ferries;

beforeAll(async () => {
  site = await Ferries.open('policy');
});
afterEach(() => site.leave());
afterAll(() => site?.close());

/** Sets a mark in the page that a fresh one would be without. */
const mark = () => site.page.evaluate(() => void Object.assign(window, { isTheSame: true }));
const isTheSame = () => site.page.evaluate(() => 'isTheSame' in window);

it('holds until a yes, and then loads the page anew, where the visitor was on it', async () => {
  await site.arrive('DE');
  await site.banner().waitFor();
  await site.settled();
  expect(site.reached()).toEqual([]);
  await mark();
  await site.page.evaluate(() => {
    document.body.style.minHeight = '4000px';
    scrollTo(0, 400);
  });
  await site.press('accept');
  await expect.poll(site.reached).toContain('oddgull');
  expect(await isTheSame()).toBe(false);
  expect(await site.banner().count()).toBe(0);
  await site.page.goto(`${site.address}/timetable`);
  await site.settled();
  expect(
    await site.page.evaluate(() => performance.getEntriesByType('navigation').map((entry) => entry.toJSON().type)),
  ).toEqual(['navigate']);
});

it('says in the console, once, that it stands on a page that it was not made for, and holds there all the same', async () => {
  const said: string[] = [];
  await site.arrive('DE');
  site.page.on('console', (message) => message.type() === 'warning' && said.push(message.text()));
  await site.page.goto(site.address);
  await site.banner().waitFor();
  expect(said).toEqual([]);
  await site.page.goto(site.address.replace('skerrysound', 'www.skerrysound'));
  await site.banner().waitFor();
  await site.settled();
  expect(said.filter((text) => text.startsWith('Douane:'))).toEqual([
    expect.stringContaining(`made for ${site.address}, not for`),
  ]);
  expect(site.reached()).toEqual([]);
});

it('keeps what the visitor has typed: the page stays, and the next one has what he said yes to', async () => {
  await site.arrive('DE', '/contact');
  await site.banner().waitFor();
  await mark();
  await site.page.evaluate(() => document.body.append(document.createElement('textarea')));
  await site.page.locator('textarea').last().fill('Is there room for a bicycle?');
  await site.page.locator('textarea').last().press('!');
  await site.press('accept');
  await site.button().waitFor();
  expect([await isTheSame(), await site.page.locator('textarea').last().inputValue()]).toEqual([
    true,
    'Is there room for a bicycle?!',
  ]);
  await site.page.goto(site.address);
  await expect.poll(site.reached).toContain('oddgull');
});

it('tells the site’s own code what may run, when that changes, and when the visitor is asked', async () => {
  await site.arrive('DE');
  await site.page.evaluate(async () => {
    const { douane } = window;
    await douane!.ready;
    sessionStorage.setItem('heard', '[]');
    const hear = (name: string) => (detail: unknown) =>
      sessionStorage.setItem(
        'heard',
        JSON.stringify([...JSON.parse(sessionStorage.getItem('heard')!), [name, detail]]),
      );
    douane!.on('choice', hear('choice'));
    douane!.on('ask', hear('ask'));
    document.addEventListener('douane:choice', () => hear('event')(null));
    // What it is told is its own; to change it changes nothing.
    douane!.on('release', ({ granted }) => Object.assign(granted, { advertising: true }));
    douane!.tell({ age: 40 });
    douane!.on('choice', hear('never'))();
    douane!.open();
  });
  const granted = (...ids: string[]) => site.page.evaluate((all) => all.map((id) => window.douane!.granted(id)), ids);
  expect(await granted('necessary', 'measurement', 'oddgull', 'nobody', 'constructor')).toEqual([
    true,
    false,
    false,
    false,
    false,
  ]);
  await site.press('accept');
  await expect.poll(site.reached).toContain('oddgull');
  expect(await granted('measurement', 'advertising', 'nobody')).toEqual([true, true, false]);
  const choice = await site.page.evaluate(() => window.douane!.choice());
  const purposes = expect.objectContaining({ measurement: true });
  expect(choice).toMatchObject({ record: expect.stringMatching(/^[0-9a-f-]{36}$/), release: 1, purposes });
  expect(Math.abs(Date.now() / 1000 - choice!.atSeconds)).toBeLessThan(60);
  const heard: [string, { granted?: object; layer?: string }][] = await site.page.evaluate(() =>
    JSON.parse(sessionStorage.getItem('heard')!),
  );
  const [asked, chosen, event] = heard.slice(-3);
  expect([asked, event]).toEqual([
    ['ask', { layer: 'panel' }],
    ['event', null],
  ]);
  expect([chosen![0], chosen![1].granted]).toEqual(['choice', expect.objectContaining({ measurement: true })]);
});

it('shows who builds the site what became of each tag, and why, in agreement with the third parties', async () => {
  await site.arrive('DE', '/?douane=panel');
  const panel = site.page.locator('douane-panel section');
  await panel.waitFor();
  await site.settled();
  const rows = () =>
    panel
      .locator('tbody tr')
      .evaluateAll((all) => all.map((row) => [...row.querySelectorAll('td')].map((cell) => cell.textContent!.trim())));
  await expect.poll(async () => (await rows()).length).toBeGreaterThan(2);
  // But for what is needed, as the gate itself.
  const needed = (row: string[]) => row.at(-1)!.startsWith('necessary');
  expect((await rows()).filter((row) => !needed(row) && !row[0]!.endsWith('held'))).toEqual([]);
  expect(site.reached()).toEqual([]);
  await expectAccessible(site.page, 'panel');
  await site.page.locator('douane-banner [data-act=accept]').click();
  await expect.poll(site.reached).toContain('oddgull');
  await expect
    .poll(async () => (await rows()).filter(([state]) => state!.endsWith('released')).length)
    .toBeGreaterThan(2);
  const released = (await rows()).filter((row) => row[0]!.endsWith('released') && !needed(row));
  const hosts = new Set(released.map(([, , address]) => new URL(address!).hostname.split('.')[0]!));
  for (const host of hosts) expect(site.reached()).toContain(host);
  await site.page.keyboard.press('Escape');
  await expect.poll(() => panel.count()).toBe(0);
  await site.page.keyboard.press('Alt+Shift+KeyD');
  await panel.waitFor();
});

it('stays on a page that a form was sent to get', async () => {
  await site.arrive('DE');
  await site.banner().waitFor();
  await site.page.evaluate(() => {
    const form = Object.assign(document.createElement('form'), { method: 'post', action: '/timetable' });
    form.append(Object.assign(document.createElement('button'), { id: 'send' }));
    document.body.append(form);
    form.requestSubmit();
  });
  await site.page.waitForURL(/timetable/);
  await site.banner().waitFor();
  await mark();
  await site.press('accept');
  await site.button().waitFor();
  expect(await isTheSame()).toBe(true);
});

it('loads anew once where the law turns out to let more run than the one that holds while it is asked', async () => {
  await site.arrive('US-CA');
  await expect.poll(site.reached).toContain('oddgull');
  await site.button().waitFor();
  await mark();
  await site.settled();
  expect(await isTheSame()).toBe(true);
});

it('goes round in no circle where the browser keeps nothing', async () => {
  await site.arrive('US-CA', '/about');
  const loads: string[] = [];
  const context = await site.newVisitor();
  await context.addInitScript(() => {
    for (const name of ['localStorage', 'sessionStorage'])
      Object.defineProperty(window, name, {
        get() {
          throw new DOMException('closed', 'SecurityError');
        },
      });
  });
  await context.route(`${site.world.url}/g/*/place`, (route) =>
    route.continue({ headers: { ...route.request().headers(), 'x-visitor-place': 'US-CA' } }),
  );
  const page = await context.newPage();
  page.on('load', () => loads.push(page.url()));
  await page.goto(site.address);
  await page.locator('douane-choices button').waitFor();
  await quiet(page);
  expect(loads.length).toBeLessThanOrEqual(2);
  await context.close();
});

it('shows once what the visitor asks to see, in the page loaded anew for that, and not on the next', async () => {
  await site.arrive('DE', '/contact');
  const held = site.page.locator('douane-held section');
  await held.waitFor();
  await site.press('refuse');
  await site.button().waitFor();
  await held.getByRole('button', { name: 'Show once' }).press('Enter');
  await expect.poll(site.reached).toEqual(['chartkeel']);
  await site.page.reload();
  await held.waitFor();
});

it('tells of third parties that nobody has ruled, whether they were held or went out, and of nothing else', async () => {
  await site.change('holding', (holding) => ({ ...holding, reports: { share: 1, alarmFrom: 5 } }));
  await site.ines.publish(site.siteId);
  const newcomer = 'freshplover.localhost';
  const meet = async (place: string) => {
    await site.arrive(place, '/fares');
    // Where more may run than while the place was asked for, the page has been loaded anew by then.
    await site.page.waitForFunction((runs) => window.douane?.granted('advertising') === runs, place === 'ZM');
    await site.page.waitForLoadState();
    const loaded = site.page.waitForResponse(/\/field\.[0-9a-f]+\.js$/);
    await site.page.reload();
    await loaded;
    await site.page.evaluate((address) => {
      document.body.append(Object.assign(new Image(), { src: address }));
    }, `http://${newcomer}:${site.world.web.port}/pixel.gif`);
    await site.settled();
    await site.page.goto('about:blank');
    return site.world.web.log.all().filter(({ host }) => host.startsWith(newcomer)).length;
  };
  const hosts = async () => (await site.ines.call('GET', `/sites/${site.siteId}/field-hosts`)).body.hosts;
  expect(await meet('DE'), 'held, by their own log').toBe(0);
  await expect
    .poll(hosts)
    .toMatchObject([{ host: newcomer, reports: 1, held: 1, kinds: ['image'], pages: ['/fares'] }]);
  expect(await meet('ZM'), 'went out').toBe(1);
  await expect.poll(hosts).toMatchObject([{ host: newcomer, reports: 2, held: 1 }]);
});
