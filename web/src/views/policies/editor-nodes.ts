import { isLiveBlock, LIVE_BLOCKS, type LiveBlock, placeOfQuote, type Quote, quoteOf } from '@douane/core/policy';
import { Extension, mergeAttributes, Node } from '@tiptap/core';
import type { Node as DocNode } from '@tiptap/pm/model';
import { Plugin, PluginKey } from '@tiptap/pm/state';
import { Decoration, DecorationSet } from '@tiptap/pm/view';

const BLOCKS = ['heading', 'paragraph', 'bulletList', 'orderedList', 'blockquote', 'table', 'live'];

/** Every block has an id, by which it is found again in translations, versions, and what is written anew. */
export const BlockIds = Extension.create({
  name: 'blockIds',
  addGlobalAttributes: () => [
    {
      types: BLOCKS,
      attributes: {
        id: { default: null, keepOnSplit: false, renderHTML: ({ id }) => (id ? { 'data-block': id } : {}) },
      },
    },
  ],
  addProseMirrorPlugins: () => [
    new Plugin({
      key: new PluginKey('blockIds'),
      appendTransaction(_transactions, _before, { doc, tr }) {
        const seen = new Set<string>();
        doc.forEach((node, at) => {
          const { id } = node.attrs;
          if (id && !seen.has(id)) seen.add(id);
          else tr.setNodeAttribute(at, 'id', `h-${crypto.randomUUID().slice(0, 12)}`);
        });
        return tr.docChanged ? tr : null;
      },
    }),
  ],
});

/** A block that is filled in when somebody reads the policy. `preview`: what it comes to now, as HTML of our own making. */
export const Live = Node.create<{ preview(what: LiveBlock): string }>({
  name: 'live',
  group: 'block',
  atom: true,
  draggable: true,
  addOptions: () => ({ preview: () => '' }),
  addAttributes: () => ({ what: { default: 'items' } }),
  parseHTML: () => [
    { tag: 'div[data-live]', getAttrs: (element) => ({ what: (element as HTMLElement).dataset.live }) },
  ],
  renderHTML: ({ HTMLAttributes, node }) => ['div', mergeAttributes(HTMLAttributes, { 'data-live': node.attrs.what })],
  addNodeView() {
    return ({ node }) => {
      const dom = document.createElement('div');
      dom.className = 'policy-live';
      const what: unknown = node.attrs.what;
      const name = document.createElement('p');
      name.className = 'caps';
      name.textContent = isLiveBlock(what) ? `${LIVE_BLOCKS[what]}, as in force` : 'unknown block';
      const body = document.createElement('div');
      body.inert = true;
      if (isLiveBlock(what)) body.innerHTML = this.options.preview(what);
      dom.append(name, body);
      return { dom };
    };
  },
});

/** What is to be seen of a block beside its words: a class, a title that says it, and words in it that somebody remarked on. */
export type BlockMarks = ReadonlyMap<string, { class: string; title: string; quotes: readonly Quote[] }>;

/** All words of a block, and each of its texts with where it begins, in the block's words and in the document. */
function textOf(block: DocNode, at: number): { text: string; runs: { from: number; pos: number; text: string }[] } {
  const runs: { from: number; pos: number; text: string }[] = [];
  let from = 0;
  block.descendants((node, pos) => {
    if (!node.isText) return;
    runs.push({ from, pos: at + 1 + pos, text: node.text! });
    from += node.text!.length;
  });
  return { text: runs.map((run) => run.text).join(''), runs };
}

/** Where a quote stands in the document now. `at`: where its block does. */
export function rangeOfQuote(block: DocNode, at: number, quote: Quote): { from: number; to: number } | null {
  const { text, runs } = textOf(block, at);
  const place = placeOfQuote(text, quote);
  if (!place) return null;
  const first = runs.findLast((run) => run.from <= place[0])!;
  const last = runs.findLast((run) => run.from < place[1])!;
  return { from: first.pos + place[0] - first.from, to: last.pos + place[1] - last.from };
}

/** What of a block is selected, from one place of the document to another. */
export function quoteIn(block: DocNode, at: number, from: number, to: number): Quote | null {
  const { text, runs } = textOf(block, at);
  const within = (pos: number) => {
    const run = runs.findLast((one) => one.pos <= pos);
    return run ? run.from + Math.min(pos - run.pos, run.text.length) : 0;
  };
  return quoteOf(text, within(from), within(to));
}

/** Marks blocks by their ids; `marks` is asked at every change. */
export const Marked = Extension.create<{ marks(): BlockMarks }>({
  name: 'marked',
  addOptions: () => ({ marks: () => new Map() }),
  addProseMirrorPlugins() {
    const { marks } = this.options;
    return [
      new Plugin({
        key: new PluginKey('marked'),
        props: {
          decorations({ doc }) {
            const now = marks();
            const all: Decoration[] = [];
            doc.forEach((node: DocNode, at) => {
              const mark = now.get(node.attrs.id);
              if (!mark) return;
              const { quotes, ...seen } = mark;
              all.push(Decoration.node(at, at + node.nodeSize, seen));
              for (const quote of quotes) {
                const range = rangeOfQuote(node, at, quote);
                if (range) all.push(Decoration.inline(range.from, range.to, { class: 'policy-remarked' }));
              }
            });
            return DecorationSet.create(doc, all);
          },
        },
      }),
    ];
  },
});
