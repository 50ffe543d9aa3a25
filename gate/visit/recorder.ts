import type { Submission } from '../types';
import { keepUnanswered, unanswered } from './unanswered';

const TIMEOUT_MS = 10_000;

/**
 * Sends choices to the recorder. Each has an id that is made here: where the answer is lost the record may stand all the
 * same, so the same choice goes out again under the same id, and another one names those that were not answered.
 */
export class Recorder {
  private pending: { id: string; content: string } | null = null;
  private readonly lost = unanswered();

  /** `fetchNow`: as the browser has it, whatever the page put in its place. */
  constructor(
    private readonly base: string,
    private readonly fetchNow: typeof fetch,
  ) {}

  /** Resolves with the record's id once the recorder says that it is committed; rejects where it does not. */
  async send(submission: Submission): Promise<string> {
    const content = JSON.stringify([submission.purposes, submission.method]);
    if (this.pending?.content !== content) this.pending = { id: newId(), content };
    const { id } = this.pending;
    const before = this.lost.filter((other) => other !== id);
    if (!this.lost.includes(id)) this.lost.push(id);
    keepUnanswered(this.lost);
    const body = { id, ...submission, ...(before.length > 0 && { unanswered: before }) };
    let response = await this.post(body);
    // The ledger knows nothing of the record that this browser kept: a fresh one stands for itself.
    if (response.status === 422 && submission.replaces) response = await this.post({ ...body, replaces: null });
    if (response.status !== 201) throw new Error(`Douane: the recorder answered ${response.status}`);
    this.pending = null;
    this.lost.length = 0;
    keepUnanswered([]);
    return id;
  }

  /** A text body needs no preflight request. */
  private post(body: object): Promise<Response> {
    return this.fetchNow(`${this.base}/records`, {
      method: 'POST',
      body: JSON.stringify(body),
      signal: AbortSignal.timeout(TIMEOUT_MS),
    });
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
