import { createHmac } from 'node:crypto';
import { guardedRequest } from '@douane/scanner';

const TIMEOUT_MS = 10_000;

export interface WebhookMessage {
  id: string;
  secret: string;
  body: string;
  allowPrivate: boolean;
  /** For the whole of it. */
  timeoutMs?: number;
}

/**
 * Posts a message signed as the Standard Webhooks specification says: `webhook-id`, `webhook-timestamp`, and
 * `webhook-signature` with `v1,` and the HMAC-SHA256 of `id.timestamp.body`. `secret` is base64 after `whsec_`. Only the
 * answer's status is read. Throws a sentence where it was not taken, at the latest after ten seconds.
 */
export async function postWebhook(
  url: string,
  { id, secret, body, allowPrivate, timeoutMs = TIMEOUT_MS }: WebhookMessage,
): Promise<void> {
  const timestamp = Math.floor(Date.now() / 1000);
  const key = Buffer.from(secret.replace(/^whsec_/, ''), 'base64');
  const signature = createHmac('sha256', key).update(`${id}.${timestamp}.${body}`).digest('base64');
  await new Promise<void>((done, fail) => {
    const request = guardedRequest(new URL(url), {
      allowPrivate,
      method: 'POST',
      headers: {
        'content-type': 'application/json',
        'content-length': Buffer.byteLength(body),
        'user-agent': 'Douane',
        'webhook-id': id,
        'webhook-timestamp': String(timestamp),
        'webhook-signature': `v1,${signature}`,
      },
    });
    // Counted from now, whatever trickles in meanwhile.
    const deadline = setTimeout(() => request.destroy(new Error(`no answer within ${timeoutMs / 1000} s`)), timeoutMs);
    request.on('close', () => clearTimeout(deadline));
    request.on('error', fail);
    request.on('response', (response) => {
      const { statusCode = 0 } = response;
      if (statusCode >= 200 && statusCode < 300) done();
      else fail(new Error(`answered ${statusCode}`));
      // Nobody reads what it says besides, however long it is.
      response.destroy();
      request.destroy();
    });
    request.end(body);
  });
}
