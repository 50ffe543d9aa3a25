import type { DutyTopic } from '../../regimes/types';
import type { BannerTextKey } from '../../texts/index';
import { asShipped, inBanner, lawOf } from '../inspect';
import type { Found, Inspected } from '../types';
import { ownWords } from './index';
import type { WordLists } from './lists';

/**
 * Texts of the site's own in which something is wrong by their words, under each law whose visitors read them. `wrong`
 * says what, for the words in small letters; `undefined`: nothing is.
 */
export function wordingFaults(
  inspected: Inspected,
  topic: DutyTopic,
  keys: readonly BannerTextKey[],
  wrong: (words: string, lists: WordLists) => string | undefined,
): Found[] {
  return ownWords(inspected).flatMap(({ tag, key, words, lists, regime }) => {
    const fault = keys.includes(key) ? wrong(words, lists) : undefined;
    if (fault === undefined) return [];
    const mend = regime
      ? { words: 'Back to the wording for everybody', change: asForEverybody(regime, tag, key) }
      : { words: 'Back to the text that ships', change: asShipped(tag, key) };
    return inspected.regions.flatMap((region) => {
      const reads = (region.asks || region.objects) && (!regime || region.rule.shows?.wording === regime);
      const law = reads ? lawOf(region, topic) : null;
      return law ? [{ what: `${fault} (${tag})`, language: tag, ...law, mend }] : [];
    });
  });
}

/** What a pattern finds in a text, put into a sentence by `say`. */
export function found(words: string, pattern: RegExp, say: (found: string) => string): string | undefined {
  const [first] = words.match(pattern) ?? [];
  return first === undefined ? undefined : say(first.trim());
}

const asForEverybody = (regime: string, tag: string, key: BannerTextKey) =>
  inBanner(({ wording = {} }) => {
    const { [key]: _own, ...rest } = wording[regime]?.[tag] ?? {};
    return { wording: { ...wording, [regime]: { ...wording[regime], [tag]: rest } } };
  });
