import { htmlText, plainText } from '../observe/plain-text';

/** Elements that a document is made of. Nothing in them runs or loads anything. */
export type Tag =
  | ('h1' | 'h2' | 'h3' | 'p' | 'ul' | 'li' | 'dl' | 'dt' | 'dd')
  | ('code' | 'a' | 'section' | 'nav' | 'time' | 'strong' | 'em' | 'br')
  | ('ol' | 'blockquote' | 'table' | 'tr' | 'th' | 'td')
  | ('form' | 'input' | 'button');

/** A part of a document: words, or an element with its attributes and parts. Words may come from pages: hostile text. */
export type Part = string | Element;
export interface Element {
  tag: Tag;
  attributes?: Readonly<Record<string, string>>;
  parts: readonly Part[];
}

export const element = (tag: Tag, parts: Part | readonly Part[], attributes?: Element['attributes']): Element => ({
  tag,
  parts: typeof parts === 'string' || !Array.isArray(parts) ? [parts as Part] : parts,
  ...(attributes && { attributes }),
});

/** They have no end tag (HTML standard, section 13.1.2). */
const VOID: ReadonlySet<Tag> = new Set(['br', 'input']);

/** As HTML. */
export function asHtml(part: Part): string {
  if (typeof part === 'string') return htmlText(part);
  const attributes = Object.entries(part.attributes ?? {}).map(([name, value]) => ` ${name}="${htmlText(value)}"`);
  const start = `<${part.tag}${attributes.join('')}>`;
  return VOID.has(part.tag) ? start : `${start}${part.parts.map(asHtml).join('')}</${part.tag}>`;
}

/** As Markdown (CommonMark). What means something there is escaped. */
export function asMarkdown(part: Part): string {
  if (typeof part === 'string') return plainText(part).replace(/[\\`*_{}[\]<>#|]/g, '\\$&');
  const { tag, attributes = {} } = part;
  const inner = () => part.parts.map((one, i) => startOf(tag, one, i) + asMarkdown(one)).join('');
  switch (tag) {
    case 'h1':
    case 'h2':
    case 'h3':
      return `${'#'.repeat(Number(tag[1]))} ${inner()}\n\n`;
    case 'p':
      return `${inner()}\n\n`;
    case 'li':
      return `- ${inner().trim().replace(/\n+/g, '\n  ')}\n`;
    case 'ul':
    case 'dl':
      return `${inner()}\n`;
    case 'ol':
      return `${part.parts.map((one, i) => asMarkdown(one).replace(/^- /, `${i + 1}. `)).join('')}\n`;
    case 'blockquote':
      return `${inner().trim().replace(/^/gm, '> ')}\n\n`;
    case 'br':
      return '\\\n';
    case 'table':
      return `${part.parts.map((row, i) => tableRow(row, i)).join('')}\n`;
    case 'dt':
      return `- **${inner()}**: `;
    case 'dd':
      return `${inner()}\n`;
    case 'code':
      // As long a fence as none within it is.
      return `\`\` ${wordsOf(part).replaceAll('`', "'")} \`\``;
    case 'em':
      return `*${inner()}*`;
    case 'strong':
      return `**${inner()}**`;
    case 'a':
      return attributes.href ? `[${inner()}](<${attributes.href.replace(/[<>\s]/g, encodeURIComponent)}>)` : inner();
    case 'nav':
      return '';
    default:
      return inner();
  }
}

/** As plain text, a line for each thing said. */
export function asText(part: Part): string {
  if (typeof part === 'string') return plainText(part);
  const { tag, attributes = {} } = part;
  const inner = part.parts.map((one, i) => startOf(tag, one, i) + asText(one)).join('');
  switch (tag) {
    case 'h1':
    case 'h2':
    case 'h3':
    case 'p':
      return `${inner}\n\n`;
    case 'li':
      return `- ${inner.trim().replace(/\n+/g, '\n  ')}\n`;
    case 'ul':
    case 'ol':
    case 'dl':
    case 'table':
      return `${inner}\n`;
    case 'tr':
      return `${inner.trim()}\n`;
    case 'th':
    case 'td':
      return `${inner.trim()}\t`;
    case 'br':
      return '\n';
    case 'dt':
      return `${inner}: `;
    case 'dd':
      return `${inner}\n`;
    case 'a':
      return attributes.href && attributes.href !== inner ? `${inner} (${attributes.href})` : inner;
    case 'nav':
      return '';
    default:
      return inner;
  }
}

/** A row of a table, with the line that makes the first one its head (GitHub Flavored Markdown). */
function tableRow(row: Part, i: number): string {
  if (typeof row === 'string') return '';
  const cells = row.parts.map((cell) =>
    asMarkdown(cell)
      .trim()
      .replace(/\s*\n\s*/g, ' '),
  );
  const head = i === 0 ? `|${cells.map(() => ' --- |').join('')}\n` : '';
  return `| ${cells.join(' | ')} |\n${head}`;
}

/** A paragraph after words in an entry of a list begins a line. */
const startOf = (around: Tag, part: Part, i: number): string =>
  around === 'li' && i > 0 && typeof part !== 'string' && part.tag === 'p' ? '\n' : '';

const wordsOf = (part: Part): string => (typeof part === 'string' ? plainText(part) : part.parts.map(wordsOf).join(''));
