import { keepInTab, tabs } from '../hold/kept';
import type { Submission } from '../types';
import { keepUnanswered, unanswered } from './unanswered';

const TIMEOUT_MS = 10_000;
const FIRST_WAIT_MS = 2_000;
const LONGEST_WAIT_MS = 300_000;
/** In this tab: the choice whose answer is waited for. */
const PENDING = 'douane.pending';

interface Pending {
  id: string;
  submission: Submission;
}

/** Called once a choice is recorded. */
type Recorded = (submission: Submission, record: string) => void;

/**
 * Sends choices to the recorder. Each has an id that is made here: where the answer is lost the record may stand all the
 * same, so the same choice goes out again under the same id, and another one names those that were not answered. It goes
 * out again by itself, after waits that grow, while the page lives, and on the next page of the tab.
 */
export class Recorder {
  private pending: Pending | null = pendingInTab();
  private readonly lost = unanswered();
  private timer: ReturnType<typeof setTimeout> | undefined;

  /** `fetchNow`: as the browser has it, whatever the page put in its place. */
  constructor(
    private readonly base: string,
    private readonly fetchNow: typeof fetch,
    private readonly recorded: Recorded,
  ) {
    if (this.pending) this.tryAgain(0);
  }

  /** Resolves once the recorder says that it is committed; rejects where it does not, and then goes on trying. */
  async send(submission: Submission): Promise<void> {
    clearTimeout(this.timer);
    const contentOf = ({ purposes, method }: Submission) => JSON.stringify([purposes, method]);
    if (!this.pending || contentOf(this.pending.submission) !== contentOf(submission))
      this.keep({ id: newId(), submission });
    return this.attempt(this.pending!, FIRST_WAIT_MS);
  }

  private async attempt(pending: Pending, waitMs: number): Promise<void> {
    const { id, submission } = pending;
    const before = this.lost.filter((other) => other !== id);
    if (!this.lost.includes(id)) this.lost.push(id);
    keepUnanswered(this.lost);
    const body = { id, ...submission, ...(before.length > 0 && { unanswered: before }) };
    let status = await this.post(body);
    // The ledger knows nothing of the record that this browser kept: a fresh one stands for itself.
    if (status === 422 && submission.replaces) status = await this.post({ ...body, replaces: null });
    // Another choice was made, or the same was answered another time.
    if (this.pending !== pending) return;
    if (status !== 201) {
      // What the recorder will not have today it will not have in a minute either.
      if (status === 0 || status === 429 || status >= 500) this.tryAgain(waitMs);
      throw new Error(`Douane: the recorder answered ${status || 'nothing'}`);
    }
    this.keep(null);
    this.lost.length = 0;
    keepUnanswered([]);
    this.recorded(submission, id);
  }

  private tryAgain(waitMs: number): void {
    const { pending } = this;
    const go = () => {
      clearTimeout(this.timer);
      removeEventListener('online', go);
      const next = Math.min(Math.max(waitMs * 2, FIRST_WAIT_MS), LONGEST_WAIT_MS);
      // The visitor was told already.
      if (pending && this.pending === pending) this.attempt(pending, next).catch(() => {});
    };
    clearTimeout(this.timer);
    this.timer = setTimeout(go, waitMs);
    addEventListener('online', go);
  }

  private keep(pending: Pending | null): void {
    this.pending = pending;
    keepInTab(PENDING, pending && JSON.stringify(pending));
  }

  /** A text body needs no preflight request. Status of the answer; 0 where there was none. */
  private post(body: object): Promise<number> {
    return this.fetchNow(`${this.base}/records`, {
      method: 'POST',
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(TIMEOUT_MS),
    }).then(
      ({ status }) => status,
      () => 0,
    );
  }
}

function pendingInTab(): Pending | null {
  try {
    const kept: Pending | null = JSON.parse(tabs(PENDING) ?? 'null');
    return typeof kept?.id === 'string' && typeof kept.submission === 'object' ? kept : null;
  } catch {
    return null; // written by somebody else
  }
}

/** A random UUID (RFC 9562, version 4). The browser's own function is missing on plain HTTP. */
function newId(): string {
  const bytes = crypto.getRandomValues(new Uint8Array(16));
  bytes[6] = (bytes[6]! & 0x0f) | 0x40;
  bytes[8] = (bytes[8]! & 0x3f) | 0x80;
  const hex = Array.from(bytes, (byte) => byte.toString(16).padStart(2, '0')).join('');
  return hex.replace(/^(.{8})(.{4})(.{4})(.{4})/, '$1-$2-$3-$4-');
}
