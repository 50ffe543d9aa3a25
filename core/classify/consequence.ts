import { tellsApart } from '../observe/value';
import { plural } from '../words/index';
import type { Classifiable, SignBook } from './types';

const YEAR = 365 * 86_400;

/** How much hangs on an item, to rule the weightiest first, with what makes it so. */
export interface Consequence {
  /** From 0 to about 150. */
  weight: number;
  marks: WeightMark[];
}

/** What makes an item weighty. */
type WeightMark =
  | { code: 'third-party' | 'synced' | 'tells-apart' | 'script' | 'frame' | 'device-read' | 'year-or-more' | 'no-end' }
  | { code: 'pages'; count: number };

const WORDS: Record<Exclude<WeightMark['code'], 'pages'>, string> = {
  'third-party': 'third party',
  synced: 'its identifier travels',
  'tells-apart': 'tells visitors apart',
  script: 'a script',
  frame: 'a frame',
  'device-read': 'reads what tells devices apart',
  'year-or-more': 'lives a year or more',
  'no-end': 'has no end',
};

/** What makes an item weighty, a few words each. */
export const consequenceWords = (marks: readonly WeightMark[]): string[] =>
  marks.map((mark) => (mark.code === 'pages' ? `on ${plural(mark.count, 'page')}` : WORDS[mark.code]));

/** Third parties before the site itself, what recognises visitors before what does not, what lasts and is everywhere first. */
export function consequenceOf(item: Classifiable, signs?: SignBook): Consequence {
  const marks: WeightMark[] = [];
  let weight = 0;
  const add = (points: number, mark?: WeightMark) => {
    weight += points;
    if (mark) marks.push(mark);
  };
  if (item.party === 'third') add(50, { code: 'third-party' });
  const sentTo = item.kind === 'request' ? [] : (signs?.sentTo(item.name, item.host) ?? []);
  if (sentTo.length > 0) add(25, { code: 'synced' });
  if (tellsApart(item.value)) add(20, { code: 'tells-apart' });
  if (item.kind === 'request') {
    // A script can do anything in the page, a frame much; a picture only what its address carries.
    if (item.name === 'script') add(18, { code: 'script' });
    else if (item.name === 'frame') add(10, { code: 'frame' });
    if (item.carries?.length) add(5);
    if (signs && signs.of('fingerprinting', item.host).length > 0) add(15, { code: 'device-read' });
  }
  const life = item.kind === 'local-storage' ? YEAR : (item.lifetimeSeconds ?? 0);
  if (life >= YEAR) add(20, { code: item.kind === 'cookie' ? 'year-or-more' : 'no-end' });
  else if (life > 0) add(Math.round((20 * Math.log1p(life)) / Math.log1p(YEAR)));
  const pages = item.pages?.length ?? 0;
  add(Math.min(15, Math.round(4 * Math.log2(1 + pages))), pages > 1 ? { code: 'pages', count: pages } : undefined);
  return { weight, marks };
}
