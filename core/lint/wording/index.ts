import { plainWords } from '../../banner/rich';
import { lookUpLanguage } from '../../language/index';
import { BANNER_TEXTS, type BannerTextKey, shippedTexts } from '../../texts/index';
import type { Inspected } from '../types';
import { LISTS, type WordLists } from './lists';

/** The lists for a language or the one it is a kind of; `null` where nobody has written any. */
export function listsFor(tag: string): WordLists | null {
  const found = lookUpLanguage(tag, Object.keys(LISTS));
  return found === undefined ? null : LISTS[found]!;
}

/** A text that the site wrote itself, in a language that there are lists for. */
export interface OwnWords {
  tag: string;
  key: BannerTextKey;
  words: string;
  lists: WordLists;
  /** It stands in place of the other wording only for visitors of this regime. */
  regime?: string;
}

/** The site's own texts. What ships was read for all this when it was written. */
export function ownWords({ setup }: Inspected): OwnWords[] {
  const { texts, wording = {}, languages } = setup.banner;
  const of = (all: typeof texts, regime?: string) =>
    languages.flatMap((tag) => {
      const lists = listsFor(tag);
      const own = all[tag];
      if (!lists || !own) return [];
      return BANNER_TEXTS.flatMap((key) => {
        const words = own[key];
        if (words === undefined || words === shippedTexts(tag)?.[key]) return [];
        return [{ tag, key, words: plainWords(words).toLowerCase(), lists, ...(regime && { regime }) }];
      });
    });
  return [...of(texts), ...Object.entries(wording).flatMap(([regime, all]) => of(all, regime))];
}
