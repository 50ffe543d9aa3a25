/** A piece of a text: plain, or with one quality. */
export interface Piece {
  text: string;
  bold?: boolean;
  italic?: boolean;
  /** Address of a link: of the web, by mail, or on the site itself. */
  href?: string;
}

const MARKS = /\*\*(.+?)\*\*|\*(.+?)\*|\[([^\]]+)\]\(((?:https?:\/\/|mailto:|\/)[^\s)]*)\)/g;

/**
 * A text with its few marks read: `**bold**`, `*italic*`, `[words](address)`. Everything else, markup too, is text as it
 * stands.
 */
export function richPieces(source: string): Piece[] {
  const pieces: Piece[] = [];
  let at = 0;
  const plain = (to: number) => to > at && pieces.push({ text: source.slice(at, to) });
  for (const match of source.matchAll(MARKS)) {
    const [whole, bold, italic, words, href] = match;
    plain(match.index);
    pieces.push(
      bold ? { text: bold, bold: true } : italic ? { text: italic, italic: true } : { text: words!, href: href! },
    );
    at = match.index + whole.length;
  }
  plain(source.length);
  return pieces;
}

/** The words of a text without its marks. */
export const plainWords = (source: string): string =>
  richPieces(source)
    .map(({ text }) => text)
    .join('');
