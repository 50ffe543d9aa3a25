import { type DefaultTreeAdapterTypes, parse } from 'parse5';

const ADDRESSES = ['src', 'href', 'data', 'poster'];
const ASKING = new Set(['script', 'iframe', 'frame', 'img', 'link', 'object', 'embed', 'video', 'audio', 'source']);
const MOST_PARTS = 2_000;
const MOST_TEXT = 300;

/**
 * What a page's markup asks for and runs, by which two answers can be held against each other: tags with the address they
 * name, without its query, and scripts in the page without what is counted or drawn by lot in them.
 */
export function partsOf(html: string, page: string): Set<string> {
  const parts = new Set<string>();
  const left: DefaultTreeAdapterTypes.ChildNode[] = [...parse(html).childNodes];
  for (let node = left.pop(); node && parts.size < MOST_PARTS; node = left.pop()) {
    if (!('tagName' in node)) continue;
    left.push(...node.childNodes);
    const { tagName, attrs } = node;
    if (!ASKING.has(tagName)) continue;
    const named = attrs.filter(({ name, value }) => ADDRESSES.includes(name) && URL.canParse(value, page));
    for (const { value } of named) {
      const { origin, pathname, protocol } = new URL(value, page);
      if (/^https?:$/.test(protocol)) parts.add(`${tagName} ${origin}${pathname}`.slice(0, MOST_TEXT));
    }
    const [text] = node.childNodes;
    if (tagName === 'script' && named.length === 0 && text && 'value' in text)
      parts.add(`script ${steady(text.value)}`);
  }
  return parts;
}

/** A script's text without words that have digits in them, as ids, times and tokens do. */
const steady = (code: string): string =>
  code
    .replace(/[\w-]*\d[\w-]*/g, '#')
    .replace(/\s+/g, ' ')
    .slice(0, MOST_TEXT);
