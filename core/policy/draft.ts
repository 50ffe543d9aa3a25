import { sha256 } from '@noble/hashes/sha2.js';
import { bytesToHex, utf8ToBytes } from '@noble/hashes/utils.js';
import { z } from 'zod';
import { languageTag } from '../setup/fields';
import { AUDIENCES, type Audience } from './answers';
import { type WrittenFrom, writtenPolicy } from './kinds/index';
import type { PolicyContent, PolicyText } from './policy';
import { otherBlocks } from './rich/compare';
import { type Conflict, mergedText } from './rich/merge';
import { type Block, blocksSchema, sameBlock } from './rich/node';

const title = z.string().trim().max(200, 'at most 200 characters');
const audience = z.enum(Object.keys(AUDIENCES) as [Audience, ...Audience[]]);

/** One block in another language, and what of the source it was translated from. */
const translatedSchema = z.strictObject({
  block: z.preprocess((one) => [one], blocksSchema).transform(([one]) => one!),
  of: z.string().max(64),
});

/** By block what the other side has of it; `null`: it has taken the block out. */
const conflictsSchema = z.record(
  z.string().max(80),
  blocksSchema.transform((given) => given[0] ?? null),
);

/** What people edit of a policy. */
export const policyDraftSchema = z.strictObject({
  audience,
  source: languageTag,
  /** By language; where there is none, the kind's own. */
  titles: z.record(languageTag, title),
  blocks: blocksSchema,
  /** What was written from the answers when it last was, by which one tells what is changed by hand. */
  written: blocksSchema,
  /** By language, then by the block's id. */
  translations: z.record(languageTag, z.record(z.string().max(80), translatedSchema)),
  /** Blocks that were changed by hand and by what they are written from; until somebody has settled it. */
  conflicts: conflictsSchema.default({}),
  /** Translations that two people changed in the same words, by language. */
  translationConflicts: z.record(languageTag, conflictsSchema).default({}),
});
export type PolicyDraft = z.output<typeof policyDraftSchema>;

/** By what a translation tells that its source has changed. */
export const blockHash = ({ attrs: { id: _, ...attrs }, ...block }: Block): string =>
  bytesToHex(sha256(utf8ToBytes(JSON.stringify({ ...block, attrs })))).slice(0, 16);

/** A new draft, written from the answers; in the source's language or, where policies are not written in it, in English. */
export function newPolicyDraft(from: WrittenFrom, language: string): PolicyDraft {
  const source = writtenPolicy(from, language) ? language : 'en';
  const { blocks } = writtenPolicy(from, source)!;
  const nothing = { titles: {}, translations: {}, conflicts: {}, translationConflicts: {} };
  return { audience: from.audience, source, blocks, written: blocks, ...nothing };
}

/** Writes a draft anew from answers, inventory and laws as they are now; what was changed by hand stays. */
export function rewritten(draft: PolicyDraft, from: WrittenFrom): PolicyDraft {
  const written = writtenPolicy(from, draft.source)?.blocks ?? [];
  const { blocks, conflicts } = mergedText(draft.written, draft.blocks, written);
  const named = new Set(blocks.map(({ attrs }) => attrs.id));
  return {
    ...{ ...draft, blocks, written },
    conflicts: { ...only(draft.conflicts, named), ...byBlock(conflicts) },
    translationConflicts: Object.fromEntries(
      Object.entries(draft.translationConflicts).map(([language, of]) => [language, only(of, named)]),
    ),
  };
}

/** What two people made of one draft, as one: what was typed here stands, nothing of the other's is lost. */
export function mergedDrafts(base: PolicyDraft, mine: PolicyDraft, theirs: PolicyDraft): PolicyDraft {
  const { blocks, conflicts } = mergedText(base.blocks, mine.blocks, theirs.blocks, { byHand: true });
  const sides = <K extends keyof PolicyDraft>(part: K): Required<Sides<PolicyDraft[K]>> => ({
    base: base[part],
    mine: mine[part],
    theirs: theirs[part],
  });
  const open = mergedRecord(sides('translationConflicts'), (of) => mergedRecord(of));
  const translations = mergedRecord(sides('translations'), (of, language) =>
    mergedRecord(of, ({ base: was, mine: own, theirs: other }, id) => {
      if (!own || !other) return own ?? other;
      const merged = mergedText(was ? [was.block] : [], [own.block], [other.block], { byHand: true });
      for (const { theirs: block } of merged.conflicts) open[language] = { ...open[language], [id]: block };
      return { ...own, block: merged.blocks[0]! };
    }),
  );
  return {
    ...{ ...mine, blocks, translations },
    titles: mergedRecord(sides('titles')),
    written: theirs.written,
    conflicts: { ...mergedRecord(sides('conflicts')), ...byBlock(conflicts) },
    translationConflicts: open,
  };
}

type Sides<T> = Partial<Record<'base' | 'mine' | 'theirs', T>>;
/** Two changes of one record as one, entry by entry; `both`: of one that both sides changed, else mine where it is there. */
function mergedRecord<T>(
  { base = {}, mine = {}, theirs = {} }: Sides<Readonly<Record<string, T>>>,
  both: (sides: Sides<T>, key: string) => T | undefined = (sides) => sides.mine ?? sides.theirs,
): Record<string, T> {
  const keys = [...new Set([...Object.keys(mine), ...Object.keys(theirs)])];
  return Object.fromEntries(
    keys.flatMap((key): [string, T][] => {
      const sides: Sides<T> = { base: base[key], mine: mine[key], theirs: theirs[key] };
      const [was, own, other] = [sides.base, sides.mine, sides.theirs].map((one) => JSON.stringify(one));
      const kept = own === was ? sides.theirs : other === was || own === other ? sides.mine : both(sides, key);
      return kept === undefined ? [] : [[key, kept]];
    }),
  );
}

const byBlock = (conflicts: readonly Conflict[]) => Object.fromEntries(conflicts.map(({ id, theirs }) => [id, theirs]));
const only = <T>(of: Readonly<Record<string, T>>, ids: ReadonlySet<string>) =>
  Object.fromEntries(Object.entries(of).filter(([id]) => ids.has(id)));

/** Which blocks of a draft are other in the next, in whichever language, by their ids. */
export function changedBlocks(before: PolicyDraft, after: PolicyDraft): string[] {
  const ids = new Set(otherBlocks(before.blocks, after.blocks));
  const languages = new Set([...Object.keys(before.translations), ...Object.keys(after.translations)]);
  for (const language of languages) {
    const [was, now] = [before.translations[language] ?? {}, after.translations[language] ?? {}];
    for (const id of new Set([...Object.keys(was), ...Object.keys(now)]))
      if (!sameBlock(was[id]?.block, now[id]?.block)) ids.add(id);
  }
  return [...ids];
}

export type BlockState = 'written' | 'changed' | 'by-hand';
/** Whether a block is as it was written from the answers, changed by hand, or by hand altogether. */
export function blockState(draft: Pick<PolicyDraft, 'written'>, block: Block): BlockState {
  const written = draft.written.find(({ attrs }) => attrs.id === block.attrs.id);
  return written ? (sameBlock(written, block) ? 'written' : 'changed') : 'by-hand';
}

/**
 * `own`: somebody translated it; `written`: from the answers; `half`: the same, with answers in the words of whoever gave
 * them; `old`: its source has changed since; `none`: nobody did.
 */
export type TranslationState = 'own' | 'written' | 'half' | 'old' | 'none';
export interface TranslatedBlock {
  source: Block;
  block: Block;
  state: TranslationState;
}

/** Each block of a draft in another language. `from`: what it is written from. */
export function translated(draft: PolicyDraft, from: WrittenFrom, language: string): TranslatedBlock[] {
  const there = writtenPolicy(from, language);
  const written = blocksById(there?.blocks);
  const now = blocksById(writtenPolicy(from, draft.source)?.blocks);
  const own = draft.translations[language] ?? {};
  return draft.blocks.map((source): TranslatedBlock => {
    const { id } = source.attrs;
    if (source.type === 'live') return { source, block: source, state: 'written' };
    const by = own[id];
    if (by) return { source, block: by.block, state: by.of === blockHash(source) ? 'own' : 'old' };
    const other = written.get(id);
    // What is written in both languages says the same only while the source is as it would be written now.
    if (other && blockState(draft, source) === 'written') {
      const fits = sameBlock(now.get(id), source);
      return { source, block: other, state: !fits ? 'old' : there!.answered.has(id) ? 'half' : 'written' };
    }
    return { source, block: source, state: 'none' };
  });
}

const blocksById = (blocks: readonly Block[] = []) => new Map(blocks.map((block) => [block.attrs.id, block]));

/** A block that waits for a translator. */
export const waitsForWords = ({ state }: TranslatedBlock): boolean => state !== 'own' && state !== 'written';

/** What a draft says now, in all languages of its site. */
export function contentOf(draft: PolicyDraft, from: WrittenFrom, languages: readonly string[]): PolicyContent {
  const text = (language: string): PolicyText => {
    const title =
      draft.titles[language] ||
      writtenPolicy(from, language)?.title ||
      draft.titles[draft.source] ||
      writtenPolicy(from, 'en')!.title;
    if (language === draft.source) return { title, blocks: draft.blocks };
    const all = translated(draft, from, language);
    const untranslated = all.filter(({ state }) => state === 'none').map(({ block }) => block.attrs.id);
    return { title, blocks: all.map(({ block }) => block), ...(untranslated.length > 0 && { untranslated }) };
  };
  return {
    ...{ kind: from.kind, audience: draft.audience, source: draft.source, answers: from.answers },
    languages: Object.fromEntries([...new Set([draft.source, ...languages])].map((one) => [one, text(one)])),
  };
}

/** Name of a version's content: the same for the same words. */
export const contentHash = (content: PolicyContent): string => bytesToHex(sha256(utf8ToBytes(JSON.stringify(content))));
