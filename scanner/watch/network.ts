import type { RequestKind } from '@douane/core/observe';
import type { SentOut } from '../guard';
import { type SeenRequest, withoutFragment } from './requests';

/** A request is told of before it leaves, by another process and clock; so far apart the two may be. */
const SLACK_MS = 250;

/** What the browser and the network say of one visit, held against each other. */
export interface Compared {
  /** Left the browser, and the browser did not tell of it. */
  untold: SentOut[];
  /** The browser says it was sent, and it never came to the network. */
  unseen: SeenRequest[];
}

/**
 * Holds what the browser told of its requests against what left it. A request that was cancelled so soon that the browser
 * never said whether it went out counts as sent (`left`) where the network has it, and as not sent where it has not.
 *
 * @param wallOf Milliseconds since 1970 of a request's own time.
 */
export function compareWithNetwork(
  told: readonly SeenRequest[],
  sent: readonly SentOut[],
  wallOf: (monotonicSeconds: number) => number,
): Compared {
  const byAddress = new Map<string, SeenRequest[]>();
  const byHost = new Map<string, SeenRequest[]>();
  for (const request of told) {
    add(byAddress, addressKey(request.method, request.url), request);
    add(byHost, portKey(request.url), request);
  }
  const found = new Set<SeenRequest>();
  const untold: SentOut[] = [];
  for (const one of sent) {
    const before = (request: SeenRequest) => wallOf(request.sentAt) <= one.at + SLACK_MS;
    if (one.what === 'request') {
      const open = (byAddress.get(addressKey(one.method, one.url)) ?? []).filter((r) => !found.has(r) && before(r));
      // Of several that could be meant, the last that the browser itself says went out.
      const match = open.findLast(({ left }) => left) ?? open.at(-1);
      if (!match) untold.push(one);
      else {
        found.add(match);
        match.left = true;
      }
      continue;
    }
    // One connection carries many requests, and which of them cannot be seen: it was made for the first that is told.
    const carried = (byHost.get(portKey(one.url)) ?? []).filter(before);
    if (carried.length === 0) untold.push(one);
    else if (!carried.some(({ left }) => left)) carried.at(-1)!.left = true;
  }
  const asked = connectionsOf(sent);
  const never = (r: SeenRequest) => (isPlain(r.url) ? !found.has(r) : !asked.has(portKey(r.url)));
  const missing = told.filter((r) => r.left && !r.cached && never(r));
  // What was cancelled on its way out never got there.
  for (const one of missing) if (one.answeredAt === undefined) one.left = false;
  // Two who ask for the same at once may share one answer.
  const reached = new Set([...found].map(({ method, url }) => addressKey(method, url)));
  return { untold, unseen: missing.filter(({ left, method, url }) => left && !reached.has(addressKey(method, url))) };
}

/** Whether the network sees each request, and not only to whom a connection was made. */
const isPlain = (url: string) => url.startsWith('http:');

/** Hosts and ports to which a connection was asked for, of all that is encrypted. */
const connectionsOf = (sent: readonly SentOut[]): Set<string> =>
  new Set(sent.flatMap((one) => (one.what === 'connection' ? portKey(one.url) : [])));

/** Whether a request can have reached anybody: it came to the network, or a connection to whom it is for was made. */
export function canHaveReached(sent: readonly SentOut[]): (url: string) => boolean {
  const asked = connectionsOf(sent);
  const plain = new Set(sent.flatMap((one) => (one.what === 'request' ? one.url : [])));
  return (url) => (isPlain(url) ? plain.has(url) : asked.has(portKey(url)));
}

/** What a request was for, as far as the network can tell (Fetch Metadata Request Headers, section 2.1). */
export function kindOfSent(sent: SentOut): RequestKind {
  if (sent.what === 'connection') return 'other';
  const known = DESTINATIONS[sent.destination];
  if (known) return known;
  if (sent.destination === 'empty') return sent.method === 'POST' ? 'beacon' : 'fetch';
  if (/^image\//.test(sent.accept ?? '')) return 'image';
  return /^text\/css/.test(sent.accept ?? '') ? 'style' : 'other';
}

const DESTINATIONS: Record<string, RequestKind> = {
  ...{ script: 'script', worker: 'script', sharedworker: 'script', serviceworker: 'script' },
  ...{ image: 'image', style: 'style', font: 'font', audio: 'media', video: 'media', track: 'media' },
  ...{ iframe: 'frame', frame: 'frame', object: 'frame', embed: 'frame', document: 'frame' },
};

const addressKey = (method: string, url: string) => `${method} ${withoutFragment(url)}`;

/** Host and port, by which connections are asked for; of a socket as well. */
function portKey(url: string): string {
  const { hostname, port, protocol } = new URL(url);
  return `${hostname}:${port || (/^(https|wss):$/.test(protocol) ? 443 : 80)}`;
}

function add(map: Map<string, SeenRequest[]>, key: string, request: SeenRequest): void {
  const known = map.get(key);
  if (known) known.push(request);
  else map.set(key, [request]);
}
