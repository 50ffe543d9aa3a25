import { Resolver } from 'node:dns/promises';
import { isIP } from 'node:net';
import { registrableDomain, type Sign } from '@douane/core/observe';

const WAIT_MS = 3_000;
const DEEPEST = 8;

/**
 * CNAME cloaking: own host names that lead to somebody else by a CNAME record (RFC 1034 section 3.6.2), whose cookies the
 * browser takes for the site's own. `server` is a name server to ask, `ADDRESS:PORT`; else the system's.
 */
export async function findCnameCloaking(
  hosts: Iterable<{ host: string; page: string }>,
  ownDomains: readonly string[],
  server?: string,
): Promise<Sign[]> {
  const resolver = new Resolver({ timeout: WAIT_MS, tries: 1 });
  if (server) resolver.setServers([server]);
  const found = await Promise.all(
    [...hosts].map(async ({ host, page }): Promise<Sign[]> => {
      if (isIP(host) || !host.includes('.')) return [];
      const own = [registrableDomain(host), ...ownDomains];
      const behind = (await aliases(resolver, host)).find((name) => !own.includes(registrableDomain(name)));
      if (!behind) return [];
      return [{ what: 'cname-cloaking', host, name: behind, page, chain: [{ url: page, how: 'page' }] }];
    }),
  );
  return found.flat();
}

async function aliases(resolver: Resolver, host: string): Promise<string[]> {
  const names: string[] = [];
  let name = host;
  while (names.length < DEEPEST) {
    // No such record, no such name, or no name server: then nothing is cloaked as far as the resolver tells.
    const next = (await resolver.resolveCname(name).catch(() => []))[0]?.toLowerCase();
    if (!next || names.includes(next)) break;
    names.push(next);
    name = next;
  }
  return names;
}
