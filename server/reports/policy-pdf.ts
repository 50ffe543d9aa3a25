import type { Element, Part } from '@douane/core/policy';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { pdfOf, reportFrame, safe } from './pdf';

/** A policy as it is printed: plain data, so that it can be handed to a thread. */
export interface PolicyAbout {
  title: string;
  parts: Element[];
}

/** Scripts that the type of our PDFs can write. */
const WRITTEN: readonly string[] = ['Latn', 'Cyrl', 'Grek'];
/** Whether a policy in a language can be given out as PDF. */
export const isPrintable = (language: string): boolean =>
  WRITTEN.includes(new Intl.Locale(language).maximize().script ?? '');

/** A policy as bytes of a PDF. */
export const policyPdf = (about: PolicyAbout): Promise<Buffer> => pdfOf(policyReport(about));

/** Characters of one run of words. */
const MOST = 100_000;

export function policyReport({ title, parts }: PolicyAbout): TDocumentDefinitions {
  const frame = reportFrame(title);
  const defaultStyle = { ...frame.defaultStyle, fontSize: 10, lineHeight: 1.3 };
  return { ...frame, defaultStyle, content: parts.flatMap(drawn) };
}

/** Words with their marks. */
function runs(parts: readonly Part[]): Content[] {
  return parts.flatMap((part): Content[] => {
    if (typeof part === 'string') return [{ text: safe(part, MOST) }];
    const inner = { text: runs(part.parts) };
    switch (part.tag) {
      case 'br':
        return [{ text: '\n' }];
      case 'strong':
        return [{ ...inner, bold: true }];
      case 'em':
        return [{ ...inner, italics: true }];
      case 'a':
        return [{ ...inner, link: part.attributes?.href ?? '', decoration: 'underline' }];
      default:
        return [inner];
    }
  });
}

const BLOCKS = new Set(['h1', 'h2', 'h3', 'p', 'ul', 'ol', 'li', 'dl', 'section', 'blockquote', 'table']);
const isBlock = (part: Part): part is Element => typeof part === 'object' && BLOCKS.has(part.tag);

/** Blocks below each other; words between them are a paragraph of their own. */
function below(parts: readonly Part[]): Content[] {
  const out: Content[] = [];
  let words: Part[] = [];
  const flush = () => {
    if (words.length > 0) out.push({ text: runs(words) });
    words = [];
  };
  for (const part of parts) {
    if (!isBlock(part)) words.push(part);
    else {
      flush();
      out.push(...drawn(part));
    }
  }
  flush();
  return out;
}

function drawn({ tag, parts }: Element): Content[] {
  switch (tag) {
    case 'h1':
      return [{ text: runs(parts), fontSize: 20, bold: true, margin: [0, 0, 0, 8] }];
    case 'h2':
      return [{ text: runs(parts), fontSize: 14, bold: true, margin: [0, 14, 0, 3], headlineLevel: 2 }];
    case 'h3':
      return [{ text: runs(parts), fontSize: 11, bold: true, margin: [0, 8, 0, 2] }];
    case 'ul':
    case 'ol': {
      const items = parts.map((one): Content => ({ stack: typeof one === 'object' ? below(one.parts) : [one] }));
      return [tag === 'ul' ? { ul: items, margin: [0, 2] } : { ol: items, margin: [0, 2] }];
    }
    case 'dl':
      return pairsOf(parts).map(
        ([term, fact]): Content => ({ columns: [{ width: 130, text: term }, { text: fact }], margin: [0, 1] }),
      );
    case 'blockquote':
      return [{ stack: below(parts), margin: [14, 4, 0, 4], italics: true }];
    case 'table': {
      const rows = parts.filter((row): row is Element => typeof row === 'object');
      const wide = Math.max(1, ...rows.map((row) => row.parts.length));
      const body = rows.map((row) =>
        Array.from({ length: wide }, (_, i): Content => {
          const cell = row.parts[i];
          return typeof cell === 'object' ? { stack: below(cell.parts), bold: cell.tag === 'th' } : '';
        }),
      );
      return rows.length > 0 ? [{ table: { widths: body[0]!.map(() => '*' as const), body }, margin: [0, 4] }] : [];
    }
    case 'section':
      return below(parts);
    default:
      return [{ text: runs(parts), margin: [0, 2] }];
  }
}

function pairsOf(parts: readonly Part[]): [Content[], Content[]][] {
  const all = parts.filter((one): one is Element => typeof one === 'object');
  return all.flatMap(({ tag, parts: term }, i): [Content[], Content[]][] =>
    tag === 'dt' ? [[runs(term), runs(all[i + 1]?.parts ?? [])]] : [],
  );
}
