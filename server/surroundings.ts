import type { IncomingMessage } from 'node:http';

const FORWARDED = ['x-forwarded-for', 'forwarded', 'x-real-ip'];

/** What the server notices of how it is run that whoever runs it should know. */
export class Surroundings {
  private readonly told = new Set<string>();

  constructor(private readonly trustProxy: number) {}

  /** A sentence each; shown on the board. */
  get notices(): string[] {
    return [...this.told];
  }

  /** Said once at the start. */
  atStart(): string {
    return this.trustProxy > 0
      ? `Addresses of visitors are taken from X-Forwarded-For, as ${this.trustProxy === 1 ? 'one proxy' : `${this.trustProxy} proxies`} in front write it (DOUANE_TRUST_PROXY)`
      : 'No proxy in front is trusted (DOUANE_TRUST_PROXY is 0): X-Forwarded-For is not read';
  }

  /** Notices requests whose headers do not fit what was said of proxies. */
  notice({ headers }: Pick<IncomingMessage, 'headers'>): void {
    const header = FORWARDED.find((name) => headers[name] !== undefined);
    if (header && this.trustProxy === 0) {
      this.tell(
        `Requests come with ${header}, but no proxy is trusted, so all visitors behind one count as one address and share its limits. If there is a proxy in front, set DOUANE_TRUST_PROXY to how many.`,
      );
    } else if (!header && this.trustProxy > 0) {
      this.tell(
        'Requests come without X-Forwarded-For although a proxy is trusted: something reaches this server past the proxy, or DOUANE_TRUST_PROXY should be 0.',
      );
    }
  }

  private tell(words: string): void {
    if (this.told.has(words)) return;
    this.told.add(words);
    console.warn(words);
  }
}
