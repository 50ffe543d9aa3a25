import { type CheckedCase, type CheckedItem, type Step, serviceOf } from '@douane/core/check';

/** One mark in a lane: a request or a write, and of what. */
export interface LaneFiring {
  atMs: number;
  permitted: boolean;
  item: CheckedItem;
}

export interface Lane {
  service: string;
  items: CheckedItem[];
  firings: LaneFiring[];
  held: boolean;
}

/** Items gathered by service, in the order of the alphabet, necessary ones last: they are seldom the question. */
export function lanesOf(items: readonly CheckedItem[]): Lane[] {
  const lanes = new Map<string, Lane>();
  for (const item of items) {
    const service = serviceOf(item);
    const lane = lanes.get(service) ?? { service, items: [], firings: [], held: false };
    lane.items.push(item);
    lane.firings.push(...item.firings.map((firing) => ({ ...firing, item })));
    lane.held ||= item.verdict === 'held';
    lanes.set(service, lane);
  }
  const needed = (lane: Lane) => Number(lane.items.every((item) => item.purpose === 'necessary'));
  return [...lanes.values()].sort((a, b) => needed(a) - needed(b) || a.service.localeCompare(b.service));
}

/** Lanes that are drawn at first. */
const MOST_LANES = 24;

/** Of many lanes those that tell most, in their order: what slipped, what fired; and the one that is looked at. */
export function telling(lanes: readonly Lane[], selected: string | null): Lane[] {
  if (lanes.length <= MOST_LANES) return [...lanes];
  const weight = ({ service, firings }: Lane) =>
    service === selected ? 3 : firings.some(({ permitted }) => !permitted) ? 2 : Number(firings.length > 0);
  const best = new Set([...lanes].sort((a, b) => weight(b) - weight(a)).slice(0, MOST_LANES));
  return lanes.filter((lane) => best.has(lane));
}

/** Services of all cases, in the same order. */
export function servicesOfCases(cases: readonly CheckedCase[]): string[] {
  return lanesOf(cases.flatMap((visit) => visit.items)).map((lane) => lane.service);
}

const CHOICE_WORDS: Record<string, string> = {
  none: 'no choice',
  accept: 'accept all',
  refuse: 'refuse all',
  withdraw: 'accept, then withdraw',
  return: 'come again',
  lapse: 'come again when it has lapsed',
  older: 'come again with a choice of an older release',
};

/** What a further step after the first did, as a word beside its line. */
export const stepWords = (step: Step) => (step === 'refuse' ? 'withdrawn' : step === 'accept' ? 'accepted' : 'chosen');

const stepInWords = (step: string) =>
  CHOICE_WORDS[step] ??
  step
    .replace(/^only:/, 'only ')
    .replace(/^except:/, 'all but ')
    .replace(/^once:/, 'look once at held content for ')
    .replace(/^always:/, 'always show held content for ');

const SIGNAL_WORDS: Record<string, string> = {
  gpc: 'GPC',
  guardian: 'guardian agreed',
  phone: 'on a phone',
  keyboard: 'by keyboard',
  'no-script': 'without JavaScript',
  'slow-gate': 'late gate',
  'slow-recorder': 'late recorder',
  'slow-processor': 'slow processor',
  reload: 'loaded twice',
  back: 'and back',
  'two-tabs': 'in two tabs',
};

const signalWords = (signal: string): string =>
  SIGNAL_WORDS[signal] ?? signal.replace(/^age:/, 'aged ').replace(/^language:/, 'reading ');

/** "DE, refuse all" */
export function caseWords({ place, choice, signals }: Pick<CheckedCase, 'place' | 'choice' | 'signals'>): string {
  const chose =
    CHOICE_WORDS[choice] ?? choice.split('+').map(stepInWords).join(', then ').replace('onward, then', 'elsewhere');
  return [place || 'unknown place', chose, ...signals.map(signalWords)].join(', ');
}
