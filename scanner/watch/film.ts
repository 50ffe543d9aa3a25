import type { VisitClock } from './clock';
import type { PageSession } from './page-session';

/** The screen of a visit at one time. */
export interface Frame {
  /** On the visit's clock. */
  atMs: number;
  page: string;
  jpeg: Buffer;
}

/** Large enough to read a banner by, small enough that a visit's fit into a few megabytes. */
const SIZE = { maxWidth: 800, maxHeight: 640, quality: 50 };
/** So long a frame is held back, so that an animation does not fill the processor. */
const APART_MS = 60;
const MOST_FRAMES = 120;

/** Keeps what the screen of one page showed, frame by frame as it changed. */
export class Film {
  private frames: Frame[] = [];
  private page = '';

  /** @param currentPage Address under which what happens on the page is noted. */
  constructor(
    private readonly session: PageSession,
    private readonly clock: VisitClock,
    private readonly currentPage: () => string,
  ) {}

  async start(): Promise<void> {
    const { session, clock } = this;
    session.events.on('Page.frameNavigated', ({ frame }) => {
      if (!frame.parentId) this.page = this.currentPage();
    });
    session.events.on('Page.screencastFrame', ({ data, metadata, sessionId }) => {
      const next = () => session.send('Page.screencastFrameAck', { sessionId }).catch(() => {}); // the page has gone
      setTimeout(next, APART_MS).unref();
      if (this.page === '' || metadata.timestamp === undefined) return;
      const atMs = clock.fromWall(metadata.timestamp * 1000);
      this.frames.push({ atMs, page: this.page, jpeg: Buffer.from(data, 'base64') });
      // A long visit is kept more and more coarsely.
      if (this.frames.length > MOST_FRAMES) this.frames = this.frames.filter((_, i) => i % 2 === 0);
    });
    await session.send('Page.startScreencast', { format: 'jpeg', ...SIZE });
  }

  /** The frames that show these moments, at most so many. */
  showing(moments: readonly Moment[], most: number): Frame[] {
    const shown = new Set<Frame>();
    for (const moment of moments) {
      const frame = frameAt(this.frames, moment);
      if (frame && shown.size < most) shown.add(frame);
    }
    return [...shown].sort((a, b) => a.atMs - b.atMs);
  }
}

export interface Moment {
  atMs: number;
  page: string;
}

/**
 * What stood on the screen at a moment, of frames in their order: the last before it, or the first after it where the page
 * had not been painted. `undefined`: nothing of this page was kept.
 */
export function frameAt<F extends Moment>(frames: readonly F[], { atMs, page }: Moment): F | undefined {
  const ofPage = frames.filter((frame) => frame.page === page);
  return ofPage.findLast((frame) => frame.atMs <= atMs) ?? ofPage[0];
}
