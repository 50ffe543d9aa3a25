import type { Rules } from './types';

/** Where a site says that it obeys the signal (Global Privacy Control, section 3.3). */
export const GPC_FILE = '.well-known/gpc.json';

/** The text of that file. `lastUpdate`: ISO date of when the site last changed what it does about the signal. */
export function gpcFile({ rules }: Pick<Rules, 'rules'>, lastUpdate: string): string {
  return `${JSON.stringify({ gpc: rules.some(({ gpc }) => gpc !== 'ignored'), lastUpdate }, null, 2)}\n`;
}
