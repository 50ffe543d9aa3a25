import { type FieldReport, fieldPage, fieldSightings, MOST_SIGHTED } from '@douane/core/field/sighted';
import { Sightings } from '../sightings';
import type { VisitedGate } from '../types';

/** Most of what a page asks for it has asked for by then; the rest is told when it is left. */
const WAIT_MS = 5_000;

/** Tells the recorder of third parties that this page met and that nobody has ruled: counts, and nothing of the visitor. */
export function watchField({ config, native }: VisitedGate): void {
  const sightings = new Sightings(() => {});
  const told = new Set<string>();
  const tell = () => {
    const seen = fieldSightings(sightings.all(), config.plan, location.hostname)
      .filter((one) => !told.has(JSON.stringify(one)))
      .slice(0, MOST_SIGHTED - told.size);
    if (seen.length === 0) return;
    for (const one of seen) told.add(JSON.stringify(one));
    const report: FieldReport = { page: fieldPage(location.pathname), seen };
    native
      .fetch(`${config.base}/field-reports`, {
        method: 'POST',
        body: JSON.stringify(report),
        keepalive: true,
        // No cookie and no address of the page goes along.
        credentials: 'omit',
        referrerPolicy: 'no-referrer',
      })
      // A count that is lost is made up for by the next page.
      .catch(() => {});
  };
  setTimeout(tell, WAIT_MS);
  addEventListener('pagehide', tell);
}
