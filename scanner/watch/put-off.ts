import type { PageSession } from './page-session';

/** Frames that are asked what they have put off. */
const MOST_FRAMES_ASKED = 12;

/** Knows where the scripts of a page and its frames run, and what they have put off. */
export class PutOff {
  private readonly worlds = new Set<number>();

  constructor(
    private readonly session: PageSession,
    private readonly binding: string,
  ) {
    session.events.on('Runtime.executionContextCreated', ({ context }) => {
      if (context.auxData?.isDefault) this.worlds.add(context.id);
    });
    session.events.on('Runtime.executionContextDestroyed', (event) => this.worlds.delete(event.executionContextId));
    session.events.on('Runtime.executionContextsCleared', () => this.worlds.clear());
  }

  /**
   * Milliseconds until the last thing is due that the page or a frame of it has put off by no more than `mostMs` in all,
   * in so far as that was done by the page itself and not by something it had put off before: what does so again and again
   * is never done.
   */
  async dueInMs(mostMs: number): Promise<number> {
    let most = 0;
    for (const contextId of [...this.worlds].slice(-MOST_FRAMES_ASKED)) {
      const asked = {
        expression: `globalThis['${this.binding}t']?.(${mostMs})`,
        contextId,
        returnByValue: true,
        timeout: 500,
      };
      const answer = await this.session.send('Runtime.evaluate', asked).catch(() => null); // the frame has gone
      const ms = Number(answer?.result.value ?? 0);
      if (ms > most && ms <= mostMs) most = ms;
    }
    return most;
  }
}
