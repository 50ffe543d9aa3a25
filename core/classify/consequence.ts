import { tellsApart } from '../observe/value';
import type { Classifiable, SignBook } from './types';

const YEAR = 365 * 86_400;

/** How much hangs on an item, to rule the weightiest first, with what makes it so. */
export interface Consequence {
  /** From 0 to about 150. */
  weight: number;
  /** Each a few words. */
  because: string[];
}

/** Third parties before the site itself, what recognises visitors before what does not, what lasts and is everywhere first. */
export function consequenceOf(item: Classifiable, signs?: SignBook): Consequence {
  const because: string[] = [];
  let weight = 0;
  const add = (points: number, words?: string) => {
    weight += points;
    if (words) because.push(words);
  };
  if (item.party === 'third') add(50, 'third party');
  const travels = item.kind === 'request' ? [] : (signs?.travelsTo(item.name, item.host) ?? []);
  if (travels.length > 0) add(25, 'its identifier travels');
  if (tellsApart(item.value)) add(20, 'tells visitors apart');
  if (item.kind === 'request') {
    // A script can do anything in the page, a frame much; a picture only what its address carries.
    if (item.name === 'script') add(18, 'a script');
    else if (item.name === 'frame') add(10, 'a frame');
    if (item.carries?.length) add(5);
    if (signs && signs.of('fingerprinting', item.host).length > 0) add(15, 'reads what tells devices apart');
  }
  const life = item.kind === 'local-storage' ? YEAR : (item.lifetimeSeconds ?? 0);
  if (life >= YEAR) add(20, item.kind === 'cookie' ? 'lives a year or more' : 'has no end');
  else if (life > 0) add(Math.round((20 * Math.log1p(life)) / Math.log1p(YEAR)));
  const pages = item.pages?.length ?? 0;
  add(Math.min(15, Math.round(4 * Math.log2(1 + pages))), pages > 1 ? `on ${pages} pages` : undefined);
  return { weight, because };
}
