import { languageName } from '../language/name';
import { differences } from './compare';
import type { Setup } from './types';

/** One thing in which two setups differ, in words. */
export interface Change {
  /** Where, as a heading of the interface would say it: "Face: light accent". */
  where: string;
  /** Empty: it was not there. */
  before: string;
  /** Empty: it is gone. */
  after: string;
}

/** By the beginning of a path, the longest that fits: what that part is called. */
const PARTS: Record<string, string> = {
  'banner.form': 'Form',
  'banner.face': 'Face',
  'banner.button': 'Choices button',
  'banner.asking': 'Asking',
  'banner.texts': 'Words',
  'banner.wording': 'Words by law',
  'banner.read': 'Texts read',
  'banner.translatedFrom': 'Translated from',
  banner: 'Banner',
  services: 'Services',
  purposes: 'Purposes',
  regions: 'Regions',
  holding: 'Holding',
  policies: 'Policies, last major change',
  site: 'Site',
};

/** Where two setups differ, in words. Things with an id are told apart by it and words by themselves, not by their place in a list. */
export function changesOf(before: Setup, after: Setup): Change[] {
  return differences(keyed(before), keyed(after)).map(({ path, ...change }) => ({
    where: whereOf(path),
    before: valueWords(change.before),
    after: valueWords(change.after),
  }));
}

/** Lists as records, so that what came and what went is one difference each; an order is one text. */
function keyed(value: unknown): unknown {
  if (Array.isArray(value)) {
    if (value.every((one) => typeof one === 'string')) return { [ORDER]: value.join(', ') };
    if (value.every((one) => typeof one?.id === 'string'))
      return Object.fromEntries(value.map(({ id, ...rest }) => [id, keyed(rest)]));
    return value.map(keyed);
  }
  if (typeof value !== 'object' || value === null) return value;
  return Object.fromEntries(Object.entries(value).map(([key, one]) => [key, keyed(one)]));
}
const ORDER = ' ';

function whereOf(path: string): string {
  const segments = path
    .replace(/\[(\d+)\]/g, '.$1')
    .split('.')
    .filter((segment) => segment.trim() !== '');
  for (let length = Math.min(2, segments.length); length > 0; length--) {
    const part = PARTS[segments.slice(0, length).join('.')];
    if (!part) continue;
    const rest = segments.slice(length).map((segment) => segmentWords(segment, part));
    return rest.length > 0 ? `${part}: ${rest.join(', ')}` : part;
  }
  return segments.map((segment) => segmentWords(segment, '')).join(', ');
}

function segmentWords(segment: string, part: string): string {
  if (/^\d+$/.test(segment)) return `no. ${Number(segment) + 1}`;
  if (part === 'Words' && /^[a-z]{2,3}(-|$)/.test(segment)) return languageName(segment);
  return segment.replace(/([a-z])([A-Z])/g, (_all, a: string, b: string) => `${a} ${b.toLowerCase()}`);
}

const LONGEST = 160;

function valueWords(value: unknown): string {
  const words = plainWords(value);
  return words.length > LONGEST ? `${words.slice(0, LONGEST)}…` : words;
}

function plainWords(value: unknown): string {
  if (value === undefined || value === null) return '';
  if (typeof value === 'boolean') return value ? 'yes' : 'no';
  if (typeof value !== 'object') return String(value).startsWith('data:') ? 'a picture' : String(value);
  const { name, [ORDER]: order } = value as Record<string, unknown>;
  if (typeof name === 'string') return name;
  if (typeof order === 'string') return order;
  const all = Object.entries(value).map(([key, one]) => {
    const words = plainWords(one);
    return words && `${segmentWords(key, '')} ${words}`;
  });
  return all.filter(Boolean).join(', ');
}
