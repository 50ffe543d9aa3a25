import { randomUUID } from 'node:crypto';
import type { Request, Response } from 'express';

/** `200.pebbleloft.localhost` is the shop with 200 pages; any number will do. */
export const SHOP_HOST = /^(\d+)\.pebbleloft\.localhost$/;
export const shopHost = (pages: number) => `${pages}.pebbleloft.localhost`;

/** Hosts of which each stands on one page in twenty only. */
export const RARE_HOSTS = Array.from({ length: 20 }, (_, i) => `lark-${i}.manylarks.localhost`);

const GROUPS = 12;

/**
 * Serves the shop: a home page, twelve groups, and products up to `size` pages in all. What stands on a page follows
 * from its number alone, so that two visits find the same. Some of its third parties are slow, some hang, some fail.
 */
export function serveShop(req: Request, res: Response, size: number, port: string): void {
  const number = numberOf(req.path, size);
  if (number === null) return void res.status(404).type('html').send('<!doctype html><title>Not here</title>');
  if (!/pl_session=/.test(req.headers.cookie ?? '')) res.cookie('pl_session', randomUUID(), { httpOnly: true });
  const at = (host: string, rest: string) => `http://${host}.localhost${port}${rest}`;
  const tags = [`<script src="${at('tagpantry', '/m.js?c=PL7')}"></script>`];
  if (number % 5 === 1) tags.push(`<script async src="${at('slowmill', '/w.js')}"></script>`);
  if (number % 10 === 4) tags.push(`<img src="${at('stillpond', '/q.gif')}" alt="">`);
  if (number % 10 === 7) tags.push(`<script async src="${at('brokenoar', '/b.js')}"></script>`);
  if (number % 10 === 8) tags.push(`<img src="${at('brokenoar', '/e.gif')}" alt="">`);
  const rare = `<img src="http://${RARE_HOSTS[number % 20]}${port}/px.gif" alt="">`;
  const late = `<div style="height:5000px"></div><img loading="lazy" src="${at('lateheron', '/px.gif')}" alt="" width="1" height="1">`;
  const dawdling = `<script>setTimeout(() => { new Image().src = '${at('dawdlewren', '/px.gif')}'; }, 2600);</script>`;
  res.type('html').send(`<!doctype html><html lang="en"><head><meta charset="utf-8"><title>Pebbleloft ${number}</title>
<link rel="icon" href="data:,"><link rel="stylesheet" href="${at('glyphshed', '/type.css')}">${tags.join('\n')}</head>
<body><h1>Page ${number}</h1><p>${'Round pebbles, sorted by hand. '.repeat(30)}</p>${linksFrom(number, size)
    .map((path) => `<a href="${path}">${path}</a>`)
    .join(' ')}
${number % 4 === 0 ? rare : ''}${number % 3 === 0 ? late : ''}${number > GROUPS ? dawdling : ''}</body></html>`);
}

const pathOf = (number: number) =>
  number === 0 ? '/' : number <= GROUPS ? `/group/${number}` : `/pebble/${number}-round-stone`;

function numberOf(path: string, size: number): number | null {
  const found = /^\/(?:(?:group|pebble)\/(\d+)(?:-round-stone)?)?$/.exec(path);
  const number = found ? Number(found[1] ?? 0) : -1;
  return number >= 0 && number < size && pathOf(number) === path ? number : null;
}

function linksFrom(number: number, size: number): string[] {
  const numbers =
    number === 0
      ? Array.from({ length: GROUPS }, (_, i) => i + 1)
      : number <= GROUPS
        ? Array.from({ length: size }, (_, i) => i).filter((i) => i > GROUPS && i % GROUPS === number % GROUPS)
        : [0, (number % GROUPS) + 1];
  return numbers.filter((n) => n < size).map(pathOf);
}
