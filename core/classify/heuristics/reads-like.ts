import { countsToo } from './script-terms';
import type { Heuristic } from './types';

/** What needs no yes is an exemption, which nobody should take by the look of a program. */
const EXEMPT = 'necessary';
const UNSURE = 0.78;
/** A bundle of the site's own holds much beside a kit. */
const IN_A_BUNDLE = 0.7;

export const readsLike: Heuristic = {
  meta: {
    id: 'reads-like',
    looksAt: 'all',
    title: 'Its script reads like others of that purpose',
    why: 'From the words of some six hundred kits of which it is known what they are for, it is learned what each word weighs; all words of a script together speak for a purpose.',
  },
  evaluate({ item }) {
    const like = item.script?.readsLike;
    if (!like) return null;
    const unsure = like.purpose === EXEMPT || (like.purpose === 'embedded' && countsToo(item.script!));
    const doubts = (unsure ? UNSURE : 1) * (item.script!.own ? IN_A_BUNDLE : 1);
    const confidence = Math.round(100 * sure(like.chance) * doubts) / 100;
    return { purpose: like.purpose, confidence, because: { code: 'reads-like', words: like.words } };
  },
};

/** Never enough to rule alone; with one more thing that says the same it is. Measured on kits the model had not seen. */
const sure = (chance: number) => Math.min(0.89, 0.15 + 0.85 * chance);
