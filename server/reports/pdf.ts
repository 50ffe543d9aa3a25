import { plainText } from '@douane/core/observe';
import pdfmake from 'pdfmake';
import roboto from 'pdfmake/fonts/Roboto.js';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';

pdfmake.setFonts(roboto);
// A report names addresses of scanned pages; nothing in it may make this program fetch or read anything.
const fontFiles = new Set(Object.values(roboto).flatMap((font) => Object.values(font)));
pdfmake.setUrlAccessPolicy(() => false);
pdfmake.setLocalAccessPolicy((file) => fontFiles.has(file));

const INK = '#18222d';
const FAINT = '#53606c';

export const pdfOf = (report: TDocumentDefinitions): Promise<Buffer> => pdfmake.createPdf(report).getBuffer();

/** Page, type and foot that all reports have. */
export function reportFrame(title: string): Omit<TDocumentDefinitions, 'content'> {
  return {
    info: { title, creator: 'Douane' },
    pageSize: 'A4',
    pageMargins: [40, 48, 40, 48],
    defaultStyle: { font: 'Roboto', fontSize: 8.5, color: INK, lineHeight: 1.15 },
    footer: (page, of) => ({
      text: `${safe(title)}, page ${page} of ${of}`,
      margin: [40, 16],
      fontSize: 7.5,
      color: FAINT,
    }),
  };
}

export const title = (text: string): Content => ({ text: safe(text), fontSize: 18, bold: true, margin: [0, 0, 0, 10] });

/** Names with their values; those without a value are left out. */
export const factLines = (facts: readonly (readonly [string, string])[], most = 1200): Content[] =>
  facts
    .filter(([, value]) => value)
    .map(
      ([name, value]): Content => ({
        columns: [{ text: name, width: 90, color: FAINT }, { text: safe(value, most) }],
        margin: [0, 1],
      }),
    );

export const heading = (text: string): Content => ({ text, fontSize: 12, bold: true, margin: [0, 16, 0, 4] });

/** `most`: characters of a cell. */
export function table(head: string[], widths: (number | '*')[], rows: string[][], most?: number): Content {
  return {
    layout: {
      hLineWidth: (i) => (i === 1 ? 0.8 : i === 0 ? 0 : 0.3),
      vLineWidth: () => 0,
      hLineColor: () => FAINT,
      paddingLeft: () => 0,
      paddingRight: () => 6,
    },
    fontSize: 7,
    table: {
      headerRows: 1,
      widths,
      body: [head.map((text) => ({ text, bold: true })), ...rows.map((row) => row.map((cell) => safe(cell, most)))],
    },
  };
}

/** Text from pages: no control characters, not endless, and broken where a long word would leave its column. */
export const safe = (text: string, most = 160) => plainText(text.slice(0, most)).replace(/(\S{18})(?=\S)/g, '$1\u200B');
