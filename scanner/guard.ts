import { lookup as lookupWithCallback } from 'node:dns';
import { lookup } from 'node:dns/promises';
import http from 'node:http';
import https from 'node:https';
import ipaddr from 'ipaddr.js';
import { Server as ProxyServer } from 'proxy-chain';
import { CannotRun } from './problems';

/** What left a browser, as a proxy before it saw it. */
export type SentOut =
  | {
      what: 'request';
      /** Milliseconds since 1970. */
      at: number;
      url: string;
      method: string;
      /** What it was asked for as (Fetch Metadata, `Sec-Fetch-Dest`); empty where the browser does not say. */
      destination: string;
      accept?: string;
      referer?: string;
    }
  /** Of what is encrypted no more is known than to whom a connection was asked for. */
  | { what: 'connection'; at: number; url: string };

/** Loopback by definition (RFC 6761 section 6.3), whatever a resolver says. */
const isLocalName = (host: string) => /(^|\.)localhost\.?$/i.test(host);

/** Whether an address is a public one: neither loopback, private, link-local, shared, multicast nor reserved. */
export function isPublicAddress(address: string): boolean {
  return ipaddr.isValid(address) && ipaddr.process(address).range() === 'unicast';
}

/** Refuses a target that is not HTTP, does not resolve, or is private without leave, with a sentence that says which. */
export async function assertTarget(
  target: string,
  allowPrivate: boolean,
  mapped: readonly string[] = [],
): Promise<URL> {
  if (!URL.canParse(target))
    throw new CannotRun(`"${target}" is not a web address; give one such as https://www.example.org/`);
  const url = new URL(target);
  if (url.protocol !== 'http:' && url.protocol !== 'https:') {
    throw new CannotRun(`"${target}" is not HTTP; only http:// and https:// addresses can be visited`);
  }
  const host = url.hostname.replace(/^\[|\]$/g, '');
  if (mapped.includes(host)) return url;
  const refuse = (address: string) =>
    new CannotRun(`${host} leads to ${address}, a private or local address; allow private addresses to visit it`);
  if (isLocalName(host)) {
    if (!allowPrivate) throw refuse('127.0.0.1');
    return url;
  }
  const found = await lookup(host, { all: true }).catch(() => []);
  if (found.length === 0) throw new CannotRun(`${host} does not resolve; is the name right?`);
  const inside = found.find(({ address }) => !isPublicAddress(address));
  if (inside && !allowPrivate) throw refuse(inside.address);
  return url;
}

/** Where a host is to be found, whatever its name says. */
export interface Resolve {
  host: string;
  /** `ADDRESS` or `ADDRESS:PORT`. */
  to: string;
}

export interface ProxyOptions {
  /** Loopback and private addresses may be visited. */
  allowPrivate: boolean;
  /** Where hosts are to be found; these may be private. */
  resolve?: readonly Resolve[];
  /** Told of everything that leaves the browser, as it comes, also of what is refused. */
  onSent?: (sent: SentOut) => void;
}

/**
 * So long a connection is kept for the next request. Servers end those that idle, most of them after 5 s; a request sent in
 * that moment would fail for no fault of the page's.
 */
const IDLE_MS = 1_500;

/**
 * A proxy on loopback through which the browser goes, so that it is known what left it, and while private addresses are
 * refused. It looks a name up and connects to the very address it approved, so a name that changes between look-up and
 * use, or a redirect, leads nowhere.
 */
export async function startProxy(options: ProxyOptions): Promise<{ url: string; close(): Promise<void> }> {
  const { allowPrivate, resolve = [], onSent } = options;
  const agent = new http.Agent({ keepAlive: true, timeout: IDLE_MS });
  const server = new ProxyServer({
    host: '127.0.0.1',
    port: 0,
    prepareRequestFunction: ({ hostname, port, request, isHttp }) => {
      const host = hostname.replace(/^\[|\]$/g, '');
      onSent?.(sentOut(request, isHttp));
      const mapped = resolve.find((one) => one.host === host);
      if (mapped) {
        const { address, port: to = port } = placeOf(mapped.to);
        leadTo(request, `${address}:${to}`, isHttp);
        return isHttp ? { httpAgent: agent } : {};
      }
      if (allowPrivate) {
        // Loopback by definition, which no resolver has to know.
        if (isLocalName(host)) leadTo(request, `127.0.0.1:${port}`, isHttp);
        return isHttp ? { httpAgent: agent } : {};
      }
      const refused = isLocalName(host) || (ipaddr.isValid(host) && !isPublicAddress(host));
      return refused
        ? { requestAuthentication: false, failMsg: 'refused: private address', customResponseFunction: REFUSED }
        : { dnsLookup: publicLookup as typeof lookupWithCallback };
    },
  });
  // A page's broken connection is the page's own affair; it shows there as a failed request.
  server.on('requestFailed', () => {});
  await server.listen();
  return {
    url: `http://127.0.0.1:${server.port}`,
    async close() {
      agent.destroy();
      await server.close(true);
    },
  };
}

/** `ADDRESS` or `ADDRESS:PORT`. */
function placeOf(to: string): { address: string; port?: string } {
  const [, address = '', port] = /^(.*?)(?::(\d+))?$/.exec(to) ?? [];
  return { address, ...(port && { port }) };
}

function sentOut({ url = '', method = '', headers }: http.IncomingMessage, isHttp: boolean): SentOut {
  const at = Date.now();
  if (!isHttp) return { at, what: 'connection', url: `https://${url}/` };
  const { 'sec-fetch-dest': destination, accept, referer } = headers;
  return { at, what: 'request', url, method, ...{ destination: String(destination ?? ''), accept, referer } };
}

/** Sends a request to another place than its address names; what it says of its host stays. */
function leadTo(request: http.IncomingMessage, to: string, isHttp: boolean): void {
  if (!isHttp) request.url = to;
  else {
    const asked = new URL(request.url!);
    request.url = `http://${to}${asked.pathname}${asked.search}`;
  }
}

const REFUSED = () => ({ statusCode: 403, body: 'private address refused' });

type LookupCallback = (error: Error | null, address: unknown, family?: number) => void;

/** Looks a name up for a connection, and refuses one that leads to a private address. */
function publicLookup(host: string, options: { all?: boolean }, callback: LookupCallback): void {
  lookupWithCallback(host, { ...options, all: true }, (error, addresses) => {
    if (error) return callback(error, '');
    if (addresses.some(({ address }) => !isPublicAddress(address))) {
      return callback(new Error(`${host} leads to a private address`), '');
    }
    if (options.all) return callback(null, addresses);
    callback(null, addresses[0]!.address, addresses[0]!.family);
  });
}

/**
 * A request from this program itself under the same rules as the browser's: to a private address only with leave. Throws
 * where the address itself is private; a name that leads to one ends the request with an error.
 */
export function guardedRequest(
  url: URL,
  options: https.RequestOptions & { allowPrivate: boolean; mappedTo?: string },
): http.ClientRequest {
  const { allowPrivate, mappedTo, headers, ...rest } = options;
  const host = url.hostname.replace(/^\[|\]$/g, '');
  const literal = ipaddr.isValid(host);
  const local = isLocalName(host);
  if (!allowPrivate && !mappedTo && (local || (literal && !isPublicAddress(host)))) {
    throw new Error(`${host} leads to a private address`);
  }
  const { address, port } = placeOf(mappedTo ?? '');
  return (url.protocol === 'https:' ? https : http).request({
    ...rest,
    host: address || (local ? '127.0.0.1' : host),
    port: port || url.port || undefined,
    path: url.pathname + url.search,
    headers: { ...headers, host: url.host },
    servername: literal ? '' : host,
    ...(!allowPrivate && !mappedTo && { lookup: publicLookup as never }),
  });
}
