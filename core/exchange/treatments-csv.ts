import Papa from 'papaparse';
import { placesWords } from '../places/index';
import type { TreatmentChange, TreatmentRow } from '../regimes/document';

// An organisation's reasons are free text, and a spreadsheet would take some for formulas.
const SAFE = { escapeFormulae: true };

/** One row per place group, with a heading. */
export const treatmentsAsCsv = (rows: readonly TreatmentRow[]): string =>
  Papa.unparse(
    rows.map(({ places, cells }) => ({ Places: placesWords(places), Codes: places.join(' '), ...cells })),
    SAFE,
  );

/** One row per place group and thing that differs, with a heading. */
export const treatmentChangesAsCsv = (changes: readonly TreatmentChange[]): string =>
  Papa.unparse(
    {
      fields: ['Places', 'Codes', 'What', 'Before', 'Now'],
      data: changes.flatMap(({ places, changes: cells }) =>
        cells.map(({ column, before, after }) => [placesWords(places), places.join(' '), column, before, after]),
      ),
    },
    SAFE,
  );
