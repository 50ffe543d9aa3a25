import http, { type IncomingMessage, type RequestListener, type ServerResponse } from 'node:http';
import http2 from 'node:http2';
import https from 'node:https';
import type { Socket } from 'node:net';
import { pipeline } from 'node:stream';
import type { Place } from '@douane/core/regimes';
import { answerFor, type Counted, tagsOf } from './answer';
import type { Headers } from './headers';
import { statusFor } from './leading';
import type { EdgeSite, Held } from './site';

export interface EdgeOptions {
  /** Where the site's own server is. */
  origin: URL;
  site: EdgeSite;
  /** Where a visitor is; `null` where it cannot be told. */
  placeOf(req: IncomingMessage): Place | null;
  /** For HTTP/2 and HTTPS; without, HTTP/1.1 in the clear. */
  tls?: { key: Buffer; cert: Buffer };
  /** Lets all through as it is, to be measured against. */
  untouched?: boolean;
  /** Nothing of an answer for so long, in milliseconds, and it is given up. */
  patienceMs?: number;
}

/** What an edge has done since it began. */
export interface EdgeCounts extends Counted {
  requests: number;
  underWay: number;
  /** Answers that were none, or broke off. */
  failed: number;
}

/** Below this path are the edge's own: `health`, and `metrics` for whoever asks from the same machine. */
export const EDGE_PATH = '/.well-known/douane/';
const PATIENCE_MS = 30_000;
/** Of one hop alone (RFC 9110, section 7.6.1), and those of HTTP/2 that are no headers. */
const HOP = new Set([
  'connection',
  'keep-alive',
  'proxy-connection',
  'te',
  'trailer',
  'transfer-encoding',
  'upgrade',
  'http2-settings',
]);

/** A reverse proxy in front of a site that holds what each visitor has not agreed to. It streams, and keeps no page. */
export class Edge {
  readonly counts: EdgeCounts = { requests: 0, underWay: 0, failed: 0, marked: 0, dropped: 0 };
  private site: EdgeSite;
  private readonly server: http.Server | http2.Http2SecureServer;
  private readonly agent: http.Agent;

  constructor(private readonly options: EdgeOptions) {
    this.site = options.site;
    const isSecure = options.origin.protocol === 'https:';
    this.agent = new (isSecure ? https : http).Agent({ keepAlive: true, maxSockets: 512 });
    const listener = this.answer as RequestListener;
    this.server = options.tls
      ? http2.createSecureServer({ ...options.tls, allowHTTP1: true }, listener as never)
      : http.createServer(listener);
    this.server.on('upgrade', this.tunnel);
  }

  listen(port: number, host?: string): Promise<number> {
    return new Promise((resolve, reject) => {
      this.server.once('error', reject);
      this.server.listen(port, host, () => resolve((this.server.address() as { port: number }).port));
    });
  }

  /** Takes another release; what is under way ends by the one it began with. */
  take(site: EdgeSite): void {
    this.site = site;
  }

  /** Takes no more, and ends when what is under way has. */
  async close(): Promise<void> {
    await new Promise<void>((resolve) => {
      this.server.close(() => resolve());
      if ('closeIdleConnections' in this.server) this.server.closeIdleConnections();
    });
    this.agent.destroy();
  }

  private readonly answer = (req: IncomingMessage, res: ServerResponse): void => {
    if (req.url?.startsWith(EDGE_PATH)) {
      this.tellOfItself(req, res);
      return;
    }
    const { counts, site } = this;
    counts.requests++;
    counts.underWay++;
    res.once('close', () => counts.underWay--);
    const { address, held } = this.heldFor(req);
    this.ask(req, res, site, held, address, true);
  };

  private heldFor(req: IncomingMessage): { address: string; held: Held } {
    const host = hostOf(req);
    const scheme = this.options.tls
      ? 'https'
      : String(req.headers['x-forwarded-proto'] ?? 'http')
          .split(',')[0]!
          .trim();
    const address = `${scheme === 'https' ? 'https' : 'http'}://${host}${req.url?.startsWith('/') ? req.url : '/'}`;
    const held = this.site.heldFor({
      cookies: String(req.headers.cookie ?? ''),
      place: this.options.placeOf(req),
      gpc: req.headers['sec-gpc'] === '1',
      host: URL.canParse(address) ? new URL(address).hostname : '',
    });
    return { address: URL.canParse(address) ? address : this.options.origin.href, held };
  }

  private ask(
    req: IncomingMessage,
    res: ServerResponse,
    site: EdgeSite,
    held: Held,
    address: string,
    mayRepeat: boolean,
  ): void {
    const { origin, patienceMs = PATIENCE_MS } = this.options;
    const request = (origin.protocol === 'https:' ? https : http).request({
      protocol: origin.protocol,
      hostname: origin.hostname.replace(/^\[|\]$/g, ''),
      port: origin.port,
      method: req.method,
      path: req.url,
      headers: this.headersTo(req, held),
      agent: this.agent,
      setHost: false,
      timeout: patienceMs,
    });
    const fail = (status: number) => {
      this.counts.failed++;
      request.destroy();
      if (res.headersSent) res.destroy();
      else sayFailed(res, status);
    };
    request.on('timeout', () => fail(504));
    request.on('error', () => {
      if (res.headersSent || res.destroyed) return void res.destroy();
      // The connection was kept and had been closed meanwhile: nothing has arrived there yet.
      const isSafe = req.method === 'GET' || req.method === 'HEAD';
      if (request.reusedSocket && mayRepeat && isSafe) return this.ask(req, res, site, held, address, false);
      fail(502);
    });
    res.once('close', () => request.destroy());
    request.on('response', (answer) => {
      const headers: Headers = { ...answer.headers };
      for (const name of namesOfHop(headers)) delete headers[name];
      const sent = answer.statusCode ?? 502;
      const status = this.options.untouched ? sent : statusFor(req.headers, sent, headers, address, held);
      const way = this.options.untouched ? null : answerFor(site, held, address, status, headers, this.counts);
      // A reason of its own is no part of HTTP/2.
      res.writeHead(status, headers as http.OutgoingHttpHeaders);
      if (status !== sent) {
        this.counts.dropped++;
        answer.resume();
        return void res.end();
      }
      if (way) res.flushHeaders?.();
      pipeline([answer, ...(way ?? []), res], (error) => {
        if (error && error.code !== 'ERR_STREAM_PREMATURE_CLOSE') this.counts.failed++;
      });
    });
    if (req.method === 'GET' || req.method === 'HEAD') request.end();
    else pipeline(req, request, () => {});
  }

  /** Headers of a request as the site's server gets them. */
  private headersTo(req: IncomingMessage, held: Held): http.OutgoingHttpHeaders {
    const headers: http.OutgoingHttpHeaders = { ...req.headers };
    for (const name of namesOfHop(headers)) delete headers[name];
    for (const name of Object.keys(headers)) if (name.startsWith(':')) delete headers[name];
    headers.host = hostOf(req);
    const from = req.socket.remoteAddress ?? '';
    headers['x-forwarded-for'] = [req.headers['x-forwarded-for'], from].filter(Boolean).join(', ');
    headers['x-forwarded-host'] ??= hostOf(req);
    headers['x-forwarded-proto'] ??= this.options.tls ? 'https' : 'http';
    // Only what can be undone here.
    const encodings = String(headers['accept-encoding'] ?? '')
      .split(/,\s*/)
      .filter((one) => /^(gzip|br)\b(?!.*q=0(\.0*)?$)/.test(one));
    headers['accept-encoding'] = encodings.length > 0 ? encodings.join(', ') : 'identity';
    if (headers['if-none-match'] !== undefined) {
      const tags = tagsOf(String(headers['if-none-match']), held.state);
      // Tags of what goes through untouched are the server's own.
      headers['if-none-match'] = tags || String(headers['if-none-match']);
    }
    return headers;
  }

  /** WebSocket and whatever else goes on in another protocol. */
  private readonly tunnel = (req: IncomingMessage, socket: Socket, head: Buffer): void => {
    const { origin } = this.options;
    const { held } = this.heldFor(req);
    const request = (origin.protocol === 'https:' ? https : http).request({
      hostname: origin.hostname.replace(/^\[|\]$/g, ''),
      port: origin.port,
      method: req.method,
      path: req.url,
      headers: { ...this.headersTo(req, held), connection: 'Upgrade', upgrade: req.headers.upgrade },
      setHost: false,
    });
    const end = () => socket.destroy();
    socket.on('error', () => request.destroy());
    request.on('error', end);
    request.on('response', (answer) => {
      socket.write(headText(answer));
      pipeline(answer, socket, () => {});
    });
    request.on('upgrade', (answer, there, first) => {
      socket.write(headText(answer));
      if (first.length > 0) socket.write(first);
      if (head.length > 0) there.write(head);
      pipeline(there, socket, () => {});
      pipeline(socket, there, () => {});
    });
    request.end();
  };

  private tellOfItself(req: IncomingMessage, res: ServerResponse): void {
    const what = req.url!.slice(EDGE_PATH.length).split('?')[0];
    const isNear = /^(::1|(::ffff:)?127\.)/.test(req.socket.remoteAddress ?? '');
    if (what === 'health') {
      res.writeHead(200, { 'content-type': 'application/json', 'cache-control': 'no-store' });
      res.end(`${JSON.stringify({ status: 'ok', release: this.site.number })}\n`);
    } else if (what === 'metrics' && isNear) {
      res.writeHead(200, { 'content-type': 'text/plain; version=0.0.4', 'cache-control': 'no-store' });
      res.end(metricsOf(this.counts, this.site.number));
    } else sayFailed(res, 404);
  }
}

const hostOf = (req: IncomingMessage): string => String(req.headers[':authority'] ?? req.headers.host ?? 'localhost');

/** Headers that are for one hop, and those that one of them names. */
const namesOfHop = (headers: Headers): string[] => [
  ...HOP,
  ...String(headers.connection ?? '')
    .toLowerCase()
    .split(/,\s*/)
    .filter((name) => name && name !== 'close'),
];

const headText = ({ statusCode, statusMessage, rawHeaders }: IncomingMessage): string => {
  const lines = rawHeaders.flatMap((name, i) => (i % 2 === 0 ? [`${name}: ${rawHeaders[i + 1]}`] : []));
  return [`HTTP/1.1 ${statusCode} ${statusMessage}`, ...lines, '', ''].join('\r\n');
};

const WHY: Record<number, string> = {
  404: 'There is nothing here.',
  502: 'The site’s server cannot be reached.',
  504: 'The site’s server took too long to answer.',
};

function sayFailed(res: ServerResponse, status: number): void {
  res.writeHead(status, { 'content-type': 'text/plain; charset=utf-8', 'cache-control': 'no-store' });
  res.end(`${WHY[status]}\n`);
}

/** In the text format that Prometheus reads. */
function metricsOf({ requests, underWay, failed, marked, dropped }: EdgeCounts, release: number): string {
  const lines: [name: string, type: 'counter' | 'gauge', help: string, value: number][] = [
    ['requests_total', 'counter', 'Requests answered.', requests],
    ['requests_under_way', 'gauge', 'Requests being answered.', underWay],
    ['failed_total', 'counter', 'Answers that could not be had, or broke off.', failed],
    ['marked_total', 'counter', 'Tags and styles that were held.', marked],
    ['dropped_total', 'counter', 'Headers and cookies that were held.', dropped],
    ['release', 'gauge', 'Release in force.', release],
  ];
  return lines
    .map(
      ([name, type, help, value]) =>
        `# HELP douane_edge_${name} ${help}\n# TYPE douane_edge_${name} ${type}\ndouane_edge_${name} ${value}\n`,
    )
    .join('');
}
