import { importCsv } from './csv';
import { importHar } from './har';
import { importNetscape } from './netscape';
import type { Imported, ImportFor } from './types';

export { itemsAsCsv } from './items-csv';
export { treatmentChangesAsCsv, treatmentsAsCsv } from './treatments-csv';
export type { Imported, ImportFor } from './types';

/** Reads a HAR, a cookie file in Netscape's form, or a CSV; which of them it is shows in the text itself. */
export function importObservations(text: string, site: ImportFor): Imported {
  const plain = text.replace(/^\uFEFF/, '');
  if (/^\s*\{/.test(plain)) {
    let data: unknown;
    try {
      data = JSON.parse(plain);
    } catch (cause) {
      const message = `looks like a HAR but is not JSON: ${(cause as Error).message}`;
      return { format: 'har', observations: [], problems: [{ path: '', message }] };
    }
    return importHar(data, site);
  }
  if (/^#( Netscape)? ?HTTP Cookie File|^(#HttpOnly_)?\S+\t(TRUE|FALSE)\t/im.test(plain))
    return importNetscape(plain, site);
  return importCsv(plain, site);
}
export * from './catalogue-file';
export { type Decoded, decodeText } from './decode';
export * from './rulings-file';
