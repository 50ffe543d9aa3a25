import { keepInTab } from '../hold/kept';
import { ONCE } from '../hold/load-anew';

/**
 * Loads the page anew to show in it what the visitor asked to see. `wouldLose`: something of his would be lost by that, so
 * he is asked.
 */
export function loadFor(address: string, wouldLose: boolean): void {
  keepInTab(ONCE, `${location.href} ${address}`);
  if (wouldLose) addEventListener('beforeunload', (event) => event.preventDefault());
  location.reload();
}
