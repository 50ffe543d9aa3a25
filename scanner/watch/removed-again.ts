import type { HookReport } from './hooks';
import { namedValue } from './values';

/** What stays no longer than this was stored to see whether storage works. */
const AT_ONCE_MS = 1_000;

/** Kind and name, as `removedAtOnce` gives them. */
export const storedKey = (kind: string, name: string) => `${kind} ${name}`;

/** What was stored and removed again so soon that nothing can have been kept in it; see `storedKey`. */
export function removedAtOnce(reports: readonly HookReport[]): Set<string> {
  const since = new Map<string, number>();
  const stays = new Map<string, number>();
  for (const { what, text, host, at } of reports) {
    if (what === 'image' || what === 'read') continue;
    if (what !== 'removed') {
      const key = storedKey(what, what === 'cookie' ? namedValue(text, host)[0] : text);
      if (!since.has(key)) since.set(key, at);
      continue;
    }
    const from = since.get(text);
    if (from === undefined) continue;
    since.delete(text);
    stays.set(text, Math.max(stays.get(text) ?? 0, at - from));
  }
  for (const key of since.keys()) stays.delete(key); // stored again, and there still
  return new Set([...stays].filter(([, ms]) => ms <= AT_ONCE_MS).map(([key]) => key));
}
