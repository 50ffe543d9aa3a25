import type { IncomingHttpHeaders } from 'node:http';
import { UNRULED_MARK } from '@douane/core/hold';
import type { Headers } from './headers';
import type { Held } from './site';

/**
 * Status of an answer for a visitor. Where it leads a page of the site's on to somebody whose purpose is held, and the visitor
 * has not done that himself, it is 204 (RFC 9110, section 15.3.5): the page he is on stays. Who asks says which it is
 * (Fetch Metadata Request Headers, sections 2.2 to 2.4). Strangers are let through, as by the gate. Changes `headers` in
 * place.
 *
 * @param address Of what was asked for.
 */
export function statusFor(
  asked: IncomingHttpHeaders,
  status: number,
  headers: Headers,
  address: string,
  held: Held,
): number {
  const isLed =
    asked['sec-fetch-mode'] === 'navigate' &&
    asked['sec-fetch-user'] !== '?1' &&
    /^same-/.test(String(asked['sec-fetch-site']));
  if (!isLed || status < 300 || status > 399 || headers.location === undefined) return status;
  const mark = held.holding(String(headers.location), address);
  if (mark === null || mark === UNRULED_MARK) return status;
  for (const name of ['location', 'content-length', 'content-type', 'content-encoding']) delete headers[name];
  headers['cache-control'] = 'no-store';
  return 204;
}
