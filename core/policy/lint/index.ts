import type { PolicyDraft } from '../draft';
import { regimesOf } from '../facts';
import { KINDS, type WrittenFrom, writtenPolicy } from '../kinds/index';
import { live } from '../rich/build';
import { type Block, LIVE_BLOCKS } from '../rich/node';
import { POLICY_RULES } from './rules/index';
import type { InspectedPolicy, PolicyFinding } from './types';

export { POLICY_RULES } from './rules/index';
export * from './types';

const WEIGHTS = ['breach', 'contradiction', 'advice'] as const;

/** What of a policy a law misses, what contradicts what the site does, and what could be clearer; the gravest first. */
export function lintPolicy(of: Omit<InspectedPolicy, 'regimes' | 'answers' | 'setup' | 'kind'>): PolicyFinding[] {
  const { kind, answers, setup, on } = of.from;
  const inspected: InspectedPolicy = { ...of, kind, answers, setup, regimes: regimesOf(setup, on) };
  return POLICY_RULES.filter(({ kinds, under }) => kinds.includes(kind) && (!under || under(inspected.regimes)))
    .flatMap(({ id, title, weight, article, look }) =>
      look(inspected).map((found): PolicyFinding => ({ rule: id, title, weight, article, ...found })),
    )
    .sort((a, b) => WEIGHTS.indexOf(a.weight) - WEIGHTS.indexOf(b.weight));
}

/** A draft with a section that is missing in it, as it is written now, where its kind has it; or with a live block. */
export function withSection(draft: PolicyDraft, from: WrittenFrom, section: string): PolicyDraft {
  const written = writtenPolicy(from, draft.source)?.blocks ?? [];
  const isOf = ({ attrs: { id } }: Block) => id === section || id.startsWith(`${section}.`);
  const made = written.filter(isOf);
  const what = section as keyof typeof LIVE_BLOCKS;
  const added = made.length > 0 ? made : what in LIVE_BLOCKS ? [live(`${section}-1`, what)] : [];
  const there = new Set(draft.blocks.map(({ attrs }) => attrs.id));
  const order = KINDS[from.kind].sections.map(({ id }) => id);
  // Behind the last block of the sections that come before it.
  const before = new Set(order.slice(0, Math.max(0, order.indexOf(section))));
  const at = draft.blocks.findLastIndex(({ attrs: { id } }) => before.has(id.split('.')[0]!)) + 1;
  const blocks = [...draft.blocks];
  blocks.splice(made.length > 0 ? at : blocks.length, 0, ...added.filter(({ attrs }) => !there.has(attrs.id)));
  return { ...draft, blocks };
}
