import { randomUUID } from 'node:crypto';
import type { Request, Response } from 'express';
import { SMALL_SITES, type SmallSite } from './sites';

const BY_HOST = new Map<string, SmallSite>(Object.values(SMALL_SITES).map((site) => [site.host, site]));

/** The small site of a host, if it is one. */
export const smallSite = (host: string): SmallSite | undefined => BY_HOST.get(host);

/** Serves a small site. `snippet`: the gate's, once its developer has pasted it and marked the tags; empty before. */
export function serveSmallSite(req: Request, res: Response, site: SmallSite, snippet: string, port: string): void {
  const page = site.pages[req.path];
  if (!page) return void res.status(404).type('html').send('<!doctype html><html lang="en"><title>Not here</title>');
  if (!/visit=/.test(req.headers.cookie ?? '')) {
    res.cookie('visit', randomUUID(), { httpOnly: true, sameSite: 'lax' });
  }
  const { background, ink, head, accent, family, radius } = site.face;
  const tags = site.tags.map((tag) => tagOf(tag, snippet !== '', port)).join('\n');
  const menu = Object.entries(site.pages)
    .map(([path, { title }]) => `<a href="${path}">${title}</a>`)
    .join(' ');
  res.type('html').send(`<!doctype html><html lang="en"><head>${snippet}<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1"><title>${page.title} · ${site.name}</title><link rel="icon" href="data:,">
<style>body{margin:0;font:17px/1.6 ${family};color:${ink};background:${background}}header{background:${head};padding:18px 6vw}
header b{font-size:22px;margin-right:28px}a{color:${accent};margin-right:14px}main{max-width:760px;margin:0 auto;padding:32px 6vw 90px}
h1{font-size:38px;line-height:1.15}button{background:${accent};color:${background};border:0;border-radius:${radius}px;padding:12px 26px;font:inherit}
iframe{display:block;border:0;margin:18px 0;max-width:100%}</style></head>
<body><header><b>${site.name}</b>${menu}</header><main><h1>${page.title}</h1><p>${page.text}</p><p><button type="button">Ask for more</button></p>
${tags}</main></body></html>`);
}

/** A tag as its vendor gives it, or marked for the gate. */
function tagOf({ purpose, host, path, as }: SmallSite['tags'][number], marked: boolean, port: string): string {
  const address = `http://${host}.localhost${port}${path}`;
  const source = marked ? `data-gate="${purpose}" data-gate-src="${address}"` : `src="${address}"`;
  if (as === 'script') return `<script ${marked ? 'type="text/plain" ' : ''}${source}></script>`;
  if (as === 'pixel') return `<img ${source} alt="" width="1" height="1">`;
  return `<iframe title="Film" width="480" height="220" ${source}></iframe>`;
}
