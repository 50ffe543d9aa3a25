import { partyOf } from '../observe/party';
import type { Observation } from '../observe/types';
import type { Imported, ImportFor } from './types';

const HTTP_ONLY = '#HttpOnly_';

/**
 * Cookies from a file in Netscape's form, as command-line clients and browsers write it: seven fields with tabs between
 * them: domain, whether subdomains get it, path, secure, expiry in seconds since 1970 (0: session), name, value.
 */
export function importNetscape(text: string, { address, ownDomains, now }: ImportFor): Imported {
  const observations: Observation[] = [];
  const problems: Imported['problems'] = [];
  for (const [i, whole] of text.split(/\r?\n/).entries()) {
    const httpOnly = whole.startsWith(HTTP_ONLY);
    const line = httpOnly ? whole.slice(HTTP_ONLY.length) : whole;
    if (!line.trim() || (!httpOnly && line.startsWith('#'))) continue;
    const [domain = '', , , secure, expiry, name, ...value] = line.split('\t');
    if (!name || value.length === 0 || !/^\d+(\.\d+)?$/.test(expiry ?? '')) {
      problems.push({
        path: `line ${i + 1}`,
        message: 'does not have the seven fields of a cookie with tabs between them',
      });
      continue;
    }
    const host = domain.replace(/^\./, '').toLowerCase();
    const seconds = Math.round(Number(expiry) - now / 1000);
    if (Number(expiry) > 0 && seconds <= 0) continue;
    observations.push({
      kind: 'cookie',
      name,
      host,
      page: address,
      party: partyOf(host, new URL(address).hostname, ownDomains),
      atMs: 0,
      chain: [],
      lifetimeSeconds: Number(expiry) === 0 ? null : seconds,
      httpOnly,
      secure: secure === 'TRUE',
    });
  }
  return { format: 'netscape-cookies', observations, problems };
}
