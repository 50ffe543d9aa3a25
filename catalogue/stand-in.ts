import http from 'node:http';
import type { AddressInfo } from 'node:net';
import { ledAway } from './bundle';
import { type Kit, slugOf } from './kits';
import { startAnyKit } from './start';

/** A kit that could be built, ready to be served. */
export interface BuiltKit {
  kit: Kit;
  version: string;
  script: string;
  /** Names that stand in its own files, not in those of what it is built upon. */
  ownNames: ReadonlySet<string>;
}

export interface StandIn {
  /** Address of the site that carries the kits, one on each page. */
  site: string;
  /** The page of a kit. */
  pageOf(built: BuiltKit): string;
  /** Ends the names of all hosts that kits contact, with the port. */
  away: string;
  close(): Promise<void>;
}

const KEY = '4f9c2b7e1a8d4c06b35e7f10d2a9c84e';

/** What a backend that means well might answer to anything. */
const ANSWER = {
  ...{ status: 'ok', success: true, ok: true, id: 'a1', data: {}, result: {}, items: [], events: [], flags: {} },
  ...{
    features: {},
    featureFlags: {},
    config: {},
    settings: {},
    experiments: [],
    session: { id: 's-1' },
    token: 't-1',
  },
  ...{ conversation: { id: 'c-1' }, messages: [], user: { id: 'u-1' }, visitor: { id: 'v-1' }, enabled: true },
};

/** A site with a page for each kit, each kit on a host of its own that nobody knows, and one backend for all of them. */
export async function serveKits(kits: readonly BuiltKit[]): Promise<StandIn> {
  const bySlug = new Map(kits.map((built) => [`${slugOf(built.kit)}-${built.version.replace(/\W+/g, '-')}`, built]));
  const slugs = new Map([...bySlug].map(([slug, built]) => [built, slug]));
  const server = http.createServer((req, res) => {
    const host = (req.headers.host ?? '').split(':')[0]!;
    const url = new URL(req.url ?? '/', 'http://x');
    const end = (type: string, body: string | Buffer) => {
      res.setHeader('content-type', type);
      res.end(body);
    };
    if (host === 'kits.localhost') {
      const [, what, slug = ''] = /^\/(kit|start)\/([a-z0-9-]+)$/.exec(url.pathname) ?? [];
      const built = bySlug.get(slug);
      // The site's own script starts a kit, as on any site.
      if (what === 'start' && built) {
        end('text/javascript', startScript(built, `http://${slug}.api.localhost:${port}`));
        return;
      }
      if (url.pathname !== '/' && !built) res.statusCode = 404;
      end('text/html', built ? kitPage(slugs.get(built)!) : indexPage([...bySlug.keys()]));
      return;
    }
    const slug = /^([a-z0-9-]+)\.kit\.localhost$/.exec(host)?.[1];
    const built = slug && bySlug.get(slug);
    if (built && url.pathname === '/kit.js') end('text/javascript', ledAway(built.script, away));
    else answer(req, res);
  });
  await new Promise<void>((resolve) => server.listen(0, '127.0.0.1', resolve));
  const { port } = server.address() as AddressInfo;
  const away = `away.localhost:${port}`;
  const kitPage = (slug: string) => `<!doctype html><html lang="en"><meta charset="utf-8"><title>Kit ${slug}</title>
<h1>A page with one kit</h1><p>Some words to read.</p><a href="/">All</a><form><input name="q"><button>Go</button></form>
<div id="kit" style="width:300px;height:200px"></div>
<script src="http://${slug}.kit.localhost:${port}/kit.js"></script>
<script src="/start/${slug}"></script></html>`;
  return {
    site: `http://kits.localhost:${port}/`,
    pageOf: (built) => `http://kits.localhost:${port}/kit/${slugs.get(built)}`,
    away,
    close: () =>
      new Promise<void>((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      }),
  };
}

const indexPage = (slugs: string[]) =>
  `<!doctype html><html lang="en"><title>Kits</title><h1>Kits</h1>${slugs.map((slug) => `<a href="/kit/${slug}">${slug}</a>`).join(' ')}</html>`;

function startScript({ kit }: BuiltKit, host: string): string {
  const own = kit.start
    ? `try { (function (kit, key, host) { ${kit.start} })(kit.default && Object.keys(kit).length === 1 ? kit.default : kit, ${JSON.stringify(KEY)}, ${JSON.stringify(host)}); } catch (error) { console.warn(String(error)); }`
    : '';
  return `${own}\n${kit.start ? '' : `(${startAnyKit})(kit, ${JSON.stringify(KEY)}, ${JSON.stringify(host)})`}`;
}

/** Answers whatever a kit asks, from any page. */
function answer(req: http.IncomingMessage, res: http.ServerResponse): void {
  req.resume();
  res.setHeader('access-control-allow-origin', req.headers.origin ?? '*');
  res.setHeader('access-control-allow-credentials', 'true');
  res.setHeader('access-control-allow-headers', String(req.headers['access-control-request-headers'] ?? '*'));
  res.setHeader('access-control-allow-methods', 'GET, POST, PUT, PATCH, DELETE, OPTIONS');
  if (req.method === 'OPTIONS') return void res.writeHead(204).end();
  const { pathname } = new URL(req.url ?? '/', 'http://x');
  const wants = String(req.headers['sec-fetch-dest'] ?? '');
  if (wants === 'script' || pathname.endsWith('.js'))
    return void res.writeHead(200, { 'content-type': 'text/javascript' }).end('');
  if (wants === 'image')
    return void res
      .writeHead(200, { 'content-type': 'image/gif' })
      .end(Buffer.from('R0lGODlhAQABAAAAACwAAAAAAQABAAAC', 'base64'));
  if (wants === 'iframe')
    return void res.writeHead(200, { 'content-type': 'text/html' }).end('<!doctype html><title>Frame</title>');
  res.writeHead(200, { 'content-type': 'application/json' }).end(JSON.stringify(ANSWER));
}
