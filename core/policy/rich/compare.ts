import { diffComm, diffIndices } from 'node-diff3';
import { type Block, sameBlock, wordsIn } from './node';

/** A run of words that both have, or only the earlier or the later. */
export interface Piece {
  in: 'both' | 'before' | 'after';
  text: string;
}
/** A block of one text beside the same of another. `pieces`: its words with what changed. */
export interface ComparedBlock {
  id: string;
  before: Block | null;
  after: Block | null;
  same: boolean;
  pieces: Piece[];
}

/** Two texts beside each other, block by block in the order of the later one, with what was taken out where it stood. */
export function comparedText(before: readonly Block[], after: readonly Block[]): ComparedBlock[] {
  const was = new Map(before.map((block) => [block.attrs.id, block]));
  const now = new Set(after.map(({ attrs }) => attrs.id));
  const compared = after.map((block): ComparedBlock => {
    const old = was.get(block.attrs.id) ?? null;
    const same = old !== null && sameBlock(old, block);
    return { id: block.attrs.id, before: old, after: block, same, pieces: piecesOf(old, block) };
  });
  before.forEach((block, i) => {
    if (now.has(block.attrs.id)) return;
    const behind = before.slice(0, i).findLast(({ attrs }) => compared.some(({ id }) => id === attrs.id));
    const at = behind ? compared.findIndex(({ id }) => id === behind.attrs.id) + 1 : 0;
    const row = { id: block.attrs.id, before: block, after: null, same: false, pieces: piecesOf(block, null) };
    compared.splice(at, 0, row);
  });
  return compared;
}

/** Which blocks of one text are other in the other, or in one alone, by their ids; where the words do not matter. */
export function otherBlocks(before: readonly Block[], after: readonly Block[]): string[] {
  const was = new Map(before.map((block) => [block.attrs.id, block]));
  const now = new Set(after.map(({ attrs }) => attrs.id));
  const changed = after.filter((block) => !sameBlock(was.get(block.attrs.id), block));
  return [...changed, ...before.filter(({ attrs }) => !now.has(attrs.id))].map(({ attrs }) => attrs.id);
}

/** How many blocks differ. */
export const countChanged = (compared: readonly ComparedBlock[]): number => compared.filter(({ same }) => !same).length;

const split = (block: Block | null) => (block && wordsIn(block).match(/\s+|\S+/g)) || [];

function piecesOf(before: Block | null, after: Block | null): Piece[] {
  if (before && after && diffIndices(split(before), split(after)).length === 0)
    return [{ in: 'both', text: wordsIn(after) }];
  return diffComm(split(before), split(after)).flatMap(({ common, buffer1, buffer2 }): Piece[] =>
    common
      ? [{ in: 'both', text: common.join('') }]
      : (
          [
            ['before', buffer1],
            ['after', buffer2],
          ] as const
        ).flatMap(([side, words]) => (words?.length ? [{ in: side, text: words.join('') }] : [])),
  );
}
