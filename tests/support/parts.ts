import { once } from 'node:events';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { build } from 'esbuild';
import type { Browser, BrowserContext, Page } from 'playwright-core';
import { ROOT } from './world';

/** Parts of the gate, each by itself, on a plain page of `part.localhost`, and a server that logs what arrives. */
export interface Parts {
  port: number;
  /** Requests to other hosts than the page's own: "host /path". */
  arrived: string[];
  /** A visitor who was never here, on a page with this markup; its scripts find the parts as `parts`. */
  open(markup?: string, path?: string): Promise<Page>;
  /** Waits until everything that the page sent before now has arrived. */
  settled(page: Page): Promise<void>;
  close(): Promise<void>;
}

/** Bundles modules of `gate/` as the visitor's script is bundled, and lays all they export under `parts`. */
export async function gateParts(browser: Browser, modules: readonly string[]): Promise<Parts> {
  const { outputFiles } = await build({
    stdin: {
      contents: modules.map((name) => `export * from './gate/${name}';`).join('\n'),
      resolveDir: ROOT,
      loader: 'ts',
    },
    bundle: true,
    write: false,
    format: 'iife',
    globalName: 'parts',
    define: { __ALONE__: 'true' },
    target: 'es2022',
    logLevel: 'error',
  });
  const script = outputFiles[0]!.text;
  const arrived: string[] = [];
  let shown = { at: '/', markup: '' };
  const server = createServer((req, res) => {
    const host = req.headers.host!.split(':')[0]!;
    if (host !== 'part.localhost') {
      arrived.push(`${host} ${req.url}`);
      res.setHeader('access-control-allow-origin', '*');
      const isScript = req.url!.split('?')[0]!.endsWith('.js');
      return void res
        .setHeader('content-type', isScript ? 'text/javascript' : 'text/plain')
        .end(isScript ? `(window.ran ??= []).push(${JSON.stringify(req.url)})` : '');
    }
    res
      .setHeader('content-type', 'text/html; charset=utf-8')
      .end(
        `<!doctype html><html lang="en"><head><title>Part</title><script>${script}</script></head><body>${req.url === shown.at ? shown.markup : ''}</body></html>`,
      );
  }).listen(0);
  await once(server, 'listening');
  const { port } = server.address() as AddressInfo;
  let context: BrowserContext | undefined;
  return {
    port,
    arrived,
    async open(markup = '', at = '/') {
      await context?.close();
      shown = { at, markup: markup.replaceAll('PORT', String(port)) };
      context = await browser.newContext();
      const page = await context.newPage();
      await page.goto(`http://part.localhost:${port}${at}`);
      // What the visit before had still under way does not count.
      arrived.length = 0;
      return page;
    },
    async settled(page) {
      await page.evaluate(async () => {
        await new Promise((done) => setTimeout(done));
        await new Promise(requestAnimationFrame);
        for (let i = 0; i < 2; i++) await fetch(location.href, { cache: 'no-store' });
      });
    },
    async close() {
      await context?.close();
      server.closeAllConnections();
      server.close();
    },
  };
}
