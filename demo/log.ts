/** What reached a third party, as it saw it itself. */
export interface LogEntry {
  /** Milliseconds since 1970, by the stand-in's own clock. */
  at: number;
  host: string;
  method: string;
  path: string;
  query: string;
  cookies: Record<string, string>;
  referrer: string;
  /** What the browser calls itself. */
  agent: string;
  /** Page on which it happened, where the request tells. */
  page: string;
  /** Names of cookies set in the answer. */
  sets: string[];
}

/** The stand-ins' common log. Bounded, so that a day of scanning does not fill the memory. */
export class VisitLog {
  private entries: LogEntry[] = [];

  add(entry: LogEntry): void {
    this.entries.push(entry);
    if (this.entries.length > 50_000) this.entries.splice(0, 10_000);
  }

  all(): readonly LogEntry[] {
    return this.entries;
  }

  clear(): void {
    this.entries = [];
  }
}
