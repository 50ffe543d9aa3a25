import { diff3MergeRegions, diffIndices } from 'node-diff3';
import { type Block, joined, type RichNode, sameBlock, wordsIn } from './node';

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
 * Two changes of one text as one (three-way merge: by block, within lists and tables by item, row and cell, and within a
 * paragraph by word). `mine` is written by hand: no word of it is ever lost, and where both changed the same place it stands
 * and the other is named. `theirs` is what was written anew from the answers, or by a colleague (`byHand`): then what he
 * changed comes back even where it was taken out here.
 */
export function mergedText(
  base: readonly Block[],
  mine: readonly Block[],
  theirs: readonly Block[],
  { byHand = false } = {},
): MergedText {
  const named = (blocks: readonly Block[]) => blocks.map((node) => ({ key: node.attrs.id, node }));
  const { nodes, clashes } = mergedNodes(named(base), named(mine), named(theirs), byHand);
  return {
    blocks: nodes as Block[],
    conflicts: clashes.map(({ key, theirs: node }) => ({ id: key, theirs: node as Block | null })),
  };
}

/** A node under the name by which it is known on all sides. */
interface Named {
  key: string;
  node: RichNode;
}
interface MergedNodes {
  nodes: RichNode[];
  clashes: { key: string; theirs: RichNode | null }[];
}

function mergedNodes(
  base: readonly Named[],
  mine: readonly Named[],
  theirs: readonly Named[],
  byHand: boolean,
): MergedNodes {
  const byKey = (all: readonly Named[]) => new Map(all.map(({ key, node }) => [key, node]));
  const [was, own, other] = [byKey(base), byKey(mine), byKey(theirs)];
  const clashes: MergedNodes['clashes'] = [];
  const merged = mine.flatMap(({ key, node }): Named[] => {
    const before = was.get(key);
    const after = other.get(key);
    const kept = (one: RichNode) => [{ key, node: one }];
    if (!after) {
      if (!before) return kept(node); // written here
      if (sameBlock(node, before)) return [];
      clashes.push({ key, theirs: null });
      return kept(node);
    }
    if (sameBlock(node, after)) return kept(node);
    if (before && sameBlock(node, before)) return kept(after);
    if (before && sameBlock(after, before)) return kept(node);
    const both = mergedNode(before, node, after, byHand);
    if (both.clash) clashes.push({ key, theirs: after });
    return kept(both.node);
  });
  // What is new comes behind what it follows there.
  theirs.forEach(({ key, node }, i) => {
    if (own.has(key)) return;
    if (was.has(key)) {
      if (!byHand || sameBlock(node, was.get(key))) return; // taken out here
      clashes.push({ key, theirs: node });
    }
    const before = theirs.slice(0, i).findLast((one) => merged.some((there) => there.key === one.key));
    const at = before ? merged.findIndex((there) => there.key === before.key) + 1 : 0;
    merged.splice(at, 0, { key, node });
  });
  return { nodes: merged.map(({ node }) => node), clashes };
}

/** One node that both sides changed. */
function mergedNode(
  before: RichNode | undefined,
  mine: RichNode,
  theirs: RichNode,
  byHand: boolean,
): { node: RichNode; clash: boolean } {
  const { content: _, ...node } = mine;
  const filled = (content: RichNode[]): RichNode => ({ ...node, ...(content.length > 0 && { content }) });
  if (mine.type !== theirs.type || mine.type === 'live') return { node: mine, clash: true };
  const base = before?.type === mine.type ? before : undefined;
  if (isLine(mine)) {
    const { tokens, clash } = mergedTokens(base ? tokensOf(base) : [], tokensOf(mine), tokensOf(theirs));
    return { node: filled(ofTokens(tokens)), clash };
  }
  const items = namedAlike(base?.content ?? [], mine.content ?? [], theirs.content ?? []);
  const { nodes, clashes } = mergedNodes(...items, byHand);
  // Each side has taken out what the other left: an item with nothing in it is none.
  if (nodes.length === 0) return { node: mine, clash: true };
  return { node: filled(nodes), clash: clashes.length > 0 };
}

/**
 * Items of a list, rows of a table and the like have no ids: those that are the same on two sides, or stand in the place of
 * one another, are given the same name.
 */
function namedAlike(
  base: readonly RichNode[],
  mine: readonly RichNode[],
  theirs: readonly RichNode[],
): [base: Named[], mine: Named[], theirs: Named[]] {
  const named = (nodes: readonly RichNode[], places: readonly (number | undefined)[], side: string) =>
    nodes.map((node, i) => ({ key: places[i] === undefined ? `${side}${i}` : `${places[i]}`, node }));
  const own = named(mine, placesIn(base, mine), 'mine');
  const added = own.filter(({ key }) => key.startsWith('mine'));
  const places = placesIn(base, theirs);
  const other = theirs.map((node, i): Named => {
    if (places[i] !== undefined) return { key: `${places[i]}`, node };
    // Both wrote the same.
    const alike = added.findIndex((one) => sameBlock(one.node, node));
    return { key: alike < 0 ? `theirs${i}` : added.splice(alike, 1)[0]!.key, node };
  });
  return [base.map((node, i) => ({ key: `${i}`, node })), own, other];
}

/** Of each node the one before that it is, or has come from, by its place there. */
function placesIn(before: readonly RichNode[], after: readonly RichNode[]): (number | undefined)[] {
  const places: (number | undefined)[] = after.map(() => undefined);
  const json = (nodes: readonly RichNode[]) => nodes.map((node) => JSON.stringify(node));
  let [at, to] = [0, 0];
  const same = (until: number) => {
    while (at < until) places[to++] = at++;
  };
  for (const { buffer1, buffer2 } of diffIndices(json(before), json(after))) {
    same(buffer1[0]);
    const was = before.slice(at, at + buffer1[1]);
    const now = after.slice(to, to + buffer2[1]);
    let next = 0;
    now.forEach((node, i) => {
      const found = was.length === now.length ? i : was.findIndex((one, j) => j >= next && isLike(one, node));
      if (found < 0) return;
      places[to + i] = at + found;
      next = found + 1;
    });
    at += buffer1[1];
    to += buffer2[1];
  }
  same(before.length);
  return places;
}

/** Whether half of the words of either are in the other. */
function isLike(a: RichNode, b: RichNode): boolean {
  const words = (node: RichNode) => new Set(wordsIn(node).match(/[\p{L}\p{N}]+/gu));
  const [one, other] = [words(a), words(b)];
  const both = [...one].filter((word) => other.has(word)).length;
  return both > 0 && both * 2 >= Math.min(one.size, other.size);
}

const isLine = ({ type }: RichNode) => type === 'paragraph' || type === 'heading';

function mergedTokens(before: string[], mine: string[], theirs: string[]): { tokens: string[]; clash: boolean } {
  let clash = false;
  const tokens = diff3MergeRegions(mine, before, theirs).flatMap((region) => {
    if (region.stable) return region.bufferContent;
    if (region.aContent.join() === region.bContent.join()) return region.aContent;
    if (region.bContent.join() === region.oContent.join()) return region.aContent;
    clash = true;
    return region.aContent;
  });
  return { tokens, clash };
}

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
