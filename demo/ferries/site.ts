import { randomUUID } from 'node:crypto';
import type { Request, Response } from 'express';
import type { SiteState } from './faults';
import { PAGES } from './pages';
import { tagsFor } from './tags';

const MENU = [
  '/',
  '/timetable',
  '/fares',
  '/routes',
  '/fleet',
  '/offers',
  '/book',
  '/help',
  '/contact',
  '/about',
  '/privacy',
];

/** Serves the ticket site as its state says. */
export function serveTicketSite(req: Request, res: Response, state: SiteState, port: string): void {
  if (req.path === '/site.css') {
    res.type('css').send(CSS);
    return;
  }
  const page = PAGES[req.path];
  if (!page) {
    res
      .status(404)
      .type('html')
      .send('<!doctype html><html lang="en"><title>Not here</title><h1>No such page</h1></html>');
    return;
  }
  if (!/ssf_session=/.test(req.headers.cookie ?? '')) {
    res.cookie('ssf_session', randomUUID(), { httpOnly: true, sameSite: 'lax' });
    res.cookie('ssf_lang', 'en', { maxAge: 365 * 24 * 3600 * 1000, sameSite: 'lax' });
  }
  if (req.path === '/book') res.cookie('ssf_basket', 'empty', { maxAge: 7 * 24 * 3600 * 1000, sameSite: 'lax' });
  const { head, body } = tagsFor(req.path, state, port);
  const installed = state.fault !== 'no-gate' ? state.snippet : '';
  const late = state.fault === 'gate-late';
  res.type('html').send(`<!doctype html>
<html lang="en">
<head>
${late ? '' : installed}
<meta charset="utf-8">
<meta name="viewport" content="width=device-width, initial-scale=1">
<title>${page.title} · Skerry &amp; Sound Ferries</title>
<link rel="icon" href="data:,">
<link rel="stylesheet" href="/site.css">
${head.join('\n')}
</head>
<body>
<header><a class="brand" href="/">Skerry &amp; Sound Ferries</a><nav>${MENU.slice(1)
    .map((path) => `<a href="${path}"${path === req.path ? ' aria-current="page"' : ''}>${PAGES[path]!.title}</a>`)
    .join('')}</nav></header>
<main><h1>${page.title}</h1>
${page.body.replaceAll('__PORT__', port)}
${body.join('\n')}
</main>
<footer>Skerry &amp; Sound Ferries is an invented company. <a href="/privacy">Privacy</a></footer>
${late ? installed : ''}
</body>
</html>`);
}

const CSS = `*{box-sizing:border-box}body{margin:0;font:16px/1.6 Skerry,Georgia,serif;color:#12303c;background:#f3f7f7}
header{background:#123c4f;color:#fff;padding:14px 6vw;display:flex;flex-wrap:wrap;gap:6px 28px;align-items:baseline}
.brand{font-size:20px;font-weight:700;color:#fff;text-decoration:none}nav{display:flex;flex-wrap:wrap;gap:4px 16px}
nav a{color:#cfe4ea;text-decoration:none;font:14px sans-serif}nav a[aria-current]{color:#fff;text-decoration:underline}
main{max-width:860px;margin:0 auto;padding:24px 6vw 80px}h1{font-size:32px;line-height:1.2}.wide{width:100%;border-radius:8px}
table{border-collapse:collapse;width:100%;background:#fff}td,th{text-align:left;padding:8px 12px;border-bottom:1px solid #cfdde0}
.go,button{display:inline-block;background:#b3441f;color:#fff;border:0;border-radius:6px;padding:10px 18px;text-decoration:none;font:600 15px sans-serif}
.card{background:#fff;padding:20px;border-radius:8px}input{padding:6px}iframe{display:block;border:0;margin:12px 0;background:#dce7ea;max-width:100%}
footer{padding:20px 6vw;background:#e3ecee;font:13px sans-serif}`;
