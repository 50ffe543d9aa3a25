import { CHOICE_COOKIE, choiceIn, decodeChoice, encodeChoice } from '@douane/core/consent/choice-cookie';
import type { CommonConfig, CommonMessage } from '../types';

/** Browsers keep no cookie for longer (RFC 6265bis, section 5.5). */
const MOST_DAYS = 400;

/**
 * The page of ours that stands unseen in pages of all addresses of a site and keeps the choice they have in common. Pages
 * of any other address get no answer. Where the browser parts what it keeps by the page that it stands in, there is one for
 * each domain, and so nothing in common.
 */
export function answerPages({ origins }: CommonConfig): void {
  addEventListener('message', ({ origin, data, ports: [port] }: MessageEvent<CommonMessage | null>) => {
    if (!port || !origins.includes(origin)) return;
    const nowSeconds = Math.floor(Date.now() / 1000);
    const kept = choiceIn(document.cookie, nowSeconds);
    const made = typeof data?.keep === 'string' ? decodeChoice(data.keep, nowSeconds) : null;
    if (made && made.atSeconds >= (kept?.atSeconds ?? 0)) {
      const days = Math.min(Math.max(Number(data?.days) || 0, 0), MOST_DAYS);
      const path = location.pathname.replace(/[^/]*$/, '');
      // In a page of another site a cookie may only be so.
      const attributes = `Path=${path}; Max-Age=${days * 86_400}; SameSite=None; Secure`;
      // biome-ignore lint/suspicious/noDocumentCookie: cookieStore is not there in every browser
      document.cookie = `${CHOICE_COOKIE}=${encodeChoice(made)}; ${attributes}`;
    }
    const now = choiceIn(document.cookie, nowSeconds);
    port.postMessage(now && encodeChoice(now));
  });
}
