import type { SignIn } from '@douane/core/setup';

/** Too short to be looked for: it would be found in half of all words. */
const SHORTEST = 4;

/** Parts that say where something was; they are compared with each other and stay as they are. */
const PLACES = new Set(['page', 'pages', 'pageref', 'links', 'host', 'ownHosts', 'shape']);

/** What is to be kept, without what was filled in to sign in, wherever a page may have repeated it. */
export function withoutSecrets<T>(value: T, recipe: SignIn | undefined): T {
  const filled = (recipe?.fields ?? []).map((field) => field.value).filter((text) => text.length >= SHORTEST);
  const secrets = [...new Set(filled.flatMap((text) => [text, encodeURIComponent(text)]))];
  return secrets.length === 0 ? value : (scrub(value, secrets) as T);
}

function scrub(value: unknown, secrets: readonly string[]): unknown {
  if (typeof value === 'string') return secrets.reduce((text, secret) => text.replaceAll(secret, '(left out)'), value);
  if (Array.isArray(value)) return value.map((part) => scrub(part, secrets));
  if (value === null || typeof value !== 'object') return value;
  return Object.fromEntries(
    Object.entries(value).map(([name, part]) => [name, PLACES.has(name) ? part : scrub(part, secrets)]),
  );
}
