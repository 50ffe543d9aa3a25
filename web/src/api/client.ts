import type { FieldProblem } from '@douane/core/setup';

/** What the server says is wrong (RFC 9457), or that it could not be reached. */
export class ApiProblem extends Error {
  constructor(
    readonly status: number,
    message: string,
    readonly detail?: string,
    readonly fields: FieldProblem[] = [],
  ) {
    super(message);
  }

  /** All of it in one text: what, why, and the fields. */
  get text(): string {
    const fields = this.fields.map(({ path, message }) => `${path}: ${message}`).join('; ');
    return [this.message, this.detail, fields].filter(Boolean).join('. ');
  }
}

/** The fields at fault that an answer names; none where it is about something else, or there was no answer. */
export const fieldsAtFault = (error: unknown): readonly FieldProblem[] =>
  error instanceof ApiProblem ? error.fields : [];

const TIMEOUT_MS = 30_000;
/** What this tab calls itself, so that news of its own deeds is known as such. */
export const CLIENT = crypto.getRandomValues(new Uint32Array(2)).join('-');
let csrf = '';

export function keepToken(token: string): void {
  csrf = token;
}

export async function call<T>(method: 'GET' | 'POST' | 'PUT' | 'DELETE', path: string, body?: unknown): Promise<T> {
  const json = body === undefined ? undefined : { type: 'application/json', text: JSON.stringify(body) };
  return send(method, path, json, TIMEOUT_MS);
}

/** Sends a file as it is, whatever its encoding; reading a large one may take its time. */
export async function sendFile<T>(path: string, file: Blob): Promise<T> {
  return send('POST', path, { type: 'application/octet-stream', text: file }, 5 * 60_000);
}

async function send<T>(
  method: string,
  path: string,
  body: { type: string; text: string | Blob } | undefined,
  timeoutMs: number,
): Promise<T> {
  let response: Response;
  try {
    response = await fetch(`/api${path}`, {
      method,
      headers: { 'x-csrf-token': csrf, 'x-client': CLIENT, ...(body && { 'content-type': body.type }) },
      ...(body && { body: body.text }),
      signal: AbortSignal.timeout(timeoutMs),
    });
  } catch (cause) {
    throw new ApiProblem(
      0,
      'The server could not be reached',
      (cause as Error).name === 'TimeoutError' ? 'It did not answer in time.' : 'Is it running?',
    );
  }
  if (response.status === 204) return undefined as T;
  const answer = await response.json().catch(() => ({})); // an answer that is no JSON is told by its status
  if (!response.ok)
    throw new ApiProblem(
      response.status,
      answer.title ?? `The server answered ${response.status}`,
      answer.detail,
      answer.fields,
    );
  return answer as T;
}
