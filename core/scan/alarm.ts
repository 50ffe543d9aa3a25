import type { Item } from '../observe/types';
import { KIND_WORDS } from '../observe/words';
import { plural } from '../words/index';

/** One new thing that a scan found, with a page that has it. */
export type AlarmItem = Pick<Item, 'kind' | 'name' | 'host' | 'party'> & { page: string };

export interface AlarmFacts {
  runId: string | null;
  count: number;
  items: readonly AlarmItem[];
}

/**
 * What an alarm says. `runId`: the scan that found it; `null`: visitors met it, and no scan did. `count`: how many new things
 * there were; `items` are the first of them.
 */
export function alarmWords({ runId, count, items }: AlarmFacts): string {
  const [first] = items;
  if (runId === null) {
    return count === 1 && first
      ? `Visitors met ${first.host}, which no scan has seen`
      : `Visitors met ${count} third parties that no scan has seen${first ? `. First: ${first.host}` : ''}`;
  }
  const example = first ? `. First: ${KIND_WORDS[first.kind]} ${first.name} of ${first.host}` : '';
  return `${plural(count, 'new thing')}${example}`;
}
