import { type ChainLink, holdsPageContent, type RequestKind } from '@douane/core/observe';
import type { Protocol } from 'playwright-core/types/protocol';
import { Budget, type Place } from './reports';

/** One request as the browser told of it; a redirect is a request of its own. */
export interface SeenRequest {
  url: string;
  kind: RequestKind | 'document' | 'preflight';
  /** Monotonic seconds. */
  sentAt: number;
  answeredAt?: number;
  frameId: string;
  documentUrl: string;
  /** Address of the top-level page it belongs to. */
  page: string;
  /** What was posted, where it is short. */
  posted?: string;
  /** Cookies that went with it; in memory only. */
  cookies?: string;
  /** What was posted is a copy of the page, however long. */
  postedContent?: boolean;
  /** Characters posted. */
  postedSize?: number;
  initiator: Protocol.Network.Initiator;
  redirectedFrom?: SeenRequest;
  endedAt?: number;
  method: string;
  requestHeaders: Record<string, string>;
  responseHeaders?: Record<string, string>;
  protocol?: string;
  /** Size of the body as it came. */
  bytes?: number;
  status?: number;
  mimeType?: string;
  /** It got as far as the network; one that was stopped before never reached anybody. */
  left: boolean;
  ended: boolean;
  /** The page from which this one, which nobody asked for, led the visitor away. */
  ledFrom?: string;
  /** Milliseconds since 1970 at which something of an answer was last heard. */
  heardAt?: number;
  /** Answered without the network: by a cache, or by a service worker. */
  cached?: boolean;
  setCookieLines: string[];
  /** Lines that the browser did not take, each with its codes for why. */
  refusedCookies: { line: string; reasons: string[] }[];
}

type RefusedCookie = SeenRequest['refusedCookies'][number];

const KINDS: Partial<Record<Protocol.Network.ResourceType, RequestKind | 'preflight'>> = {
  Script: 'script',
  Image: 'image',
  Font: 'font',
  Stylesheet: 'style',
  XHR: 'fetch',
  Fetch: 'fetch',
  EventSource: 'fetch',
  Ping: 'beacon',
  Media: 'media',
  WebSocket: 'websocket',
  Preflight: 'preflight',
};

/** What is looked at of what one page asks for. */
const MOST_REQUESTS = 20_000;
const MOST_CHARACTERS = 40_000_000;

/** So long after its last part an answer counts as all there. */
const UNREAD_MS = 1_000;

/** An address as it is asked for. */
export const withoutFragment = (url: string): string => url.replace(/#.*$/s, '');

/** The requests of one page, with who brought each in. */
export class RequestBook {
  private hops = new Map<string, SeenRequest[]>();
  private extraLines = new Map<string, { lines: string[]; refused: RefusedCookie[] }[]>();
  private sockets = new Map<string, SeenRequest>();
  private byUrl = new Map<string, SeenRequest>();
  private early = new Map<string, string>();
  private imageScripts = new Map<string, string>();
  readonly all: SeenRequest[] = [];
  private readonly budget = new Budget(MOST_REQUESTS, MOST_CHARACTERS);
  /** Hosts that answered with a certificate that is not valid. */
  readonly insecureHosts = new Set<string>();
  /** Address of the page in the main frame. */
  currentPage = '';
  /** Address that the visitor himself asked for last. */
  private asked = '';

  /** `ownScript`: a script that only passes on what others ask for, as the gate does, and so is nobody's parent. */
  constructor(
    private readonly mainFrameId: string,
    private readonly ownScript: (url: string) => boolean = () => false,
  ) {}

  /** The visitor himself goes to an address: what comes of that leads him nowhere. */
  askFor(url: string): void {
    this.asked = withoutFragment(url);
  }

  /** The page asked for more than is looked at. */
  get overran(): boolean {
    return this.budget.spent;
  }

  /** `null`: no request of the web, or one too many of this page. */
  sent(event: Protocol.Network.requestWillBeSentPayload): SeenRequest | null {
    if (!/^https?:/i.test(event.request.url)) return null;
    const size = event.request.url.length + (event.request.postData?.length ?? 0);
    // The page itself is always looked at, however much it asked for before.
    if (!this.budget.take(size) && event.type !== 'Document') return null;
    const hops = this.hops.get(event.requestId) ?? [];
    const previous = hops.at(-1);
    if (previous && event.redirectResponse) {
      previous.left = true;
      previous.status = event.redirectResponse.status;
      previous.responseHeaders = event.redirectResponse.headers;
      previous.protocol = event.redirectResponse.protocol;
      previous.answeredAt = event.timestamp;
      previous.ended = true;
    }
    const frameId = event.frameId ?? this.mainFrameId;
    const kind = event.initiator.type === 'preflight' ? 'preflight' : this.kindOf(event.type, frameId);
    const from = this.currentPage;
    if (kind === 'document') this.currentPage = event.request.url;
    // A way on, or the same page anew, is nobody's tag; nor is what the visitor asked for, and where that leads him.
    const isLed = kind === 'document' && from !== '' && withoutFragment(event.request.url) !== this.asked;
    const ledFrom = isLed ? (previous ? previous.ledFrom : from) : undefined;
    const posted = event.request.postData;
    const request: SeenRequest = {
      url: event.request.url,
      kind,
      // What a page sends on being left comes after the request for the next one, but still names its own document.
      page: frameId === this.mainFrameId && kind !== 'document' ? event.documentURL : this.currentPage,
      ...(posted && posted.length <= 4096 && { posted }),
      ...(posted && { postedSize: posted.length, postedContent: holdsPageContent(posted) }),
      sentAt: event.timestamp,
      method: event.request.method,
      requestHeaders: event.request.headers ?? {},
      frameId,
      documentUrl: event.documentURL,
      initiator: event.initiator,
      ...(previous && { redirectedFrom: previous }),
      ...(ledFrom && { ledFrom }),
      left: false,
      ended: false,
      setCookieLines: [],
      refusedCookies: [],
    };
    // What asks a host for leave has reached it, even where leave is not given (Fetch standard, CORS preflight).
    if (kind === 'preflight' && event.initiator.requestId) this.wentOut(event.initiator.requestId);
    const early = this.early.get(event.requestId);
    if (early !== undefined) Object.assign(request, { left: true, cookies: early });
    this.early.delete(event.requestId);
    this.hops.set(event.requestId, [...hops, request]);
    if (kind !== 'preflight' && !this.byUrl.has(request.url)) this.byUrl.set(request.url, request);
    this.all.push(request);
    return request;
  }

  /** The script that gave an image its address, told by the hook in the page. */
  imageSetBy(address: string, script: string | undefined): void {
    if (script && this.imageScripts.size < 5000) this.imageScripts.set(address, script);
  }

  /** A socket is told without a time; `sentAt`, the moment we heard of it, stands until its handshake tells better. */
  socketOpened(event: Protocol.Network.webSocketCreatedPayload, sentAt: number): void {
    const request: SeenRequest = {
      url: event.url,
      kind: 'websocket',
      sentAt,
      method: 'GET',
      requestHeaders: {},
      frameId: this.mainFrameId,
      documentUrl: this.currentPage,
      page: this.currentPage,
      initiator: event.initiator ?? { type: 'other' },
      left: true,
      ended: true,
      setCookieLines: [],
      refusedCookies: [],
    };
    this.all.push(request);
    this.sockets.set(event.requestId, request);
  }

  /** The handshake of a socket went out; `sentAt` in monotonic seconds. */
  socketShookHands(requestId: string, sentAt: number): void {
    const socket = this.sockets.get(requestId);
    if (socket) socket.sentAt = sentAt;
  }

  answered(event: Protocol.Network.responseReceivedPayload): void {
    const request = this.hops.get(event.requestId)?.at(-1);
    if (!request) return;
    request.left = true; // also where a cache answered: the tag ran
    request.status = event.response.status;
    request.responseHeaders = event.response.headers;
    request.protocol = event.response.protocol;
    request.mimeType = event.response.mimeType;
    request.answeredAt = event.timestamp;
    request.heardAt = Date.now();
    const { fromDiskCache, fromPrefetchCache, fromServiceWorker } = event.response;
    if (fromDiskCache || fromPrefetchCache || fromServiceWorker) request.cached = true;
    if (event.response.securityState === 'insecure' && request.url.startsWith('https:')) {
      this.insecureHosts.add(new URL(request.url).host);
    }
  }

  /** Raw `Set-Cookie` lines. They come one event per hop, in order, sometimes ahead of the hop itself. */
  extraInfo(event: Protocol.Network.responseReceivedExtraInfoPayload): void {
    // Of a worker's own script nothing else is told.
    this.heard(event.requestId);
    const header = Object.entries(event.headers).find(([name]) => name.toLowerCase() === 'set-cookie')?.[1] ?? '';
    const refused = event.blockedCookies.map(({ cookieLine, blockedReasons }) => ({
      line: cookieLine,
      reasons: blockedReasons,
    }));
    const lines = header.split('\n').filter((line) => line && !refused.some((cookie) => cookie.line === line));
    this.extraLines.set(event.requestId, [...(this.extraLines.get(event.requestId) ?? []), { lines, refused }]);
  }

  /** The browser still had it in memory. */
  servedFromMemory(requestId: string): void {
    const request = this.hops.get(requestId)?.at(-1);
    if (request) request.cached = true;
  }

  /** A part of an answer has come. */
  heard(requestId: string): void {
    const request = this.hops.get(requestId)?.at(-1);
    if (request) request.heardAt = Date.now();
  }

  ended(requestId: string, at?: number, bytes?: number): void {
    const request = this.hops.get(requestId)?.at(-1);
    if (request) Object.assign(request, { ended: true, endedAt: at, bytes });
  }

  /** Told when headers go out, with what stands in the one for cookies; it may come ahead of the request itself. */
  wentOut(requestId: string, cookies = ''): void {
    const request = this.hops.get(requestId)?.at(-1);
    if (request) Object.assign(request, { left: true, cookies });
    else this.early.set(requestId, cookies);
  }

  /** The page that was in the main frame at a time, as `timeOf` gives it of a request's own. */
  pageAt(at: number, timeOf: (monotonicSeconds: number) => number): string {
    const documents = this.all.filter(({ kind }) => kind === 'document');
    return (documents.findLast(({ sentAt }) => timeOf(sentAt) <= at) ?? documents[0])?.url ?? this.currentPage;
  }

  /** Whether the page's own session told of this address. */
  knows(url: string): boolean {
    return this.byUrl.has(url);
  }

  /** Requests still under way, those to hosts that are known to be silent left out. */
  open(silent?: { has(host: string): boolean }): number {
    return this.stillOpen().filter((request) => !silent?.has(new URL(request.url).host)).length;
  }

  /** Whether it is still to be heard if the requests after the first `from` got as far as the network. */
  unheard(from: number): boolean {
    return this.all.slice(from).some(({ left, ended }) => !left && !ended);
  }

  /** Hosts from which an answer is still to come. */
  openHosts(): string[] {
    const silent = this.stillOpen().filter(({ heardAt }) => heardAt === undefined);
    return [...new Set(silent.map((request) => new URL(request.url).host))];
  }

  /** Sockets and event streams are meant to stay open, and of an answer that nobody reads the end is never told. */
  private stillOpen(): SeenRequest[] {
    const since = Date.now() - UNREAD_MS;
    return this.all.filter(
      ({ ended, kind, mimeType = '', heardAt }) =>
        !ended && kind !== 'websocket' && !/event-stream/.test(mimeType) && (heardAt === undefined || heardAt > since),
    );
  }

  /** Gives each hop its `Set-Cookie` lines, now that all events are in. */
  settleCookies(): void {
    for (const [id, hops] of this.hops) {
      const lines = this.extraLines.get(id) ?? [];
      hops.forEach((hop, i) => {
        hop.setCookieLines = lines[i]?.lines ?? [];
        hop.refusedCookies = lines[i]?.refused ?? [];
      });
    }
  }

  /** Who brought a request in, from the page inward; the last link is the request itself. */
  chainOf(request: SeenRequest, depth = 0): ChainLink[] {
    if (request.kind === 'document') {
      if (request.ledFrom === undefined || depth > 0) return [{ url: request.url, how: 'page' }];
      const { type, stack } = request.initiator;
      const by = type === 'script' ? this.firstFrame(stack)?.url : undefined;
      const inward = by && by !== request.ledFrom ? this.chainOfUrl(by, request, depth) : [];
      const how = inward.length > 0 ? 'script' : 'page-script';
      return [
        ...(inward.length > 0 ? inward : [{ url: request.ledFrom, how: 'page' as const }]),
        { url: request.url, how },
      ];
    }
    if (depth > 12) return [{ url: request.url, how: 'cut' }];
    if (request.redirectedFrom) {
      return [...this.chainOf(request.redirectedFrom, depth + 1), { url: request.url, how: 'redirect' }];
    }
    const { type, stack, url, lineNumber } = request.initiator;
    // A page or a preflight request is nobody's tag, so it has no kind to tell.
    const kind = request.kind === 'preflight' ? {} : { kind: request.kind };
    const setter = request.kind === 'image' ? this.imageScripts.get(request.url) : undefined;
    if (type === 'script' || setter) {
      const frame = this.firstFrame(stack);
      const by = frame?.url ?? setter ?? url ?? request.documentUrl;
      const how = by === request.documentUrl ? 'page-script' : 'script';
      return [...this.chainOfUrl(by, request, depth), { url: request.url, how, ...kind }];
    }
    const by = url || request.documentUrl;
    const line = lineNumber !== undefined && type === 'parser' ? { line: lineNumber + 1 } : {};
    const link: ChainLink =
      this.byUrl.get(by)?.kind === 'style'
        ? { url: request.url, how: 'style', ...kind }
        : { url: request.url, how: 'markup', ...kind, ...line };
    return [...this.chainOfUrl(by, request, depth), link];
  }

  /** Where in a script the request was made; `null` where no script made it. */
  placeOf({ initiator }: SeenRequest): Place | null {
    if (initiator.type !== 'script') return null;
    const frame = this.firstFrame(initiator.stack);
    return frame ? { url: frame.url, line: frame.lineNumber + 1, column: frame.columnNumber + 1 } : null;
  }

  /** Who brought in the script or document at `url`. */
  chainOfUrl(url: string, asker?: SeenRequest, depth = 0): ChainLink[] {
    const known = this.byUrl.get(url) ?? this.byUrl.get(url.split('#')[0]!);
    if (known && known !== asker) return this.chainOf(known, depth + 1);
    return url ? [{ url, how: 'page' }] : [];
  }

  private kindOf(type: Protocol.Network.ResourceType | undefined, frameId: string): SeenRequest['kind'] {
    if (type === 'Document') return frameId === this.mainFrameId ? 'document' : 'frame';
    return (type && KINDS[type]) ?? 'other';
  }

  /** The innermost script that asked; where only a script that passes on is there, that one. */
  private firstFrame(stack: Protocol.Runtime.StackTrace | undefined): Protocol.Runtime.CallFrame | undefined {
    const frames: Protocol.Runtime.CallFrame[] = [];
    for (let s = stack; s; s = s.parent) frames.push(...s.callFrames.filter((f) => /^https?:/i.test(f.url)));
    return frames.find((frame) => !this.ownScript(frame.url)) ?? frames[0];
  }
}
