import type { ScriptSeen } from '../../observe/script-seen';
import type { ReadsLike } from '../../observe/script-words';
import { countsToo, isBundle } from './script-terms';
import type { Heuristic } from './types';

/**
 * What needs no yes is an exemption: taken wrongly it lets run what nobody agreed to. Nobody should take it by the look of
 * a program, unless that is like hardly anything else.
 */
const EXEMPT = { purpose: 'necessary', chance: 0.95 };
const UNSURE = 0.78;
const LESS_THAN_CERTAIN = 0.7;
/** A bundle speaks with the words of all that is in it. */
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
    const doubts = ofPurpose(like, item.script!) * (isBundle(item.script!) ? IN_A_BUNDLE : 1);
    const confidence = Math.round(100 * sure(like.chance) * doubts) / 100;
    return {
      purpose: like.purpose,
      confidence,
      because: { code: 'reads-like', activity: like.activity, words: like.words },
    };
  },
};

function ofPurpose({ purpose, chance }: ReadsLike, script: ScriptSeen): number {
  if (purpose === EXEMPT.purpose) return chance >= EXEMPT.chance ? UNSURE : LESS_THAN_CERTAIN;
  return purpose === 'embedded' && countsToo(script) ? UNSURE : 1;
}

/** Never enough to rule alone; with one more thing that says the same it is. Measured on kits the model had not seen. */
const sure = (chance: number) => Math.min(0.89, 0.25 + 0.75 * chance);
