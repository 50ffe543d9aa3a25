import { UNRULED_MARK } from '@douane/core/hold';
import { addressesOfSrcset, addressOfRefresh, fetches, isFetchedLink, LEADS_NOWHERE } from '@douane/core/hold/fetching';
import { withoutHeld } from '@douane/core/hold/styles';
import type { Token } from 'parse5';

/** The mark under which an address is held, which may be relative; `null` where it may be contacted. */
export type Holding = (address: string) => string | null;

/** A start tag as it stands in the text, with where its attributes are. */
export type Tag = Token.TagToken;

/** How a start tag is to be written. */
export interface Marked {
  /** Attributes that get another name, so that the browser leaves them alone: by the name they have. */
  renamed: string[];
  /** Attributes that come to it. */
  added: Record<string, string>;
  marks: string[];
}

/** The whole of a name as it stands in the text: `xlink:href` is parted by the parser. */
export const fullName = ({ prefix, name }: Token.Attribute): string => (prefix ? `${prefix}:${name}` : name);

/**
 * What of a tag has to be marked, so that the browser asks for nothing that is held; `null` where nothing has to. What
 * leads the visitor on, as a refresh or a form, is held where it is ruled, and else let through.
 *
 * @param names The mark of somebody held whom code names, where code is held by that; see `RewriteOptions`.
 * @param document Gives the text of a document in an attribute (`srcdoc`) as it has to be, and under which marks.
 */
export function marked(
  { tagName, attrs }: Pick<Tag, 'tagName' | 'attrs'>,
  holding: Holding,
  names: Holding,
  document: (html: string) => { html: string; marks: string[] },
): Marked | null {
  const element = tagName.toLowerCase();
  // Most tags ask for nothing, and there are thousands of them.
  if (!attrs.some((one) => fetches(element, fullName(one)) || one.name.startsWith('on'))) return null;
  const values = new Map(attrs.map((one) => [fullName(one).toLowerCase(), one.value]));
  if (values.has('data-gate')) return null;
  if (element === 'link' && !isFetchedLink(values.get('rel') ?? '')) return null;
  if (element === 'meta' && values.get('http-equiv')?.trim().toLowerCase() !== 'refresh') return null;
  if (element === 'input' && values.get('type')?.trim().toLowerCase() !== 'image') values.delete('src');

  const found: Marked = { renamed: [], added: {}, marks: [] };
  const hold = (name: string, marks: string[], added?: string) => {
    found.renamed.push(name);
    found.marks.push(...marks);
    if (added !== undefined) found.added[name] = added;
  };
  const marksOf = (addresses: readonly string[]) => addresses.flatMap((address) => holding(address) ?? []);
  for (const [name, value] of values) {
    const kind = fetches(element, name);
    const code = /^on/.test(name) ? value : CODE.exec(value)?.[0] && kind && decoded(value);
    const named = code && names(code);
    if (named) hold(name, [named]);
    else if (kind === 'address') {
      const leads = name === 'action' || name === 'formaction';
      const marks = marksOf([value]).filter((mark) => !leads || mark !== UNRULED_MARK);
      if (marks.length > 0) hold(name, marks, leads ? LEADS_NOWHERE : undefined);
    } else if (kind === 'srcset' || kind === 'list') {
      const marks = marksOf(kind === 'list' ? value.split(/\s+/) : addressesOfSrcset(value));
      if (marks.length > 0) hold(name, marks);
    } else if (kind === 'refresh') {
      const address = addressOfRefresh(value);
      const marks = address === undefined ? [] : marksOf([address]).filter((mark) => mark !== UNRULED_MARK);
      if (marks.length > 0) hold(name, marks);
    } else if (kind === 'css') {
      const { css, marks } = heldStyle(value, holding);
      if (marks.length > 0) hold(name, marks, css);
    } else if (kind === 'html') {
      const { html, marks } = document(value);
      if (marks.length > 0) hold(name, marks, html);
    }
  }
  if (found.renamed.length === 0) return null;
  if (element === 'script') {
    if (values.has('type')) found.renamed.push('type');
    found.added.type = 'text/plain';
  }
  return found;
}

/** Addresses that are code, or a document, themselves. */
const CODE = /^[\s\0]*(javascript|data):/i;

/** What stands in such an address, whatever of it is escaped. */
function decoded(address: string): string {
  try {
    return decodeURIComponent(address);
  } catch {
    return address;
  }
}

/** A style without what is held in it, and the marks of that. */
export function heldStyle(text: string, holding: Holding): { css: string; marks: string[] } {
  const marks: string[] = [];
  const css = withoutHeld(text, (address) => {
    const mark = holding(address);
    if (mark !== null) marks.push(mark);
    return mark !== null;
  });
  return { css, marks };
}

/** The attribute by which the gate knows what a tag waits for. */
export const markOf = (marks: readonly string[]): string => [...new Set(marks)].join(' ');
