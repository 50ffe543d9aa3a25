import type { OutgoingHttpHeaders } from 'node:http';
import type { EdgeSite, Held } from './site';

/** Headers of an answer as node has them: a name in lower case, and one value or several. */
export type Headers = OutgoingHttpHeaders;

const listOf = (value: Headers[string]): string[] => (value === undefined ? [] : [value].flat().map(String));
const put = (headers: Headers, name: string, list: readonly string[]): void => {
  if (list.length > 0) headers[name] = [...list];
  else delete headers[name];
};

/**
 * Takes out of an answer's headers what has the browser contact somebody who is held, or store what is: `Link` (RFC
 * 8288), `Refresh`, `Set-Cookie`, speculation rules, and where reports go (Reporting API, Network Error Logging). Gives
 * back how much that was.
 */
export function withoutHeldHeaders(headers: Headers, base: string, held: Held): number {
  let dropped = 0;
  const isHeld = (address: string) => held.holding(address, base) !== null;
  const keep = (name: string, list: string[], isFree: (one: string) => boolean) => {
    const free = list.filter(isFree);
    dropped += list.length - free.length;
    if (free.length < list.length) put(headers, name, free);
  };
  keep('set-cookie', listOf(headers['set-cookie']), (line) => held.maySet(line.split(/[=;]/)[0]!.trim()));
  keep('link', listOf(headers.link).flatMap(membersOf), (one) => !isHeld(/<([^>]*)>/.exec(one)?.[1] ?? ''));
  keep('refresh', listOf(headers.refresh), (one) => !isHeld(/url\s*=\s*["']?([^"']*)/i.exec(one)?.[1] ?? ''));
  keep('reporting-endpoints', listOf(headers['reporting-endpoints']).flatMap(membersOf), (one) => {
    return !isHeld(/"([^"]*)"/.exec(one)?.[1] ?? '');
  });
  keep('report-to', listOf(headers['report-to']), (one) =>
    [...one.matchAll(/"url"\s*:\s*"([^"]*)"/g)].every(([, url]) => !isHeld(url!)),
  );
  if (held.isAny) keep('speculation-rules', listOf(headers['speculation-rules']), () => false);
  return dropped;
}

/** Members of a list that has commas between them, also inside quotes and angle brackets (RFC 9110, section 5.6.1). */
const membersOf = (text: string): string[] =>
  (text.match(/(?:<[^>]*>|"(?:\\.|[^"\\])*"|[^,<"])+/g) ?? []).map((one) => one.trim()).filter(Boolean);

/**
 * Puts a policy in force beside the page's own, and opens the page's own for gate and recorder. Gives back the nonce by
 * which the page trusts its scripts, if it does.
 */
export function withPolicy(
  headers: Headers,
  policy: string | null,
  site: Pick<EdgeSite, 'recorder' | 'hash'>,
): string | undefined {
  const name = 'content-security-policy';
  const own = listOf(headers[name]).flatMap((one) => one.split(','));
  const nonce = own.map((one) => /script-src(?:-elem)?\s[^;]*'nonce-([^']+)'/i.exec(one)?.[1]).find(Boolean);
  put(headers, name, [...own.map((one) => opened(one, site)), ...(policy === null ? [] : [policy])]);
  return nonce;
}

/**
 * A page's own policy that lets in scripts of the recorder, the gate by its hash, and requests to the recorder, whatever
 * else it says
 * (CSP Level 3, section 6.7.1).
 */
export function opened(policy: string, { recorder: origin, hash }: Pick<EdgeSite, 'recorder' | 'hash'>): string {
  const directives = new Map<string, string[]>();
  for (const one of policy.split(';')) {
    const [name = '', ...values] = one.trim().split(/\s+/);
    // Of two the first counts.
    if (name && !directives.has(name.toLowerCase())) directives.set(name.toLowerCase(), values);
  }
  const open = (name: string, fallbacks: string[]) => {
    const from = [name, ...fallbacks].find((one) => directives.has(one));
    if (from === undefined) return;
    const values = directives.get(from)!.filter((value) => value.toLowerCase() !== "'none'");
    // Beside a hash `'unsafe-inline'` counts no more, so where that counts none is added.
    const isClosed = !values.includes("'unsafe-inline'") || values.some((value) => /^'(nonce|sha)/.test(value));
    const added = [origin, ...(hash && name.startsWith('script') && isClosed ? [hash] : [])];
    directives.set(name, [...new Set([...values, ...added])]);
  };
  open('connect-src', ['default-src']);
  if (directives.has('script-src-elem')) open('script-src-elem', []);
  open('script-src', ['default-src']);
  return [...directives].map(([name, values]) => [name, ...values].join(' ')).join('; ');
}
