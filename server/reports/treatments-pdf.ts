import { placesWords } from '@douane/core/places';
import type { TreatmentChange, TreatmentRow } from '@douane/core/regimes';
import type { Content, TDocumentDefinitions } from 'pdfmake/interfaces';
import { factLines, heading, pdfOf, reportFrame, safe, table, title } from './pdf';

/** What the document of a site's treatments is made from: plain data, so that it can be handed to a thread. */
export interface TreatmentsAbout {
  site: string;
  organisation: string;
  /** Which version, as of which day, in words. */
  state: string;
  rows: TreatmentRow[];
  /** Against another state, where it was asked for. */
  comparison?: { with: string; changes: TreatmentChange[] };
}

export const treatmentsPdf = (about: TreatmentsAbout): Promise<Buffer> => pdfOf(treatmentsReport(about));

/** "Who is asked what, and why", for lawyers: a part for each group of places, and what differs from another day or version. */
export function treatmentsReport({
  site,
  organisation,
  state,
  rows,
  comparison,
}: TreatmentsAbout): TDocumentDefinitions {
  return {
    ...reportFrame(`Who is asked what on ${site}`),
    content: [
      title(`Who is asked what on ${site}, and why`),
      ...factLines([
        ['Site', site],
        ['Organisation', organisation],
        ['State', state],
        ['Standing', 'By the laws as they are read here. This is no legal advice.'],
      ]),
      ...(comparison ? changesOf(comparison, rows.length) : rows.flatMap(partOf)),
    ],
  };
}

const MOST = 4000;

function partOf({ places, cells }: TreatmentRow): Content[] {
  return [
    heading(safe(placesWords(places, 12), MOST)),
    ...factLines(Object.entries(cells)),
    // All of them, where the heading names only some.
    ...(places.length > 12 ? factLines([['All places', placesWords(places)]], MOST) : []),
  ];
}

function changesOf(
  { with: other, changes }: NonNullable<TreatmentsAbout['comparison']>,
  treatments: number,
): Content[] {
  if (changes.length === 0)
    return [heading(`Nothing differs from ${other}`), { text: `${treatments} treatments are the same.` }];
  return [
    heading(`What differs from ${other}`),
    ...changes.flatMap(({ places, changes: cells }): Content[] => [
      heading(safe(placesWords(places, 12), MOST)),
      table(
        ['What', 'Before', 'Now'],
        [90, '*', '*'],
        cells.map(({ column, before, after }) => [column, before || 'nothing', after || 'nothing']),
        1200,
      ),
    ]),
  ];
}
