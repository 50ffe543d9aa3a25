import { toldApart } from '@douane/core/check';
import { fetchText } from './fetch-text';
import type { Resolve } from './guard';
import { partsOf } from './page-parts';

/** What a site's own visitors call their browser. */
const ordinary = (version: string) =>
  `Mozilla/5.0 (X11; Linux x86_64) AppleWebKit/537.36 (KHTML, like Gecko) Chrome/${version} Safari/537.36`;
const TIMES = 2;
const MOST_BYTES = 2_000_000;

export interface ApartOptions {
  allowPrivate: boolean;
  resolve?: Resolve[];
  badCertificates?: boolean;
  signal?: AbortSignal;
  /** What the browser of the visits calls itself, and its version. */
  userAgent: string;
  version: string;
}

/**
 * Whether a site answers the browser of a check otherwise than it answers its visitors', by the name that the browser gives
 * itself; a sentence that says how. `null`: not so, or it could not be asked, which is told where the visits fail.
 */
export async function toldApartBy(
  page: string,
  { userAgent, version, ...options }: ApartOptions,
): Promise<string | null> {
  const ask = async (agent: string) => {
    const { status, text } = await fetchText(page, { ...options, userAgent: agent, maxBytes: MOST_BYTES });
    return { status, parts: partsOf(text, page) };
  };
  try {
    const visitors: Awaited<ReturnType<typeof ask>>[] = [];
    const ours: typeof visitors = [];
    // By turns, so that what changes meanwhile is no difference between the two.
    for (let i = 0; i < TIMES; i++) {
      visitors.push(await ask(ordinary(version)));
      ours.push(await ask(userAgent));
    }
    const name = /\S*Headless\S*/.exec(userAgent)?.[0] ?? userAgent;
    const otherwise = (how: string) =>
      `The site answers a browser that calls itself ${name} otherwise than others: ${how}. Have it let this one by, or what was seen is not what visitors get.`;
    const statuses = (of: typeof visitors) => new Set(of.map(({ status }) => status));
    const [theirs, own] = [statuses(visitors), statuses(ours)];
    if (theirs.size === 1 && own.size === 1 && ![...theirs].some((status) => own.has(status)))
      return otherwise(`with ${[...own]} where they get ${[...theirs]}`);
    const parts = (of: typeof visitors) => of.map((one) => one.parts);
    const apart = toldApart(parts(visitors), parts(ours));
    return apart && otherwise(`${apart.missing === 'other' ? 'without' : 'with'} "${apart.part}"`);
  } catch {
    return null; // the visits tell of a site that does not answer
  }
}
