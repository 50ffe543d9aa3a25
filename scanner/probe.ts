import { fetchText } from './fetch-text';

const TIMEOUT_MS = 6_000;
const MOST_BYTES = 64 * 1024;

/**
 * The address at which a site answers that was named without a scheme: HTTPS is tried first, then plain HTTP; redirects
 * within the site are followed. Throws a sentence where neither answers.
 */
export async function probeAddress(text: string, { allowPrivate }: { allowPrivate: boolean }): Promise<string> {
  const reasons: string[] = [];
  for (const scheme of ['https', 'http']) {
    const address = new URL(`${scheme}://${text}`).href;
    try {
      const { url } = await fetchText(address, { allowPrivate, maxBytes: MOST_BYTES, timeoutMs: TIMEOUT_MS });
      return url;
    } catch (cause) {
      reasons.push(`${address}: ${(cause as Error).message}`);
    }
  }
  throw new Error(
    `nothing answers there (${reasons.join('; ')}). Write it with http:// or https:// to take it on all the same`,
  );
}
