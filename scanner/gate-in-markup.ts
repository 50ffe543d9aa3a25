import { fetches, isFetchedLink } from '@douane/core/hold/fetching';
import type { LookedPage } from '@douane/core/look';
import { HASH_DIGITS } from '@douane/core/setup/gate-base';
import { type DefaultTreeAdapterTypes, parse } from 'parse5';

type Node = DefaultTreeAdapterTypes.ChildNode;
type Element = DefaultTreeAdapterTypes.Element;

const MOST_TOLD = 10;
const MOST_LETTERS = 200;
/** The pointer, or a copy of it that is kept by its hash, which had more digits once. */
const GATE_FILE = new RegExp(`/(gate|hold\\.[0-9a-f]{${HASH_DIGITS},16})\\.js$`);
const OF_A_SITE = new RegExp(`/g/[^/]+${GATE_FILE.source}`);
/** Scripts that are data, and nothing a browser runs (HTML Standard, section 4.12.1). */
const RUNS = /^$|^module$|^(text|application)\/(x-)?(java|ecma)script$|^importmap$|^speculationrules$/i;

/**
 * How a page carries the gate, by its markup as the server sends it and not by the page as scripts left it: a tag manager
 * may well insert its tags above the gate once it was let through. What stands above counts where it runs, or has the
 * browser ask somebody else than the page's own origin for something.
 *
 * @param base Address below which the site's gate is.
 */
export function gateInMarkup(
  html: string,
  base: string,
  page: string,
): Pick<LookedPage, 'state' | 'before' | 'why'> & { marked: number } {
  const address = (text: string) => (URL.canParse(text, page) ? new URL(text, page).href.replace(/[?#].*$/, '') : '');
  const elements = elementsOf(parse(html, { sourceCodeLocationInfo: true }).childNodes);
  const marked = elements.filter((one) => attribute(one, 'data-gate') !== undefined).length;
  const sources = elements.map((one) => (one.tagName === 'script' ? address(attribute(one, 'src') ?? '') : ''));
  const isOurs = (source: string) => source.startsWith(`${base}/`) && GATE_FILE.test(source);
  const at = sources.findIndex(isOurs);
  const found = (state: LookedPage['state'], why?: string, before: string[] = []) => ({
    ...{ state, before, marked },
    ...(why && { why }),
  });
  const other = sources.find((source) => OF_A_SITE.test(source) && !isOurs(source));
  if (at < 0) return other ? found('other-key', `the page carries ${other.slice(0, 1000)}`) : found('missing');
  const gate = elements[at]!;
  if (
    attribute(gate, 'async') !== undefined ||
    attribute(gate, 'defer') !== undefined ||
    attribute(gate, 'type') === 'module'
  )
    return found('not-blocking', 'async, defer or module lets other tags run before it');
  const before = elements.slice(0, at).filter((one) => acts(one, page));
  if (before.length > 0)
    return found(
      'late',
      undefined,
      before.slice(0, MOST_TOLD).map((one) => told(one, html)),
    );
  if (sources.filter(isOurs).length > 1 || other)
    return found(
      'several',
      other ? `beside ${other.slice(0, 1000)}` : 'the second does nothing but slow the page down',
    );
  return found('first');
}

/** In document order; what is in a template does nothing and is left out. */
function elementsOf(nodes: readonly Node[]): Element[] {
  const all: Element[] = [];
  // A page may be nested deeper than a stack is.
  const left = [...nodes].reverse();
  for (let node = left.pop(); node; node = left.pop()) {
    if (!('tagName' in node)) continue;
    all.push(node);
    for (let i = node.childNodes.length - 1; i >= 0; i--) left.push(node.childNodes[i]!);
  }
  return all;
}

const attribute = ({ attrs }: Element, name: string): string | undefined =>
  attrs.find((one) => one.name === name)?.value;

/** Whether an element runs, or asks others for something, as soon as a browser comes to it. */
function acts(element: Element, page: string): boolean {
  const { tagName, attrs } = element;
  if (attribute(element, 'data-gate') !== undefined) return false;
  if (tagName === 'script') return RUNS.test(attribute(element, 'type')?.trim() ?? '');
  if (tagName === 'link' && !isFetchedLink(attribute(element, 'rel') ?? '')) return false;
  const isAskedAtOnce = ({ name }: Element['attrs'][number]) =>
    fetches(tagName, name) !== undefined && !['ping', 'action', 'formaction'].includes(name);
  return attrs.filter(isAskedAtOnce).some(({ value }) =>
    // Of a list, a style or a document the addresses are looked for; all else is one.
    [value, ...value.split(/[\s,'"()]+/)].some((text) => isElsewhere(text, page)),
  );
}

function isElsewhere(text: string, page: string): boolean {
  if (!/^\s*(https?:)?\/\//i.test(text) || !URL.canParse(text, page)) return false;
  return new URL(text, page).origin !== new URL(page).origin;
}

function told({ sourceCodeLocation: at }: Element, html: string): string {
  const tag = at?.startTag ?? at;
  return tag ? `line ${tag.startLine}: ${html.slice(tag.startOffset, tag.endOffset).slice(0, MOST_LETTERS)}` : '';
}
