import type { Item } from '../observe/types';
import { KIND_WORDS } from '../observe/words';
import { plural } from '../words/index';

/** One new thing that a scan found, with a page that has it. */
export type AlarmItem = Pick<Item, 'kind' | 'name' | 'host' | 'party'> & { page: string };

/** What an alarm says. `count`: how many new things there were; `items` are the first of them. */
export function alarmWords({ count, items }: { count: number; items: readonly AlarmItem[] }): string {
  const [first] = items;
  const example = first ? `. First: ${KIND_WORDS[first.kind]} ${first.name} of ${first.host}` : '';
  return `${plural(count, 'new thing')}${example}`;
}
