import { once } from 'node:events';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';

/** What the page does, by its path. */
const PAGES: Record<string, string> = {
  '/stacks': `<script>Error.prepareStackTrace = () => 'http://:'.repeat(5000); for (let i = 0; i < 200; i++) document.cookie = 'c' + i + '=1'</script>`,
  '/names': `<script>localStorage.setItem('nul\\u0000', '1'); localStorage.setItem('half\\ud800', '1'); localStorage.setItem('__proto__', '1'); sessionStorage.setItem('<img src=x onerror=alert(1)>', '1'); document.title = 'a\\u0000b\\udfff'</script>`,
  '/flood': `<script>for (let i = 0; i < 20000; i++) localStorage.setItem('k', String(i))</script>`,
  '/regular': `<script>Object.defineProperty(screen, 'width', { get() { return '(a+)+$' } }); document.cookie = 'a'.repeat(3000) + '!=1'</script>`,
  '/hooks': `<script>Object.prototype.toJSON = () => 'mine'; JSON.stringify = () => { throw 1 }; Map.prototype.get = () => 7; document.cookie = 'late=1'</script>`,
  '/bindings': `<script>for (const name of Object.getOwnPropertyNames(window)) if (/douane|report|binding/i.test(name)) try { window[name]('{"what":"cookie"') ; window[name]({}) } catch {}</script>`,
  '/dialogs': `<script>setTimeout(() => alert(1)); setTimeout(() => confirm('leave?')); onbeforeunload = () => 'stay'</script>`,
  '/loop-at-once': `<script>onload = () => { for (;;); }</script>`,
  '/loop-soon': `<script>setTimeout(() => { for (;;); }, 250)</script>`,
  '/loop-later': `<script>setTimeout(() => { for (;;); }, 800)</script>`,
  '/loop-on-scroll': `<div style="height: 9000px"></div><script>onscroll = () => { for (;;); }</script>`,
  '/loop-on-leaving': `<script>onpagehide = onbeforeunload = onvisibilitychange = () => { for (;;); }</script>`,
  '/loop-on-quiet': `<script>setTimeout(() => { const from = performance.now(); while (performance.now() - from < 4000); }, 300)</script>`,
  '/open': `<script>open('/names'); open('file:///etc/passwd'); location.hash = 'x'</script><iframe src="file:///etc/passwd"></iframe>`,
};

/** Pages of `worst.localhost`, each of which does its worst to whoever looks at it and loads one honest third party. */
export interface HostileWeb {
  /** Addresses of the pages, by path. */
  pages: Record<string, string>;
  /** What reached third parties, as host and path. */
  arrived: ReadonlySet<string>;
  close(): void;
}

/** Starts them on a free port of loopback. */
export async function startHostileWeb(): Promise<HostileWeb> {
  const arrived = new Set<string>();
  const server = createServer((req, res) => {
    const host = req.headers.host!.split(':')[0]!;
    if (host !== 'worst.localhost') {
      arrived.add(`${host}${req.url}`);
      return void res.setHeader('content-type', 'text/javascript').end('document.cookie = "honest=1; path=/"');
    }
    const page = PAGES[req.url!];
    if (!page) return void res.writeHead(404).end();
    const honest = `<script src="http://honest.localhost:${port}${req.url}.js"></script>`;
    res.setHeader('content-type', 'text/html').end(`<!doctype html><title>worst</title>${honest}${page}`);
  }).listen(0);
  await once(server, 'listening');
  const { port } = server.address() as AddressInfo;
  return {
    pages: Object.fromEntries(Object.keys(PAGES).map((path) => [path, `http://worst.localhost:${port}${path}`])),
    arrived,
    close() {
      server.closeAllConnections();
      server.close();
    },
  };
}
