import type { Exposed } from '@douane/core/check';
import { allowsMark, heldAs, mayRun, type PlanIndex, policyFor } from '@douane/core/hold';
import { isFetchedLink } from '@douane/core/hold/fetching';
import { type Fetched, forbids } from '@douane/core/hold/forbids';
import type { Decision } from '@douane/core/regimes';
import { holdingBy, type MarkedTag, namesBy, Rewriter } from '@douane/edge';
import { gateInMarkup } from './gate-in-markup';

/** A page as the site's server sent it to one visitor. */
export interface ServedPage {
  url: string;
  /** Milliseconds since the visit began. */
  atMs: number;
  /** Milliseconds since 1970. */
  at: number;
  html: string;
  headers: Readonly<Record<string, string>>;
}

export interface ExposedBy {
  plan: PlanIndex;
  /** Base address of the site's gate. */
  base: string;
  /** By what its script holds; see `Setup.holding`. */
  by: 'policy' | 'script';
  /** What this visitor had granted when the page was sent. */
  granted: Decision['granted'];
}

const MOST_TEXT = 600;
const MOST_TOLD = 40;

/**
 * What of a page is held by luck alone, whatever came of it in a visit: tags that are to be held and stand where a browser
 * may ask for them before any script of the page has run, and a gate before which others run. It is read from the page as
 * the server sent it: what an edge would still mark is not marked. What a policy in the answer forbids is safe.
 */
export function exposedIn(page: ServedPage, { plan, base, by, granted }: ExposedBy): Exposed[] {
  const url = new URL(page.url);
  const allows = (mark: string) => allowsMark(mark, granted, plan.unruled);
  if (Object.values(granted).every(Boolean)) return [];
  const policies = (page.headers['content-security-policy'] ?? '').split(',').filter((one) => one.trim());
  const ours = by === 'policy' ? policyFor(plan, (purpose) => mayRun(purpose, granted, plan.unruled)) : null;
  const found: Exposed[] = [];
  /** Addresses held of the tag that is being read. */
  let addresses: URL[] = [];
  const holding = holdingBy(plan, url.hostname, allows);
  const names = namesBy(plan, allows);
  const rewriter = new Rewriter({
    base: page.url,
    holding: (address, from) => {
      const mark = holding(address, from);
      if (mark !== null) addresses.push(new URL(address, from));
      return mark;
    },
    names: (code) => {
      const named = names(code);
      if (named) addresses.push(new URL(`${url.protocol}//${named.host}/`));
      return named?.mark ?? null;
    },
    policy: (own) => {
      policies.push(own);
      return own;
    },
    onMarked: (tag) => {
      const held = addresses;
      addresses = [];
      const fetched = fetchedBy(tag);
      const open = held.filter((address) => {
        if (policies.some((policy) => forbids(policy, fetched ?? 'img', address, url))) return false;
        if (fetched === null) return false;
        return isAskedAhead(tag) || ours === null || !forbids(ours, fetched, address, url);
      });
      if (open.length === 0 || found.length >= MOST_TOLD) return;
      found.push({
        what: 'tag',
        page: page.url,
        line: tag.line,
        text: tag.was.slice(0, MOST_TEXT),
        ...(tag.as.length <= MOST_TEXT && { marked: tag.as }),
        marks: [...new Set(tag.marks)],
        hosts: [...new Set(open.map(({ hostname }) => hostname))],
      });
    },
  });
  rewriter.write(page.html);
  rewriter.end();

  for (const [, address = ''] of (page.headers.link ?? '').matchAll(/<([^>]*)>/g)) {
    if (!URL.canParse(address, page.url)) continue;
    const target = new URL(address, page.url);
    const mark = heldAs(plan, target, url.hostname, allows);
    if (mark === null || policies.some((policy) => forbids(policy, 'script', target, url))) continue;
    const text = `Link: ${address}`.slice(0, MOST_TEXT);
    found.push({ what: 'header', page: page.url, text, marks: [mark], hosts: [target.hostname] });
  }

  const gate = gateInMarkup(page.html, base, page.url);
  // Where a policy comes with the answer, a gate that is late or missing lets nobody go ahead of it.
  const isHeld = ours !== null && policies.some((policy) => policy.trim() === ours);
  if (!isHeld && gate.state !== 'first' && gate.state !== 'failed') {
    const [first = ''] = gate.before;
    const text = first.slice(0, MOST_TEXT);
    found.push({ what: 'gate', page: page.url, state: gate.state, text, marks: [], hosts: [] });
  }
  return found;
}

/** What a tag has the browser ask for as soon as it is parsed; `null`: nothing, or only at somebody's doing. */
function fetchedBy({ tag, attributes, was }: MarkedTag): Fetched | null {
  const has = (...names: string[]) => names.some((name) => attributes.includes(name));
  switch (tag) {
    case 'script':
      // Code in the page itself is held as it runs.
      return has('src', 'href', 'xlink:href') ? 'script' : null;
    case 'img':
    case 'image':
    case 'feimage':
      return has('src', 'srcset', 'href', 'xlink:href') ? 'img' : null;
    case 'input':
      return has('src') ? 'img' : null;
    case 'source':
      return has('srcset') ? 'img' : 'media';
    case 'video':
      return has('poster') ? 'img' : 'media';
    case 'audio':
    case 'track':
      return 'media';
    case 'iframe':
    case 'frame':
      return has('src', 'srcdoc') ? 'frame' : null;
    case 'object':
    case 'embed':
      return has('src', 'data') ? 'object' : null;
    case 'link':
      return isFetchedLink(relOf(was)) ? asOf(was) : null;
    case 'style':
      // Only what a sheet imports is asked for before the page is laid out.
      return has('@import') ? 'style' : null;
    default:
      return null;
  }
}

/** Whether Chromium's preload scanner asks for it from the markup that has come, before any script (measured). */
function isAskedAhead({ tag, attributes, was }: MarkedTag): boolean {
  if (tag === 'link')
    return /\b(stylesheet|preload|modulepreload)\b/i.test(relOf(was)) && !/\balternate\b/i.test(relOf(was));
  if (tag === 'img') return !/\sloading\s*=\s*["']?lazy/i.test(was);
  if (tag === 'source') return attributes.includes('srcset');
  if (tag === 'video') return attributes.includes('poster');
  return ['script', 'image', 'input', 'style'].includes(tag);
}

const relOf = (tag: string): string =>
  /\srel\s*=\s*(?:"([^"]*)"|'([^']*)'|([^\s>]*))/i.exec(tag)?.slice(1).find(Boolean) ?? '';

/** Of what kind a link is (HTML Standard, section 4.6.7). */
function asOf(tag: string): Fetched {
  const rel = relOf(tag).toLowerCase();
  if (rel.includes('modulepreload')) return 'script';
  if (rel.includes('stylesheet')) return 'style';
  const as = /\sas\s*=\s*["']?(\w+)/i.exec(tag)?.[1]?.toLowerCase() ?? '';
  const known: Partial<Record<string, Fetched>> = { script: 'script', style: 'style', font: 'font', image: 'img' };
  if (rel.includes('icon')) return 'img';
  if (rel.includes('manifest')) return 'manifest';
  return known[as] ?? (as === 'video' || as === 'audio' || as === 'track' ? 'media' : 'connect');
}
