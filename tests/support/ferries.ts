import type { Holder } from '@douane/core/hold';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import { openBrowser, quiet } from './browser';
import { Client, startWorld, type World } from './world';

/** The ferries' site with the gate on every page, and one visitor after the other. */
export class Ferries {
  page!: Page;
  private visitors = 0;

  private constructor(
    readonly world: World,
    readonly browser: Browser,
    readonly ines: Client,
    readonly siteId: string,
    readonly address: string,
    private snippet: string,
  ) {}

  /** Scanned, with a rule that visitors of places without a law are asked nothing, and published; held by the script alone, or by policy. */
  static async open(by: Holder = 'script'): Promise<Ferries> {
    const world = await startWorld();
    const browser = await openBrowser();
    const ines = await new Client(world.url).signIn();
    const address = `http://skerrysound.localhost:${world.web.port}`;
    const siteId = (await ines.call('POST', '/sites', { name: 'Ferry tickets', address: `${address}/` })).body.id;
    await ines.run(siteId, 'scan');
    const ferries = new Ferries(world, browser, ines, siteId, address, '');
    await ferries.change('regions', (regions) => ({ ...regions, rules: [{ places: ['no-law'], treat: 'nothing' }] }));
    await ferries.change('holding', (holding) => ({ ...holding, by }));
    ferries.snippet = (await ines.publish(siteId)).body.snippet;
    world.web.state.snippet = ferries.snippet;
    return ferries;
  }

  /** Changes a part of the draft. */
  async change<Body extends object>(part: string, change: (body: Body) => Body): Promise<void> {
    const { setup } = (await this.ines.call('GET', `/sites/${this.siteId}/draft`)).body;
    const { status, body } = await this.ines.saveDraft(this.siteId, { [part]: change(setup[part]) });
    if (status !== 200) throw new Error(JSON.stringify(body));
  }

  /** A browser of somebody who was never here. Third parties know him by what his browser calls itself. */
  newVisitor(language = 'en-GB'): Promise<BrowserContext> {
    this.visitors += 1;
    this.world.web.log.clear();
    const agent = `Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 Chrome/149.0.0.0 Visitor/${this.visitors}`;
    return this.browser.newContext({ locale: language, viewport: { width: 390, height: 844 }, userAgent: agent });
  }

  /** A visitor who was never here. The place comes from the header that a delivery network would set. */
  async arrive(
    place: string,
    path = '/',
    options: { language?: string; gpc?: boolean; age?: number } = {},
  ): Promise<Page> {
    const context = await this.newVisitor(options.language);
    // A site that knows its visitor says so in the snippet.
    const age = options.age === undefined ? '' : ` data-age="${options.age}"`;
    this.world.web.state.snippet = this.snippet.replace('></script>', `${age}></script>`);
    await context.route(`${this.world.url}/g/*/place`, (route) =>
      route.continue({ headers: { ...route.request().headers(), 'x-visitor-place': place } }),
    );
    if (options.gpc)
      await context.addInitScript(() => Object.defineProperty(navigator, 'globalPrivacyControl', { value: true }));
    this.page = await context.newPage();
    await this.page.goto(this.address + path);
    return this.page;
  }

  leave = () => this.page?.context().close();
  banner = () => this.page.locator('douane-banner section');
  button = () => this.page.locator('douane-choices button');
  press = (act: string) => this.page.locator(`douane-banner [data-act=${act}]`).click();
  /** What reached third parties from the visitor of now, but for the one that is necessary. */
  entries = () =>
    this.world.web.log
      .all()
      .filter(({ agent, host }) => agent.endsWith(`/${this.visitors}`) && !host.startsWith('parcelmoon'));
  reached = () => [...new Set(this.entries().map((entry) => entry.host.split('.')[0]))].sort();
  /** Waits until the page is quiet, and for an answer to a request that it sends after everything else. */
  async settled(): Promise<void> {
    await quiet(this.page);
    await this.page.evaluate(async () => {
      await new Promise(requestAnimationFrame);
      await fetch(location.href, { cache: 'no-store' });
    });
  }
  lastRecord = async () => (await this.ines.call('GET', `/sites/${this.siteId}/records`)).body.records[0];
  cookies = async () => (await this.page.context().cookies(this.address)).map((cookie) => cookie.name);

  async close(): Promise<void> {
    await this.browser.close();
    await this.world.stop();
  }
}
