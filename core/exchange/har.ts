import { z } from 'zod';
import { cookieFacts } from '../observe/cookie-line';
import { partyOf } from '../observe/party';
import type { ChainLink, Observation, RequestKind } from '../observe/types';
import type { Imported, ImportFor } from './types';

const header = z.object({ name: z.string(), value: z.string() });
const entrySchema = z.object({
  pageref: z.string().optional(),
  startedDateTime: z.string().optional(),
  _resourceType: z.string().optional(),
  request: z.object({ url: z.string(), headers: z.array(header).default([]) }),
  response: z.object({
    headers: z.array(header).default([]),
    cookies: z.array(z.object({ name: z.string() }).passthrough()).default([]),
    content: z.object({ mimeType: z.string().optional() }).optional(),
  }),
});
const harSchema = z.object({
  log: z.object({
    pages: z.array(z.object({ id: z.string(), title: z.string().optional() })).optional(),
    entries: z.array(z.unknown()),
  }),
});

/** Names that browsers give in `_resourceType`. */
const BY_TYPE: Record<string, RequestKind> = {
  script: 'script',
  image: 'image',
  font: 'font',
  stylesheet: 'style',
  style: 'style',
  xhr: 'fetch',
  fetch: 'fetch',
  eventsource: 'fetch',
  ping: 'beacon',
  beacon: 'beacon',
  media: 'media',
  websocket: 'websocket',
  document: 'frame',
  frame: 'frame',
};
const BY_MIME: [RegExp, RequestKind][] = [
  [/javascript|ecmascript/, 'script'],
  [/^image\//, 'image'],
  [/^font\/|woff/, 'font'],
  [/css/, 'style'],
  [/^(audio|video)\//, 'media'],
  [/json/, 'fetch'],
  [/html/, 'frame'],
];

/** Observations from a HAR 1.2 file: cookies that answers set, and third parties that were contacted. */
export function importHar(data: unknown, { address, ownDomains, now }: ImportFor): Imported {
  const parsed = harSchema.safeParse(data);
  if (!parsed.success) {
    const message = 'is no HAR file: it has no log with entries (HAR 1.2)';
    return { format: 'har', observations: [], problems: [{ path: '', message }] };
  }
  const { pages = [], entries } = parsed.data.log;
  const titles = new Map(pages.map(({ id, title }) => [id, title && URL.canParse(title) ? title : null]));
  const observations: Observation[] = [];
  const problems: Imported['problems'] = [];
  const firstDocument = new Map<string, string>();
  let begin: number | null = null;
  for (const [i, raw] of entries.entries()) {
    const entry = entrySchema.safeParse(raw);
    const at = `log.entries[${i}]`;
    if (!entry.success || !URL.canParse(entry.data.request.url)) {
      problems.push({ path: at, message: 'has no request with an address, or no response' });
      continue;
    }
    const { request, response, pageref = '', startedDateTime, _resourceType } = entry.data;
    const url = new URL(request.url);
    if (!/^(https?|wss?):$/.test(url.protocol)) continue;
    const mime = response.content?.mimeType ?? '';
    const isPage = !firstDocument.has(pageref) && (/html/.test(mime) || _resourceType === 'document');
    if (isPage) firstDocument.set(pageref, request.url);
    const page = titles.get(pageref) ?? firstDocument.get(pageref) ?? address;
    const time = Date.parse(startedDateTime ?? '');
    begin ??= Number.isNaN(time) ? null : time;
    const chain: ChainLink[] = [
      { url: page, how: 'page' },
      { url: request.url, how: 'import' },
    ];
    const common = {
      page,
      url: request.url,
      atMs: begin === null || Number.isNaN(time) ? 0 : time - begin,
      chain,
    };
    const party = partyOf(url.hostname, new URL(page).hostname, ownDomains);
    if (party === 'third' && !isPage) {
      const kind =
        BY_TYPE[(_resourceType ?? '').toLowerCase()] ?? BY_MIME.find(([pattern]) => pattern.test(mime))?.[1] ?? 'other';
      observations.push({ ...common, kind: 'request', name: kind, host: url.hostname, party });
    }
    const lines = response.headers
      .filter(({ name }) => name.toLowerCase() === 'set-cookie')
      .flatMap(({ value }) => value.split('\n'));
    for (const line of lines) {
      const facts = cookieFacts(line, url.hostname, Number.isNaN(time) ? now : time);
      if (!facts) continue;
      const owner = partyOf(facts.host, new URL(page).hostname, ownDomains);
      observations.push({ ...common, ...facts, kind: 'cookie', party: owner, setBy: 'http' });
    }
  }
  return { format: 'har', observations, problems };
}
