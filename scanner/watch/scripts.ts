import {
  type ChainLink,
  type Excerpt,
  excerptAt,
  type ItemKind,
  itemKey,
  joinSeen,
  type KitRegion,
  kitAt,
  kitRegions,
  type Observation,
  type RequestShape,
  readRequest,
  readScript,
  type ScriptKnowledge,
  type ScriptSeen,
  serviceByShape,
} from '@douane/core/observe';
import type { PageSession } from './page-session';
import type { Place } from './reports';
import type { SeenRequest } from './requests';

/** Excerpts taken of one page; each costs a call to the browser. */
const MOST_EXCERPTS = 60;
/** A script larger than this is not read. */
const LARGEST_SCRIPT = 3_000_000;
/** Scripts that are read in one scan. */
const MOST_SCRIPTS = 3000;

/** Of a script that was read: what it shows of itself, and where the kits of others stand in it. */
export interface ScriptRead {
  seen?: ScriptSeen;
  regions: KitRegion[];
}
/** By address without query. */
export type ScriptsRead = Map<string, ScriptRead>;

/** A request with who brought it in. */
export interface SentRequest {
  request: SeenRequest;
  chain: readonly ChainLink[];
}

/** Where in a script an item was written or asked for. */
export interface ItemPlace {
  /** Of the item; see `itemKey`. */
  key: string;
  place: Place;
  frameId?: string;
}

/** What the scripts of one page show of themselves: the places where they did something, their words, what they send. */
export class PageScripts {
  private readonly excerpts = new Map<string, Excerpt>();
  /** Shared by the visits of a scan. */
  private shown: ScriptsRead = new Map();
  private shapes: readonly RequestShape[] = [];

  constructor(
    private readonly session: PageSession,
    private readonly mainFrameId: string,
  ) {}

  /**
   * Looks up, while the page is still there, the places in its scripts that wrote or asked for something. `taken` holds
   * the items of which an earlier page gave one, and grows.
   */
  async takeExcerpts(places: Iterable<ItemPlace>, taken: Set<string>): Promise<void> {
    const sources = new Map<string, Promise<string>>();
    let left = MOST_EXCERPTS;
    for (const { key, place, frameId } of places) {
      if (taken.has(key) || left === 0) continue;
      taken.add(key);
      left -= 1;
      const source = sources.get(place.url) ?? this.sourceOf(place.url, frameId);
      sources.set(place.url, source);
      const text = excerptAt(await source, place.line, place.column);
      if (text) this.excerpts.set(key, { url: place.url, line: place.line, text });
    }
  }

  /** Reads, while the page is still there, the scripts it loaded that were not read before. `read` grows. */
  async read(loaded: readonly SeenRequest[], read: ScriptsRead, known: ScriptKnowledge): Promise<void> {
    this.shown = read;
    this.shapes = known.shapes ?? [];
    for (const request of loaded) {
      const key = withoutQuery(request.url);
      if (request.kind !== 'script' || !request.ended || read.has(key) || read.size >= MOST_SCRIPTS) continue;
      read.set(key, { regions: [] }); // not by two pages at once
      const source = await this.sourceOf(request.url, request.frameId);
      const seen = readScript(source, known);
      const kits = [...(seen?.services ?? []), ...(seen?.within ?? [])];
      // One that is nothing but a kit needs no looking where that stands.
      const regions = kits.length > 1 || seen?.within ? kitRegions(source, known.marks, kits) : [];
      read.set(key, { ...(seen && { seen }), regions });
    }
  }

  excerptOf(kind: ItemKind, name: string, host: string): { excerpt?: Excerpt } {
    const excerpt = this.excerpts.get(itemKey({ kind, name, host }));
    return excerpt ? { excerpt } : {};
  }

  forget(): void {
    this.excerpts.clear();
  }

  /** For what the page did: the script behind it, and what that shows of itself and by what it sends. */
  behind(all: readonly Observation[], requests: readonly SentRequest[], places: Iterable<ItemPlace>) {
    const sent = whatScriptsSend(all, requests);
    for (const [key, services] of this.servicesByRequests(requests)) {
      sent.set(key, joinSeen(sent.get(key), { speaksOf: {}, services: [...services] }, 'most')!);
    }
    const placeOf = new Map<string, Place>();
    for (const { key, place } of places) if (!placeOf.has(key)) placeOf.set(key, place);
    return (seen: Observation): { url: string; script: ScriptSeen } | undefined => {
      const url = scriptBehind(seen);
      if (!url) return undefined;
      const key = withoutQuery(url);
      const itself = seen.kind === 'request' && url === seen.url ? readRequest(url) : undefined;
      const read = this.shown.get(key);
      const script = joinSeen(joinSeen(read?.seen, sent.get(key), 'sum'), itself, 'sum');
      if (!script) return undefined;
      const place = placeOf.get(itemKey(seen));
      const kit = read && place && withoutQuery(place.url) === key && kitAt(read.regions, place);
      return { url, script: kit ? ofKit(script, kit) : script };
    };
  }

  /** The service that a request is for, by its shape, whichever host it was sent to. */
  serviceOf({ url, posted = '' }: SeenRequest): string | undefined {
    return serviceByShape(url, posted, this.shapes);
  }

  /** By script, without query: the services whose requests it sent. */
  private servicesByRequests(requests: readonly SentRequest[]): Map<string, Set<string>> {
    const found = new Map<string, Set<string>>();
    for (const { request, chain } of requests) {
      const by = lastScript(chain.slice(0, -1));
      const service = by && this.serviceOf(request);
      if (!service) continue;
      const key = withoutQuery(by);
      found.set(key, (found.get(key) ?? new Set()).add(service));
    }
    return found;
  }

  /** Text of a script or page that this page loaded; empty where the browser does not have it any more. */
  private async sourceOf(url: string, frameId = this.mainFrameId): Promise<string> {
    const content = await this.session.send('Page.getResourceContent', { frameId, url }).catch(() => null);
    return content && !content.base64Encoded && content.content.length <= LARGEST_SCRIPT ? content.content : '';
  }
}

/** By script: what its requests to third parties show of it. */
function whatScriptsSend(all: readonly Observation[], requests: readonly SentRequest[]): Map<string, ScriptSeen> {
  const sent = new Map<string, ScriptSeen>();
  const posted = new Map(requests.map(({ request }) => [request.url, request.posted]));
  for (const seen of all) {
    const { kind, url, carries: tells, chain } = seen;
    if (kind !== 'request' || !url) continue;
    const by = lastScript(chain.slice(0, -1));
    if (!by) continue;
    const read = joinSeen(readRequest(url, posted.get(url)), tells && { speaksOf: {}, tells }, 'sum');
    const key = withoutQuery(by);
    const joined = joinSeen(sent.get(key), read, 'most'); // sent again and again it says no more than once
    if (joined) sent.set(key, joined);
  }
  return sent;
}

const withoutQuery = (url: string) => url.split(/[?#]/, 1)[0]!;

/** The script that did something: a script that was loaded stands for itself, what it asked for or stored for it. */
function scriptBehind({ kind, name, url, setBy, chain }: Observation): string | undefined {
  if (kind === 'request' ? name === 'script' : setBy === 'script') return url;
  return lastScript(chain);
}

const lastScript = (chain: readonly ChainLink[]) => chain.findLast((link) => link.kind === 'script')?.url;

/** What a script shows where what was done was done by one kit in it. */
function ofKit({ within: _, ...script }: ScriptSeen, service: string): ScriptSeen {
  return { ...script, services: [service] };
}
