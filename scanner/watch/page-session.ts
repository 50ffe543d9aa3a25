import type { CDPSession } from 'playwright-core';
import type { Protocol } from 'playwright-core/types/protocol';

/** How long a page may take to answer before its scripts are stopped, and how long after that before it is given up. */
const PATIENCE_MS = 6_000;
const LAST_MS = 2_000;

/**
 * A session with a page that may never answer: a script without end holds up everything that is asked of it. What is
 * late has the page's scripts stopped, by which they end in the middle; a page that is silent even then hangs, and
 * whatever is asked of it from then on fails at once.
 */
export class PageSession {
  /** Scripts of the page had to be stopped. */
  stopped = false;
  /** Nothing more can be had of the page. */
  hangs = false;

  constructor(private readonly cdp: CDPSession) {}

  /** What the browser tells of the page by itself. */
  get events(): Pick<CDPSession, 'on'> {
    return this.cdp;
  }

  /** As the session's own, but rejects within a few seconds. */
  async send<M extends keyof Protocol.CommandParameters>(
    method: M,
    params?: Protocol.CommandParameters[M],
  ): Promise<Protocol.CommandReturnValues[M]> {
    if (this.hangs) throw new Error('the page does not answer');
    const answer = this.cdp.send(method, params);
    answer.catch(() => {}); // told below, or too late to be told
    const first = await soon(answer, PATIENCE_MS);
    if (first) return first.value;
    await this.stopScripts();
    const last = await soon(answer, LAST_MS);
    if (last) return last.value;
    this.hangs = true;
    throw new Error('the page does not answer');
  }

  /** Ends what the page's scripts are doing. The browser hears this although they go on. */
  async stopScripts(): Promise<void> {
    this.stopped = true;
    await soon(
      this.cdp.send('Runtime.terminateExecution').catch(() => {}), // gone, or not running
      LAST_MS,
    );
  }

  /** Ends the page's process, as nobody else can where its scripts never end. */
  crash(): void {
    this.cdp.send('Page.crash').catch(() => {}); // it has no time to answer
  }
}

/** What a promise comes to within so many milliseconds; `null`: nothing yet. Rejects as it does. */
async function soon<T>(promise: Promise<T>, ms: number): Promise<{ value: T } | null> {
  let timer: NodeJS.Timeout | undefined;
  const late = new Promise<null>((resolve) => {
    timer = setTimeout(() => resolve(null), ms);
  });
  try {
    return await Promise.race([promise.then((value) => ({ value })), late]);
  } finally {
    clearTimeout(timer);
  }
}
