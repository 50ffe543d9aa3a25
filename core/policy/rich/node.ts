import { z } from 'zod';

/**
 * Text of a policy as ProseMirror keeps it (JSON of its nodes), as far as policies have it. Every top-level block has an
 * id, by which it is found again: in a translation, in another version, and in what was written from the answers.
 */
export interface RichNode {
  type: string;
  attrs?: Readonly<Record<string, string | number>>;
  content?: readonly RichNode[];
  text?: string;
  marks?: readonly RichMark[];
}
export interface RichMark {
  type: (typeof MARKS)[number];
  attrs?: { href: string };
}
export type Block = RichNode & { attrs: { id: string } };

const MARKS = ['bold', 'italic', 'link'] as const;
/** What may stand in what. `blockquote` is a note, `live` is filled in when the policy is read. */
const WITHIN: Record<string, readonly string[]> = {
  doc: ['heading', 'paragraph', 'bulletList', 'orderedList', 'blockquote', 'table', 'live'],
  heading: ['text', 'hardBreak'],
  paragraph: ['text', 'hardBreak'],
  bulletList: ['listItem'],
  orderedList: ['listItem'],
  listItem: ['paragraph', 'bulletList', 'orderedList'],
  blockquote: ['paragraph', 'bulletList', 'orderedList'],
  table: ['tableRow'],
  tableRow: ['tableHeader', 'tableCell'],
  tableHeader: ['paragraph'],
  tableCell: ['paragraph', 'bulletList', 'orderedList'],
};

/** Blocks that are written anew whenever somebody reads the policy, from what is in force then. */
export const LIVE_BLOCKS = {
  controller: 'Controller, representative and officer',
  contact: 'Contact',
  purposes: 'Purposes',
  services: 'Services, with who provides them',
  items: 'What is stored, by purpose and service',
  rights: 'Rights, by law',
  choices: 'The reader’s own choice',
  changed: 'Last change',
} as const;
export type LiveBlock = keyof typeof LIVE_BLOCKS;
export const isLiveBlock = (what: unknown): what is LiveBlock =>
  typeof what === 'string' && Object.hasOwn(LIVE_BLOCKS, what);

const MOST = { blocks: 10_000, depth: 10, letters: 2_000_000 };
/** Where a link of a policy may lead: the web, a mailbox, a telephone, a place in the same page or on the same site. */
export const isLink = (href: unknown): href is string =>
  typeof href === 'string' && href.length <= 2_000 && /^(https?:\/\/|mailto:|tel:|#|\/(?!\/))/i.test(href);

/** The blocks of a policy, read from what an editor or a file gave; what means nothing here is left out of attributes. */
export const blocksSchema = z.unknown().transform((given, ctx): Block[] => {
  const refuse = (message: string, path: (string | number)[]) => {
    ctx.addIssue({ code: 'custom', message, path });
    return null;
  };
  if (!Array.isArray(given)) return refuse('a list of blocks', []) ?? z.NEVER;
  if (given.length > MOST.blocks) return refuse(`at most ${MOST.blocks} blocks`, []) ?? z.NEVER;
  let letters = 0;
  const ids = new Set<string>();
  const read = (node: unknown, within: string, path: (string | number)[]): RichNode | null => {
    if (typeof node !== 'object' || node === null) return refuse('a block is an object', path);
    const { type, attrs, content, text, marks } = node as Record<string, unknown>;
    if (typeof type !== 'string' || !WITHIN[within]!.includes(type))
      return refuse(`"${String(type).slice(0, 40)}" cannot stand in ${within}`, path);
    if (path.length > MOST.depth * 2) return refuse('nested too deeply', path);
    if (type === 'text') {
      if (typeof text !== 'string' || text === '') return refuse('text without letters', path);
      letters += text.length;
      return letters > MOST.letters ? refuse(`at most ${MOST.letters} letters`, []) : { type, text, ...marksOf(marks) };
    }
    const inner = Array.isArray(content) ? content.map((one, i) => read(one, type, [...path, 'content', i])) : [];
    const kept = attributesOf(type, (attrs ?? {}) as Record<string, unknown>, within === 'doc');
    if (type === 'live' && !isLiveBlock(kept.what)) return refuse('no live block of this name', path);
    if (within === 'doc') {
      const { id } = kept;
      if (typeof id !== 'string' || !/^[\w.-]{1,80}$/.test(id)) return refuse('a block needs an id', path);
      if (ids.has(id)) return refuse(`two blocks have the id ${id}`, path);
      ids.add(id);
    }
    return {
      type,
      ...(Object.keys(kept).length > 0 && { attrs: kept }),
      ...(inner.length > 0 && { content: joined(inner.filter((one) => one !== null)) }),
    };
  };
  const blocks = given.map((one, i) => read(one, 'doc', [i]));
  return blocks.filter((one) => one !== null) as Block[];
});

function attributesOf(type: string, attrs: Record<string, unknown>, isBlock: boolean): Record<string, string | number> {
  const kept: Record<string, string | number> = {};
  if (isBlock && typeof attrs.id === 'string') kept.id = attrs.id;
  if (type === 'heading') kept.level = attrs.level === 3 ? 3 : 2;
  if (type === 'live' && typeof attrs.what === 'string') kept.what = attrs.what;
  for (const span of ['colspan', 'rowspan'] as const)
    if (type.startsWith('table') && Number.isInteger(attrs[span]) && (attrs[span] as number) > 1)
      kept[span] = Math.min(attrs[span] as number, 50);
  return kept;
}

function marksOf(marks: unknown): { marks?: RichMark[] } {
  if (!Array.isArray(marks)) return {};
  const kept = MARKS.flatMap((type): RichMark[] => {
    const one = marks.find((mark) => mark?.type === type);
    if (!one) return [];
    if (type !== 'link') return [{ type }];
    return isLink(one.attrs?.href) ? [{ type, attrs: { href: one.attrs.href } }] : [];
  });
  return kept.length > 0 ? { marks: kept } : {};
}

/** Neighbouring texts with the same marks are one, as an editor would make them. */
export function joined(nodes: readonly RichNode[]): RichNode[] {
  const out: RichNode[] = [];
  for (const node of nodes) {
    const last = out.at(-1);
    const alike = node.type === 'text' && last?.type === 'text' && sameJson(last.marks, node.marks);
    if (alike) out[out.length - 1] = { ...last, text: last.text! + node.text! };
    else out.push(node);
  }
  return out;
}

const sameJson = (a: unknown, b: unknown) => JSON.stringify(a ?? null) === JSON.stringify(b ?? null);

/** Whether two blocks say the same, whatever their ids. Both as `blocksSchema` reads them. */
export const sameBlock = (a: RichNode | undefined, b: RichNode | undefined): boolean =>
  a === b || (a !== undefined && b !== undefined && bareJson(a) === bareJson(b));

const bareJson = ({ attrs, ...node }: RichNode): string => {
  const { id: _, ...rest } = attrs ?? {};
  return JSON.stringify([node.type, Object.entries(rest).sort(), node.content ?? [], node.text]);
};

/** What of a block is read as words; a line for each paragraph in it. */
export function wordsIn(node: RichNode): string {
  if (node.type === 'text') return node.text ?? '';
  if (node.type === 'hardBreak') return '\n';
  const parts = (node.content ?? []).map(wordsIn);
  return node.type === 'paragraph' || node.type === 'heading' ? parts.join('') : parts.join('\n');
}
