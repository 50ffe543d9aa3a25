import { z } from 'zod';
import type { RichNode } from './node';

/**
 * Words of a block by which a place in it is found again, also when words around them have changed (the text quote of the
 * Web Annotation Data Model, section 4.2.4): the words themselves, and what stands before them.
 */
export interface Quote {
  exact: string;
  prefix: string;
}

const MOST = { exact: 1000, prefix: 40 };

export const quoteSchema = z.strictObject({
  exact: z.string().min(1, 'must not be empty').max(MOST.exact),
  prefix: z.string().max(MOST.prefix),
});

/** All words of a block as one text, in which quotes are looked for. */
export const quotedText = ({ text = '', content = [] }: RichNode): string => text + content.map(quotedText).join('');

/** The quote of a part of a text, from one place (in UTF-16 units) to another; `null` where nothing is selected. */
export function quoteOf(text: string, from: number, to: number): Quote | null {
  const exact = text.slice(from, Math.min(to, from + MOST.exact));
  return exact.trim() === '' ? null : { exact, prefix: text.slice(Math.max(0, from - MOST.prefix), from) };
}

/** From where to where a quote stands in a text now; of several places the one with the most of the same before it. `null`: its words are gone. */
export function placeOfQuote(text: string, { exact, prefix }: Quote): readonly [from: number, to: number] | null {
  let best: { at: number; alike: number } | null = null;
  for (let at = text.indexOf(exact); at >= 0; at = text.indexOf(exact, at + 1)) {
    let alike = 0;
    while (alike < prefix.length && text[at - 1 - alike] === prefix[prefix.length - 1 - alike]) alike++;
    if (!best || alike > best.alike) best = { at, alike };
  }
  return best && [best.at, best.at + exact.length];
}
