import { CHOICE_COOKIE as NAME } from '@douane/core/consent/choice-cookie';
import type { Choice } from '@douane/core/regimes';

export interface KeptChoice extends Choice {
  version: number;
  record: string;
}

/** The choice this browser keeps, or `null`. Form: `version|record|gpc|purpose:1,purpose:0`. */
export function readChoice(): KeptChoice | null {
  const text = new RegExp(`(?:^|; )${NAME}=([^;]*)`).exec(document.cookie)?.[1];
  const [version, record, gpc, list] = decodeURIComponent(text ?? '').split('|');
  if (!version || !record || !list) return null;
  const purposes: Record<string, boolean> = {};
  for (const pair of list.split(',')) {
    const [id, value] = pair.split(':');
    if (id) purposes[id] = value === '1';
  }
  return { version: Number(version), record, gpc: gpc === '1', purposes };
}

/** Keeps a choice for as long as it may stand. Browsers cap this at 400 days. */
export function keepChoice({ version, record, gpc, purposes }: KeptChoice, days: number): void {
  const list = Object.entries(purposes).map(([id, yes]) => `${id}:${yes ? 1 : 0}`);
  const value = encodeURIComponent([version, record, gpc ? 1 : 0, list.join(',')].join('|'));
  const secure = location.protocol === 'https:' ? '; Secure' : '';
  // biome-ignore lint/suspicious/noDocumentCookie: cookieStore is missing in browsers that visitors use, and asynchronous.
  document.cookie = `${NAME}=${value}; Path=/; Max-Age=${days * 86400}; SameSite=Lax${secure}`;
}
