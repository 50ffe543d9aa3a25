import { isLiveBlock, LIVE_BLOCKS, type LiveBlock } from '@douane/core/policy';
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

/** What is to be seen of a block beside its words: a class, and a title that says it. */
export type BlockMarks = ReadonlyMap<string, { class: string; title: string }>;

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
              if (mark) all.push(Decoration.node(at, at + node.nodeSize, { ...mark }));
            });
            return DecorationSet.create(doc, all);
          },
        },
      }),
    ];
  },
});
