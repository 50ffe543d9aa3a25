/** What a page asks for, as a policy parts it. */
export type Fetched = 'script' | 'style' | 'img' | 'media' | 'font' | 'frame' | 'object' | 'manifest' | 'connect';

/** Where a directive is not there, the next of these speaks (CSP Level 3, section 6.8.3). */
const DIRECTIVES: Record<Fetched, readonly string[]> = {
  script: ['script-src-elem', 'script-src', 'default-src'],
  style: ['style-src-elem', 'style-src', 'default-src'],
  img: ['img-src', 'default-src'],
  media: ['media-src', 'default-src'],
  font: ['font-src', 'default-src'],
  frame: ['frame-src', 'child-src', 'default-src'],
  object: ['object-src', 'default-src'],
  manifest: ['manifest-src', 'default-src'],
  connect: ['connect-src', 'default-src'],
};

/**
 * Whether a content security policy has the browser ask for nothing at an address (CSP Level 3, section 6.7.2). A tag that
 * may run by nonce or hash is taken to have it, so of what such a policy forbids less is told than it does.
 *
 * @param policy One policy, as a header or a `meta` has it.
 */
export function forbids(policy: string, fetched: Fetched, url: URL, page: URL): boolean {
  const directives = new Map<string, string[]>();
  for (const one of policy.split(';')) {
    const [name = '', ...sources] = one.trim().split(/\s+/);
    // Of two the first counts.
    if (name && !directives.has(name.toLowerCase())) directives.set(name.toLowerCase(), sources);
  }
  const sources = DIRECTIVES[fetched].map((name) => directives.get(name)).find((found) => found !== undefined);
  if (!sources) return false;
  const isTrusted = sources.some((source) => /^'(nonce-|sha\d+-)/i.test(source));
  if ((fetched === 'script' || fetched === 'style') && isTrusted) return false;
  return !sources.some((source) => matches(source, url, page));
}

function matches(source: string, url: URL, page: URL): boolean {
  if (source === '*') return /^(https?|wss?):$/.test(url.protocol) || url.protocol === page.protocol;
  if (/^'self'$/i.test(source)) return url.origin === page.origin;
  if (source.startsWith("'")) return false;
  if (/^[a-z][a-z0-9+.-]*:$/i.test(source)) return isSchemeOf(source.toLowerCase(), url.protocol);
  const parts = /^(?:([a-z][a-z0-9+.-]*):\/\/)?(\*|(?:\*\.)?[^:/]+)(?::(\d+|\*))?(\/.*)?$/i.exec(source);
  if (!parts) return false;
  const [, scheme, host = '', port, path] = parts;
  if (!isSchemeOf(scheme ? `${scheme.toLowerCase()}:` : page.protocol, url.protocol)) return false;
  const name = host.toLowerCase();
  const isHost = name === '*' || (name.startsWith('*.') ? url.hostname.endsWith(name.slice(1)) : url.hostname === name);
  const isPort = port === '*' || (port ?? '') === url.port || portOf(url.protocol) === port;
  const isPath = !path || path === '/' || (path.endsWith('/') ? url.pathname.startsWith(path) : url.pathname === path);
  return isHost && isPort && isPath;
}

/** A scheme stands for its secure form, too (section 6.7.2.9). */
const isSchemeOf = (allowed: string, asked: string): boolean =>
  allowed === asked ||
  (allowed === 'http:' && asked === 'https:') ||
  (allowed === 'ws:' && /^(wss|https?):$/.test(asked));

const portOf = (protocol: string): string => (/^(https|wss):$/.test(protocol) ? '443' : '80');
