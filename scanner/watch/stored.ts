import {
  type ChainLink,
  cookieFacts,
  type Excerpt,
  type ItemKind,
  type Observation,
  type Party,
} from '@douane/core/observe';
import type { VisitClock } from './clock';
import type { HookReport } from './hooks';
import { namedValue, valueSeen } from './values';

/** The page a report or event belongs to, beside what it says. */
export type OnPage<T> = T & { page: string };

/** What is to be known of the page to tell who stored something. */
export interface StoredOf {
  clock: VisitClock;
  party(host: string, page: string): Party;
  /** The script at the top of a stack that is not ours, and how it came to be. */
  writer(stack: string): { url?: string; chain: ChainLink[] };
  excerptOf(kind: ItemKind, name: string, host: string): { excerpt?: Excerpt };
}

type AreaKind = 'local-storage' | 'session-storage';

/** What scripts of the page store. */
export class StoredByScripts {
  private events: OnPage<{ kind: AreaKind; name: string; host: string; wall: number }>[] = [];

  constructor(private readonly of: StoredOf) {}

  /** The protocol tells of a key in a storage area; of those that the hooks tell of, too, it is not listened to. */
  keyTold(kind: AreaKind, name: string, origin: string, page: string): void {
    this.events.push({ kind, name, host: new URL(origin).hostname, wall: Date.now(), page });
  }

  /** What the hooks told, which know time and script; then keys that only the protocol told of. */
  *observations(reports: readonly OnPage<HookReport>[], asked?: string): Generator<Observation> {
    const told = new Set<string>();
    for (const report of reports) {
      const { what, text, host, value, at, stack } = report;
      const page = asked ?? report.page;
      if (what === 'cookie') yield* this.cookie(report, page);
      if (what === 'cookie' || what === 'image' || what === 'read' || what === 'removed') continue;
      told.add(`${what}\n${host}\n${text}`);
      yield {
        ...{ kind: what, name: text, host },
        ...(value !== undefined && { value: valueSeen(value) }),
        ...this.of.writer(stack),
        ...this.of.excerptOf(what, text, host),
        ...this.where(host, page, at),
      };
    }
    for (const { kind, name, host, wall, page } of this.events) {
      if (told.has(`${kind}\n${host}\n${name}`)) continue;
      yield { kind, name, host, chain: [], ...this.where(host, asked ?? page, wall) };
    }
  }

  forget(): void {
    this.events = [];
  }

  private *cookie({ text, host, at, stack }: HookReport, page: string): Generator<Observation> {
    const facts = cookieFacts(text, host, at);
    if (!facts) return;
    yield {
      ...facts,
      ...this.of.writer(stack),
      kind: 'cookie',
      ...this.where(facts.host, page, at),
      value: valueSeen(namedValue(text, host)[2]),
      ...this.of.excerptOf('cookie', facts.name, facts.host),
    };
  }

  private where(host: string, page: string, wall: number) {
    const { clock, party } = this.of;
    return { page, party: party(host, page), setBy: 'script' as const, atMs: clock.fromWall(wall) };
  }
}
