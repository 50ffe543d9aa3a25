import { richPieces } from '@douane/core/banner';

/** A document of the editor, as far as it is read here. */
interface Doc {
  type?: string;
  text?: string;
  content?: Doc[];
  marks?: { type: string; attrs?: Record<string, unknown> }[];
}

/** The editor's document for a text with marks. */
export function docOf(source: string): Doc {
  const content = richPieces(source).map(({ text, bold, italic, href }): Doc => {
    const marks = [
      ...(bold ? [{ type: 'bold' }] : []),
      ...(italic ? [{ type: 'italic' }] : []),
      ...(href ? [{ type: 'link', attrs: { href } }] : []),
    ];
    return { type: 'text', text, ...(marks.length > 0 && { marks }) };
  });
  return { type: 'doc', content: [{ type: 'paragraph', content }] };
}

/** The text with marks that a document comes to. Paragraphs run on; of several marks on one piece the strongest stays. */
export function sourceOf(doc: Doc): string {
  const paragraphs = (doc.content ?? []).map(({ content = [] }) =>
    content
      .map(({ text = '', marks = [] }) => {
        const link = marks.find(({ type }) => type === 'link');
        const has = (name: string) => marks.some(({ type }) => type === name);
        // Spaces stay outside of a mark, which would be none with them inside.
        const [, before = '', words = '', after = ''] = text.match(/^(\s*)(.*?)(\s*)$/s) ?? [];
        if (!words) return text;
        const marked = link
          ? `[${words}](${link.attrs?.href})`
          : has('bold')
            ? `**${words}**`
            : has('italic')
              ? `*${words}*`
              : words;
        return `${before}${marked}${after}`;
      })
      .join(''),
  );
  return paragraphs.filter(Boolean).join(' ');
}
