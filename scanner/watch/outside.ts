import type { Observation, Party, RequestKind } from '@douane/core/observe';
import type { SentOut } from '../guard';
import type { VisitClock } from './clock';
import { canHaveReached, compareWithNetwork, kindOfSent } from './network';
import type { RequestBook } from './requests';

/** What is to be known of the page to tell whose a request is. */
export interface OutsideOf {
  clock: VisitClock;
  /** Whether a request from a page is told of at all. */
  counts(url: string, page: string): boolean;
  party(host: string, page: string): Party;
}

/**
 * Requests of which the page's own session tells nothing: those of workers, windows and further tabs, which the driver
 * tells of, and those that only the network has.
 */
export class OutsideRequests {
  private driven: { url: string; kind: RequestKind; wall: number; page: string }[] = [];
  private untold: SentOut[] = [];

  constructor(private readonly of: OutsideOf) {}

  /** The driver tells of a request. It does so of the page's own as well. */
  driverTold(url: string, resourceType: string, page: string): void {
    const kind = resourceType === 'script' ? 'script' : 'fetch';
    this.driven.push({ url, kind, wall: Date.now(), page });
  }

  /** See `PageWatch.compareWith`. */
  compareWith(requests: RequestBook, sent: readonly SentOut[], ours: string): string[] {
    const { clock, counts } = this.of;
    const isTold = ({ url }: { url: string }) => !url.startsWith(ours) && counts(url, requests.currentPage);
    const { untold, unseen } = compareWithNetwork(requests.all, sent, (at) => clock.wallOf(at));
    const reached = timesOf(sent);
    // The driver tells of what workers ask for before it is known whether they may.
    const isPossible = canHaveReached(sent);
    this.driven = this.driven.filter(({ url }) => isPossible(url));
    // It tells of all tabs; of what two of them ask for alike, the page's own session told once.
    const told = timesOf(this.driven);
    this.untold = untold.filter((one) => isTold(one) && (requests.knows(one.url) || !told.has(one.url)));
    const unheard = this.untold.filter(({ url }) => (told.get(url) ?? 0) < (reached.get(url) ?? 0));
    return [
      ...inWords(unheard, 'left the browser without being told of by it'),
      ...inWords(unseen.filter(isTold), 'was told of by the browser and never came to the network'),
    ];
  }

  /** What counts of them. `asked`: see `PageWatch.observations`. */
  *observations(requests: RequestBook, asked?: string): Generator<Observation> {
    const { clock, counts, party } = this.of;
    for (const { url, kind, wall, page } of this.driven) {
      if (requests.knows(url) || !counts(url, asked ?? page)) continue;
      yield seen(url, kind, 'worker', clock.fromWall(wall), asked ?? page, page, party);
    }
    for (const one of this.untold) {
      const atMs = clock.fromWall(one.at);
      const page = asked ?? requests.pageAt(atMs, (at) => clock.fromMonotonic(at));
      yield seen(one.url, kindOfSent(one), 'network', atMs, page, page, party);
    }
  }

  forget(): void {
    this.driven = [];
    this.untold = [];
  }
}

function seen(
  url: string,
  kind: RequestKind,
  how: 'worker' | 'network',
  atMs: number,
  page: string,
  by: string,
  party: OutsideOf['party'],
): Observation {
  const { hostname: host } = new URL(url);
  const chain: Observation['chain'] = [
    { url: by, how: 'page' },
    { url, how, kind },
  ];
  return { kind: 'request', name: kind, host, party: party(host, page), page, url, chain, atMs };
}

/** How often each address is there. */
function timesOf(what: readonly { url: string }[]): Map<string, number> {
  const times = new Map<string, number>();
  for (const { url } of what) times.set(url, (times.get(url) ?? 0) + 1);
  return times;
}

/** Each host once, with how often. */
function inWords(what: readonly { url: string }[], happened: string): string[] {
  return [...timesOf(what.map(({ url }) => ({ url: new URL(url).host })))].map(
    ([host, count]) => `${count === 1 ? 'a request' : `${count} requests`} to ${host} ${happened}`,
  );
}
