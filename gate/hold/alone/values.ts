import { UNRULED_MARK } from '@douane/core/hold';
import { type AttributeKind, addressesOfSrcset, addressOfRefresh } from '@douane/core/hold/fetching';
import type { Permits } from '../permits';

/** What of an attribute's value, or of a style, has to wait. */
export interface HeldValue {
  /** Marks that it waits for, with blanks between them. */
  mark: string;
  /** The same value without what is held, where it can be without. */
  rest?: string;
}

/** Addresses in a style: what stands between quotes, or in `url()` without any. */
const IN_STYLE = /(url\(\s*)([^\s"')][^)]*?)(?=\s*\))|(["'])((?:\\.|(?!\3)[^\\])*)\3/gis;

/** What of a style is held. By its letters alone: what is written with escapes is left to the browser's policy. */
export function heldInStyle(css: string, permits: Permits): HeldValue | null {
  const marks = new Set<string>();
  const rest = css.replace(IN_STYLE, (whole, before: string = '', bare?: string, quote: string = '', text?: string) => {
    const mark = permits.holding(bare ?? text!);
    if (mark === null) return whole;
    marks.add(mark);
    return `${before}${quote}data:,${quote}`;
  });
  return marks.size > 0 ? { mark: [...marks].join(' '), rest } : null;
}

/** What of an attribute's value is held. `inDocument`: what of a document's text is. */
export function heldInValue(
  kind: AttributeKind,
  value: string,
  permits: Permits,
  inDocument: (html: string) => HeldValue | null,
): HeldValue | null {
  if (kind === 'css') return heldInStyle(value, permits);
  if (kind === 'html') return inDocument(value);
  const addresses =
    kind === 'srcset'
      ? addressesOfSrcset(value)
      : kind === 'list'
        ? value.trim().split(/\s+/)
        : [kind === 'refresh' ? (addressOfRefresh(value) ?? '') : value];
  const marks = addresses.flatMap((one) => permits.holding(one) ?? []);
  // The page may well lead on to somebody who was never ruled.
  const held = kind === 'refresh' ? marks.filter((mark) => mark !== UNRULED_MARK) : marks;
  return held.length > 0 ? { mark: [...new Set(held)].join(' ') } : null;
}
