import { lineOf } from '../../regimes/resolve';
import type { ResolvedRegime } from '../../regimes/types';
import type { PolicyKindId } from '../kinds/index';
import { wordsIn } from '../rich/node';
import type { InspectedPolicy, PolicyFound, PolicyRule } from './types';

/** Kinds that tell persons of the use of their data. */
export const TELLS: readonly PolicyKindId[] = ['privacy', 'staff', 'applicants'];
export const LISTS: readonly PolicyKindId[] = ['cookies', 'app-cookies'];

/** Under the GDPR of the Union or of Britain. */
export const underGdpr = (regimes: readonly ResolvedRegime[]): boolean =>
  regimes.some(({ id }) => id === 'uk' || lineOf(id).some((one) => one.id === 'eu'));
/** Under a privacy law of a US state that knows sale. */
export const underState = (regimes: readonly ResolvedRegime[]): boolean =>
  regimes.some(({ id, modes }) => id.startsWith('us-') && Boolean(modes.sale));

/** Whether a section is in the text: any of its blocks, whatever was made of it by hand. */
export const hasSection = ({ draft }: InspectedPolicy, section: string): boolean =>
  draft.blocks.some(({ attrs: { id } }) => id === section || id.startsWith(`${section}.`));

/** A rule that wants a section to be there. `except`: where there is nothing that it could say. */
export const wantsSection = (
  rule: Omit<PolicyRule, 'look' | 'weight'> & {
    section: string;
    what: string;
    except?(of: InspectedPolicy): boolean;
  },
): PolicyRule => {
  const { section, what, except, ...rest } = rule;
  const look = (of: InspectedPolicy): PolicyFound[] =>
    hasSection(of, section) || except?.(of) ? [] : [{ what, mend: { insert: section } }];
  return { ...rest, weight: 'breach', look };
};

/** What of the text people wrote or changed, with its words. */
export const byHand = ({ draft }: InspectedPolicy): { id: string; words: string }[] => {
  const written = new Map(draft.written.map((block) => [block.attrs.id, wordsIn(block)]));
  return draft.blocks.flatMap((block) => {
    const words = wordsIn(block);
    return words && words !== written.get(block.attrs.id) ? [{ id: block.attrs.id, words }] : [];
  });
};

/** The beginning of a text, to name where something stands. */
export const cut = (text: string): string => (text.length > 60 ? `${text.slice(0, 57)}…` : text);
