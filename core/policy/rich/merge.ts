import { diff3MergeRegions } from 'node-diff3';
import { type Block, joined, type RichNode, sameBlock } from './node';

/** A block that both sides changed in the same place. */
export interface Conflict {
  id: string;
  /** What the other side has; `null`: it has taken the block out. */
  theirs: Block | null;
}
export interface MergedText {
  blocks: Block[];
  conflicts: Conflict[];
}

/**
 * Two changes of one text as one (three-way merge, by block and within a block by word). `mine` is written by hand: no word
 * of it is ever lost, and where both changed the same place it stands and the other is named. `theirs` is what was written
 * anew from the answers, or by a colleague (`byHand`): then what he changed comes back even where it was taken out here.
 */
export function mergedText(
  base: readonly Block[],
  mine: readonly Block[],
  theirs: readonly Block[],
  { byHand = false } = {},
): MergedText {
  const was = byId(base);
  const other = byId(theirs);
  const own = byId(mine);
  const conflicts: Conflict[] = [];
  const blocks = mine.flatMap((block): Block[] => {
    const { id } = block.attrs;
    const before = was.get(id);
    const after = other.get(id);
    if (!after) {
      if (!before) return [block]; // written here
      if (sameBlock(block, before)) return [];
      conflicts.push({ id, theirs: null });
      return [block];
    }
    if (sameBlock(block, after)) return [block];
    if (before && sameBlock(block, before)) return [after];
    if (before && sameBlock(after, before)) return [block];
    const { node, clash } = mergedBlock(before, block, after);
    if (clash) conflicts.push({ id, theirs: after });
    return [node];
  });
  // What is new comes behind what it follows there.
  theirs.forEach((block, i) => {
    const { id } = block.attrs;
    if (own.has(id)) return;
    if (was.has(id)) {
      if (!byHand || sameBlock(block, was.get(id))) return; // taken out here
      conflicts.push({ id, theirs: block });
    }
    const before = theirs.slice(0, i).findLast((one) => blocks.some(({ attrs }) => attrs.id === one.attrs.id));
    const at = before ? blocks.findIndex(({ attrs }) => attrs.id === before.attrs.id) + 1 : 0;
    blocks.splice(at, 0, block);
  });
  return { blocks, conflicts };
}

const byId = (blocks: readonly Block[]) => new Map(blocks.map((block) => [block.attrs.id, block]));

function mergedBlock(before: Block | undefined, mine: Block, theirs: Block): { node: Block; clash: boolean } {
  const alike = mine.type === theirs.type && isLine(mine);
  if (!alike) return { node: mine, clash: true };
  const regions = diff3MergeRegions(tokensOf(mine), before && isLine(before) ? tokensOf(before) : [], tokensOf(theirs));
  let clash = false;
  const tokens = regions.flatMap((region) => {
    if (region.stable) return region.bufferContent;
    if (region.aContent.join() === region.bContent.join()) return region.aContent;
    if (region.bContent.join() === region.oContent.join()) return region.aContent;
    clash = true;
    return region.aContent;
  });
  const { content: _, ...node } = mine;
  return { node: { ...node, ...(tokens.length > 0 && { content: ofTokens(tokens) }) }, clash };
}

const isLine = ({ type }: RichNode) => type === 'paragraph' || type === 'heading';

/** Words, each with the space before it and its marks; as texts, since those can be compared. */
const tokensOf = ({ content = [] }: RichNode): string[] =>
  content.flatMap((node) =>
    node.type === 'text'
      ? (node.text!.match(/\s*[\p{L}\p{N}\p{M}_]+|\s*[^\s\p{L}\p{N}\p{M}_]|\s+/gu) ?? []).map((word) =>
          JSON.stringify({ ...node, text: word }),
        )
      : [JSON.stringify(node)],
  );

const ofTokens = (tokens: readonly string[]): RichNode[] =>
  joined(tokens.map((token) => JSON.parse(token) as RichNode));
