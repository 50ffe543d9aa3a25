import { compareScans, type ScanComparison } from '@douane/core/observe';
import type { ScanReport } from '@douane/core/scan';
import { buildKits, scanKits } from './gather';
import type { Kit } from './kits';
import { serveKits } from './stand-in';

/** Scans a site of kits several times in a row, each compared with the one before. Nothing on it changes. */
export async function scanAgain(scratch: string, kits: readonly Kit[], times: number): Promise<ScanComparison[]> {
  const { built } = await buildKits(scratch, kits);
  const standIn = await serveKits(built);
  const side = ({ items, pages }: ScanReport) => ({ items, pages: pages.map(({ url }) => url) });
  try {
    const compared: ScanComparison[] = [];
    let before = await scanKits(standIn, built, { stayMs: 0 });
    for (let i = 1; i < times; i++) {
      const now = await scanKits(standIn, built, { stayMs: 0 });
      compared.push(compareScans(side(before), side(now)));
      before = now;
    }
    return compared;
  } finally {
    await standIn.close();
  }
}
