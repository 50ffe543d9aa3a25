import { parseString } from 'set-cookie-parser';
import type { Observation } from './types';

type CookieFacts = Pick<Observation, 'name' | 'host' | 'lifetimeSeconds' | 'httpOnly' | 'secure' | 'sameSite'>;

/**
 * Facts of a cookie line (RFC 6265 section 4.1), as sent in `Set-Cookie` or written to `document.cookie`.
 * `host` is the one that answered or wrote. `null`: the line deletes a cookie, or names none.
 */
export function cookieFacts(line: string, host: string, nowMs: number): CookieFacts | null {
  const parsed = parseString(line, { decodeValues: false });
  if (!parsed?.name) return null;
  const lifetimeSeconds =
    parsed.maxAge !== undefined && !Number.isNaN(parsed.maxAge)
      ? parsed.maxAge
      : parsed.expires && !Number.isNaN(parsed.expires.getTime())
        ? Math.round((parsed.expires.getTime() - nowMs) / 1000)
        : null;
  if (lifetimeSeconds !== null && lifetimeSeconds <= 0) return null;
  const sameSite = (['Strict', 'Lax', 'None'] as const).find((v) => v.toLowerCase() === parsed.sameSite?.toLowerCase());
  return {
    name: parsed.name,
    host: parsed.domain?.replace(/^\./, '').toLowerCase() || host,
    lifetimeSeconds,
    httpOnly: parsed.httpOnly ?? false,
    secure: parsed.secure ?? false,
    ...(sameSite && { sameSite }),
  };
}
