import { once } from 'node:events';
import { createServer, type IncomingMessage, type Server, type ServerResponse } from 'node:http';
import type { AddressInfo } from 'node:net';
import { scanSite } from '@douane/scanner';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';

/**
 * Pages that do their worst to whoever looks at them. Each loads one honest third party: a scan that still names it, in
 * time, was not brought down.
 */
let server: Server;
let port: number;
const arrived = new Set<string>();

/** What the page does, by its path, and a note of what the scan must not lose over it. */
const PAGES: Record<string, string> = {
  '/stacks': `<script>Error.prepareStackTrace = () => 'http://:'.repeat(5000); for (let i = 0; i < 200; i++) document.cookie = 'c' + i + '=1'</script>`,
  '/names': `<script>localStorage.setItem('nul\\u0000', '1'); localStorage.setItem('half\\ud800', '1'); localStorage.setItem('__proto__', '1'); sessionStorage.setItem('<img src=x onerror=alert(1)>', '1'); document.title = 'a\\u0000b\\udfff'</script>`,
  '/flood': `<script>for (let i = 0; i < 20000; i++) localStorage.setItem('k', String(i))</script>`,
  '/regular': `<script>Object.defineProperty(screen, 'width', { get() { return '(a+)+$' } }); document.cookie = 'a'.repeat(3000) + '!=1'</script>`,
  '/hooks': `<script>Object.prototype.toJSON = () => 'mine'; JSON.stringify = () => { throw 1 }; Map.prototype.get = () => 7; document.cookie = 'late=1'</script>`,
  '/bindings': `<script>for (const name of Object.getOwnPropertyNames(window)) if (/douane|report|binding/i.test(name)) try { window[name]('{"what":"cookie"') ; window[name]({}) } catch {}</script>`,
  '/dialogs': `<script>setTimeout(() => alert(1)); setTimeout(() => confirm('leave?')); onbeforeunload = () => 'stay'</script>`,
  '/loop': `<script>setTimeout(() => { for (;;); }, 800)</script>`,
  '/open': `<script>open('/names'); open('file:///etc/passwd'); location.hash = 'x'</script><iframe src="file:///etc/passwd"></iframe>`,
};

function answer(req: IncomingMessage, res: ServerResponse): void {
  const host = req.headers.host!.split(':')[0]!;
  if (host !== 'worst.localhost') {
    arrived.add(`${host}${req.url}`);
    return void res.setHeader('content-type', 'text/javascript').end('document.cookie = "honest=1; path=/"');
  }
  const page = PAGES[req.url!];
  if (!page) return void res.writeHead(404).end();
  const honest = `<script src="http://honest.localhost:${port}${req.url}.js"></script>`;
  res.setHeader('content-type', 'text/html').end(`<!doctype html><title>worst</title>${honest}${page}`);
}

beforeAll(async () => {
  server = createServer(answer).listen(0);
  await once(server, 'listening');
  port = (server.address() as AddressInfo).port;
});
afterAll(() => {
  server.closeAllConnections();
  server.close();
});

const scan = (page: string) =>
  scanSite(`http://worst.localhost:${port}${page}`, { allowPrivate: true, plan: { pages: 1 } });

describe('a scan comes to its end, and names who was loaded, on a page', () => {
  it.each(Object.keys(PAGES))('%s', async (page) => {
    const report = await scan(page);
    expect(arrived).toContain(`honest.localhost${page}.js`);
    const items = report.items.map(({ kind, name, host }) => ({ kind, name, host }));
    expect(items).toContainEqual({ kind: 'request', name: expect.anything(), host: 'honest.localhost' });
    expect(JSON.stringify(report)).not.toContain('root:x:0');
  });
});
