import { isStricter } from './strictness';
import type { PlaceRule } from './types';

/** Where a treatment asks less than another: a purpose's mode, what holds for children, the signal, a duration. */
export type LaxerField = { mode: string } | 'ages' | 'gpc' | 'yesDays' | 'refusalDays' | 'askAgainDays';

const FIELD_WORDS: Record<Exclude<LaxerField, object>, string> = {
  ages: 'children',
  gpc: 'Global Privacy Control',
  yesDays: 'how long a yes stands',
  refusalDays: 'how long a refusal is respected',
  askAgainDays: 'when it is asked again',
};

/** In which things a treatment asks less than the law: "Advertising, children". */
export function laxerWords(fields: readonly LaxerField[], purposes: readonly { id: string; name?: string }[]): string {
  const word = (field: LaxerField) =>
    typeof field === 'string' ? FIELD_WORDS[field] : (purposes.find(({ id }) => id === field.mode)?.name ?? field.mode);
  return fields.map(word).join(', ');
}

/** The fields in which a treatment asks less than the law of the place does. */
export function laxerFields(rule: PlaceRule, law: PlaceRule): LaxerField[] {
  const modes = Object.keys(law.modes).filter((purpose) =>
    isStricter('mode', law.modes[purpose]!, rule.modes[purpose] ?? 'opt-in'),
  );
  const fields = (['gpc', 'yesDays', 'refusalDays', 'askAgainDays'] as const).filter((field) =>
    field === 'refusalDays'
      ? isShorterRefusal(rule.refusalDays, law.refusalDays)
      : isStricter(field, law[field] as never, rule[field] as never),
  );
  return [...modes.map((mode) => ({ mode })), ...(isLaxerForChildren(rule, law) ? (['ages'] as const) : []), ...fields];
}

/** A law without a time for refusals sets none to fall short of; an objection, which never lapses, has no time either. */
export const isShorterRefusal = (own: number | null, law: number | null): boolean =>
  law !== null && own !== null && own < law;

function isLaxerForChildren(rule: PlaceRule, law: PlaceRule): boolean {
  const limits = [...(rule.ages ?? []), ...(law.ages ?? [])].map(({ under }) => under);
  return limits.some((limit) => {
    const at = ({ ages = [] }: PlaceRule) => ages.find(({ under }) => under >= limit)?.needs ?? {};
    return Object.entries(at(law)).some(([purpose, need]) => {
      // Who waits for a yes anyway waits for the child's own.
      const own = at(rule)[purpose] ?? (rule.modes[purpose] === 'opt-in' ? 'own-yes' : undefined);
      return isStricter('age', need, own);
    });
  });
}
