import { lookup as lookupWithCallback } from 'node:dns';
import { lookup } from 'node:dns/promises';
import http from 'node:http';
import https from 'node:https';
import ipaddr from 'ipaddr.js';
import { Server as ProxyServer } from 'proxy-chain';
import { CannotRun } from './problems';

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

/**
 * A proxy on loopback through which the browser goes while private addresses are refused. It looks a name up and connects
 * to the very address it approved, so a name that changes between look-up and use, or a redirect, leads nowhere.
 */
export async function startGuardProxy(): Promise<{ url: string; close(): Promise<void> }> {
  const server = new ProxyServer({
    host: '127.0.0.1',
    port: 0,
    prepareRequestFunction: ({ hostname }) => {
      const host = hostname.replace(/^\[|\]$/g, '');
      const refused = isLocalName(host) || (ipaddr.isValid(host) && !isPublicAddress(host));
      return refused
        ? { requestAuthentication: false, failMsg: 'refused: private address', customResponseFunction: REFUSED }
        : { dnsLookup: publicLookup as typeof lookupWithCallback };
    },
  });
  // A page's broken connection is the page's own affair; it shows there as a failed request.
  server.on('requestFailed', () => {});
  await server.listen();
  return { url: `http://127.0.0.1:${server.port}`, close: () => server.close(true) };
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
  const [, address, port] = /^(.*?)(?::(\d+))?$/.exec(mappedTo ?? '') ?? [];
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
