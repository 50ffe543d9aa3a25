import type { IncomingMessage, ServerResponse } from 'node:http';
import { pipeline, Readable } from 'node:stream';
import type { Place } from '@douane/core/regimes';
import { answerFor, tagsOf } from './answer';
import type { Headers } from './headers';
import { statusFor } from './leading';
import type { EdgeSite } from './site';

export interface HoldingOptions {
  /** Read at each request, so that another release can be taken. */
  site(): EdgeSite;
  placeOf(req: IncomingMessage): Place | null;
}

type Handler = (req: IncomingMessage, res: ServerResponse, next: () => void) => void;

/** Middleware for Express, or whatever else calls `(req, res, next)`: what the application answers is held like by an edge. */
export function holding({ site, placeOf }: HoldingOptions): Handler {
  return (req, res, next) => {
    const { writeHead, write, end } = res;
    const scheme = (req as { protocol?: string }).protocol ?? 'http';
    const address = `${scheme}://${req.headers.host ?? 'localhost'}${(req as { originalUrl?: string }).originalUrl ?? req.url}`;
    const current = site();
    const held = current.heldFor({
      cookies: req.headers.cookie ?? '',
      place: placeOf(req),
      gpc: req.headers['sec-gpc'] === '1',
      host: new URL(address).hostname,
    });
    const tags = req.headers['if-none-match'];
    if (tags !== undefined) req.headers['if-none-match'] = tagsOf(tags, held.state) || tags;
    /** What the application writes, where it has to be changed. */
    let body: Readable | null | undefined;

    const begin = () => {
      if (body !== undefined) return;
      const headers: Headers = { ...res.getHeaders() };
      res.statusCode = statusFor(req.headers, res.statusCode, headers, address, held);
      const way = answerFor(current, held, address, res.statusCode, headers, { marked: 0, dropped: 0 });
      for (const name of res.getHeaderNames()) if (headers[name] === undefined) res.removeHeader(name);
      for (const [name, value] of Object.entries(headers)) if (value !== undefined) res.setHeader(name, value);
      body = way && req.method !== 'HEAD' ? new Readable({ read() {} }) : null;
      if (!body) return;
      pipeline([body, ...way!], () => {});
      const last = way!.at(-1)!;
      last.on('data', (chunk) => void write.call(res, chunk, 'latin1' as never));
      last.on('end', () => void (end as () => void).call(res));
    };
    Object.assign(res, {
      writeHead(status: number, ...more: unknown[]) {
        res.statusCode = status;
        const given = more.find((one) => typeof one === 'object') as Record<string, string> | undefined;
        for (const [name, value] of Object.entries(given ?? {})) res.setHeader(name, value);
        begin();
        return writeHead.call(res, res.statusCode);
      },
      write(chunk: string | Buffer, ...more: unknown[]) {
        begin();
        if (!body) return (write as (...all: unknown[]) => boolean).call(res, chunk, ...more);
        body.push(toBytes(chunk, more[0]));
        return true;
      },
      end(chunk?: string | Buffer | (() => void), ...more: unknown[]) {
        begin();
        if (!body) return (end as (...all: unknown[]) => ServerResponse).call(res, chunk, ...more);
        if (chunk !== undefined && typeof chunk !== 'function') body.push(toBytes(chunk, more[0]));
        body.push(null);
        return res;
      },
    });
    next();
  };
}

const toBytes = (chunk: string | Buffer, encoding: unknown): Buffer =>
  typeof chunk === 'string'
    ? Buffer.from(chunk, typeof encoding === 'string' ? (encoding as BufferEncoding) : 'utf8')
    : chunk;
