import type { LookedPage } from '../look/types';
import { GATE_WORDS } from '../look/words';
import type { Item } from '../observe/types';
import { KIND_WORDS } from '../observe/words';
import { plural } from '../words/index';

/** One new thing that a scan or visitors found, with a page that has it; or a page on which the gate is out of order. */
export type AlarmItem = Pick<Item, 'name' | 'host' | 'party'> & {
  kind: Item['kind'] | 'gate';
  page: string;
  /** A check found it to fire where it may not. */
  slipped?: true;
};

export interface AlarmFacts {
  runId: string | null;
  count: number;
  items: readonly AlarmItem[];
}

/** Who found what an alarm tells: a scan, visitors (`runId` is `null`), a look at whether the gate stands, or a check. */
export type AlarmSource = 'scan' | 'visitors' | 'look' | 'check';

/** `runId`: the scan, look or check that found it. What a look finds are pages, of kind `gate`. */
export function alarmSource({ runId, items }: Pick<AlarmFacts, 'runId' | 'items'>): AlarmSource {
  if (runId === null) return 'visitors';
  if (items[0]?.slipped) return 'check';
  return items[0]?.kind === 'gate' ? 'look' : 'scan';
}

/** What kind of thing an alarm tells of. */
export const alarmKind = (kind: AlarmItem['kind']): string => (kind === 'gate' ? 'gate' : KIND_WORDS[kind]);

/** A page on which the gate is out of order, as an alarm tells it. */
export const gateAlarmItem = ({ url, state }: LookedPage): AlarmItem => ({
  kind: 'gate',
  name: GATE_WORDS[state],
  host: new URL(url).hostname,
  party: 'first',
  page: url,
});

/** What an alarm says. `count`: how many new things there were; `items` are the first of them. */
export function alarmWords(alarm: AlarmFacts): string {
  const { count, items } = alarm;
  const [first] = items;
  switch (alarmSource(alarm)) {
    case 'visitors':
      return count === 1 && first
        ? `Visitors met ${first.host}, which no scan has seen`
        : `Visitors met ${count} third parties that no scan has seen${first ? `. First: ${first.host}` : ''}`;
    case 'look':
      return `The gate is no longer in order on ${plural(count, 'page')}. First: ${first!.page}, ${first!.name}`;
    case 'check':
      return `${plural(count, 'thing')} ${count === 1 ? 'slips' : 'slip'} that did not before. First: ${alarmKind(first!.kind)} ${first!.name} of ${first!.host}`;
    case 'scan': {
      const example = first ? `. First: ${alarmKind(first.kind)} ${first.name} of ${first.host}` : '';
      return `${plural(count, 'new thing')}${example}`;
    }
  }
}
