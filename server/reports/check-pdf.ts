import type { CheckReport, Verdict } from '@douane/core/check';
import {
  type ReportBlock,
  type ReportFacts,
  type ReportPictures,
  reportContent,
  VERDICT_LETTERS,
} from '@douane/core/check/reports';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { factLines, heading, pdfOf, reportFrame, safe, table, title } from './pdf';

/** What a check's report is made from: plain data, so that it can be handed to a thread. */
export interface CheckAbout {
  report: CheckReport;
  facts: ReportFacts;
  pictures?: ReportPictures;
}

/** Characters of one value; addresses and code are long. */
const MOST = 4_000;
/** Visits that stand side by side in one table. */
const ABREAST = 24;
const SHADES: Record<Verdict, string | undefined> = {
  held: '#f3e3bd',
  cleared: '#cfe5d8',
  slipped: '#f2b8b5',
  silent: undefined,
};

/** A check as it is given out, as bytes of a PDF: the same content as the HTML file. */
export const checkReportPdf = (about: CheckAbout): Promise<Buffer> => pdfOf(checkReport(about));

export function checkReport({ report, facts, pictures = new Map() }: CheckAbout): TDocumentDefinitions {
  const { title: name, result, lead, sections } = reportContent(report, facts);
  return {
    ...reportFrame(name),
    content: [
      title(result),
      ...lead.map((text): Content => ({ text: safe(text, MOST), margin: [0, 1] })),
      ...sections.flatMap((one) => [heading(one.title), ...one.blocks.flatMap((block) => drawn(block, pictures))]),
    ],
  };
}

function drawn(block: ReportBlock, pictures: ReportPictures): Content[] {
  if ('text' in block) return [{ text: safe(block.text, MOST), margin: [0, 2] }];
  if ('heading' in block) return [{ text: safe(block.heading), bold: true, margin: [0, 8, 0, 2] }];
  if ('code' in block) {
    const lines = block.code.slice(0, MOST).split('\n');
    return [{ stack: lines.map((line) => safe(line, MOST)), fontSize: 7.5, margin: [8, 0, 0, 4] }];
  }
  if ('list' in block) return [{ ul: block.list.map((one) => safe(one, MOST)) }];
  if ('picture' in block) {
    const jpeg = pictures.get(block.picture);
    if (jpeg === undefined) return [];
    return [
      { image: `data:image/jpeg;base64,${jpeg}`, width: 320, margin: [0, 4, 0, 0] },
      { text: block.caption, margin: [0, 1, 0, 4] },
    ];
  }
  if ('facts' in block) return factLines(block.facts, MOST);
  if ('rows' in block)
    return [
      table(
        block.heads,
        block.heads.map(() => '*' as const),
        block.rows,
        MOST,
      ),
    ];
  return verdictTables(block);
}

/** The visits by number, in as many tables as they need, and what each number means. */
function verdictTables({ visits, verdicts }: Extract<ReportBlock, { visits: string[] }>): Content[] {
  const numbered = visits.map((id, i): [string, string] => [`${i + 1}`, id]);
  const tables: Content[] = [];
  for (let from = 0; from < visits.length; from += ABREAST) {
    const to = Math.min(from + ABREAST, visits.length);
    const head = numbered
      .slice(from, to)
      .map(([number]) => ({ text: number, bold: true, alignment: 'center' as const }));
    tables.push({
      layout: 'lightHorizontalLines',
      margin: [0, 4],
      fontSize: 6.5,
      table: {
        headerRows: 1,
        widths: [80, ...head.map(() => 9)],
        body: [
          [{ text: 'Service', bold: true }, ...head],
          ...verdicts.map(({ service, cells }) => [
            safe(service),
            ...cells.slice(from, to).map((cell) => ({
              text: cell ? VERDICT_LETTERS[cell] : '',
              alignment: 'center' as const,
              ...(cell && { fillColor: SHADES[cell], bold: cell === 'slipped' }),
            })),
          ]),
        ],
      },
    });
  }
  return [...tables, ...factLines(numbered, MOST)];
}
