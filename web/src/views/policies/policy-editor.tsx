import { type Block, blocksSchema, isLink, LIVE_BLOCKS, type LiveBlock, type Quote } from '@douane/core/policy';
import { TableKit } from '@tiptap/extension-table';
import { type Editor, EditorContent, type JSONContent, useEditor, useEditorState } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import { DropdownMenu } from 'radix-ui';
import { useEffect, useRef, useState } from 'react';
import { MARK_BUTTON, TextMarks } from '../../ui/text-marks';
import { BlockIds, type BlockMarks, Live, Marked, quoteIn, rangeOfQuote } from './editor-nodes';

interface PolicyEditorProps {
  label: string;
  language: string;
  blocks: readonly Block[];
  /** Changes when `blocks` did otherwise than by typing here. */
  version: number | string;
  marks?: BlockMarks;
  /** What live blocks come to now; absent: there are none to be put in. */
  preview?(what: LiveBlock): string;
  onChange(blocks: Block[]): void;
  onSelect?(selected: Selected | null): void;
  /** Where the cursor is to go, whenever it is another object. */
  goTo?: Selected;
}

/** A block, and which words of it. */
export interface Selected {
  blockId: string;
  quote: Quote | null;
}

const NO_MARKS: BlockMarks = new Map();
// The editor changes nothing in what it is given.
const docOf = (blocks: readonly Block[]): JSONContent => ({ type: 'doc', content: blocks as unknown as JSONContent[] });
/** What word processors and pages bring along and a policy has no place for. */
const UNWANTED = /<(script|style|iframe|object|form|img|svg)\b|\bmso-|class="?Mso|\son\w+\s*=|\sstyle\s*=/i;

/** The text of a policy. */
export function PolicyEditor(props: PolicyEditorProps) {
  const { label, language, blocks, version, marks = NO_MARKS, preview, onChange, onSelect, goTo } = props;
  const [cleaned, setCleaned] = useState(false);
  const shown = useRef(version);
  const now = useRef({ onChange, onSelect, marks, preview });
  now.current = { onChange, onSelect, marks, preview };
  const editor = useEditor({
    extensions: [
      StarterKit.configure({
        heading: { levels: [2, 3] },
        ...{
          code: false,
          codeBlock: false,
          strike: false,
          underline: false,
          horizontalRule: false,
          trailingNode: false,
        },
        link: { openOnClick: false, autolink: false, isAllowedUri: (href) => isLink(href) },
      }),
      TableKit.configure({ table: { resizable: false } }),
      BlockIds,
      Live.configure({ preview: (what) => now.current.preview?.(what) ?? '' }),
      Marked.configure({ marks: () => now.current.marks }),
    ],
    content: docOf(blocks),
    editorProps: {
      // What is gone to stands clear of the tools above and of the edge below.
      ...{ scrollMargin: 120, scrollThreshold: 120 },
      attributes: {
        ...{ role: 'textbox', 'aria-multiline': 'true', 'aria-label': label, lang: language, dir: 'auto' },
        class: 'policy-text px-4 py-3 outline-none',
      },
      transformPastedHTML: (html) => {
        setCleaned(UNWANTED.test(html));
        return html;
      },
    },
    onUpdate: ({ editor: is }) => {
      const read = blocksSchema.safeParse(is.getJSON().content);
      if (read.success) now.current.onChange(read.data);
    },
    onSelectionUpdate: ({ editor: is }) => {
      const { $from, from, to } = is.state.selection;
      const block = $from.depth > 0 ? $from.node(1) : $from.nodeAfter;
      const at = $from.depth > 0 ? $from.before(1) : from;
      now.current.onSelect?.(block ? { blockId: block.attrs.id, quote: quoteIn(block, at, from, to) } : null);
    },
  });
  // biome-ignore lint/correctness/useExhaustiveDependencies: what was typed here is in the editor already
  useEffect(() => {
    if (!editor || version === shown.current) return;
    shown.current = version;
    editor.commands.setContent(docOf(blocks), { emitUpdate: false });
  }, [editor, version]);
  // biome-ignore lint/correctness/useExhaustiveDependencies: drawn anew when the marks are others
  useEffect(() => {
    if (editor && !editor.isDestroyed) editor.view.dispatch(editor.state.tr.setMeta('addToHistory', false));
  }, [editor, marks]);
  useEffect(() => {
    if (!editor || !goTo) return;
    editor.state.doc.forEach((node, at) => {
      if (node.attrs.id !== goTo.blockId) return;
      const range = goTo.quote && rangeOfQuote(node, at, goTo.quote);
      editor
        .chain()
        .focus()
        .setTextSelection(range ?? at + 1)
        .scrollIntoView()
        .run();
    });
  }, [editor, goTo]);
  return (
    <div className="border border-line bg-sheet focus-within:outline-2 focus-within:outline-offset-1 focus-within:outline-stamp">
      {editor && <Tools editor={editor} live={preview !== undefined} />}
      {cleaned && (
        <p role="status" className="border-b border-line bg-well px-3 py-1">
          What you pasted was cleaned: scripts, styles and pictures have no place in a policy; words, headings, lists,
          tables and links are here.
        </p>
      )}
      <EditorContent editor={editor} />
    </div>
  );
}

function Tools({ editor, live }: { editor: Editor; live: boolean }) {
  const is = useEditorState({
    editor,
    selector: ({ editor: now }) => ({
      h2: now.isActive('heading', { level: 2 }),
      h3: now.isActive('heading', { level: 3 }),
      list: now.isActive('bulletList'),
      numbers: now.isActive('orderedList'),
      note: now.isActive('blockquote'),
      table: now.isActive('table'),
    }),
  });
  const chain = () => editor.chain().focus();
  const toggles: [string, boolean, () => void][] = [
    ['Heading', is.h2, () => chain().toggleHeading({ level: 2 }).run()],
    ['Sub-heading', is.h3, () => chain().toggleHeading({ level: 3 }).run()],
    ['List', is.list, () => chain().toggleBulletList().run()],
    ['Numbers', is.numbers, () => chain().toggleOrderedList().run()],
    ['Note', is.note, () => chain().toggleBlockquote().run()],
  ];
  const ofTable: [string, () => void][] = [
    ['Row below', () => chain().addRowAfter().run()],
    ['Column after', () => chain().addColumnAfter().run()],
    ['Row out', () => chain().deleteRow().run()],
    ['Column out', () => chain().deleteColumn().run()],
    ['Table out', () => chain().deleteTable().run()],
  ];
  return (
    <div className="sticky top-[var(--frame-height)] z-[5] bg-sheet">
      <TextMarks editor={editor}>
        {toggles.map(([name, on, toggle]) => (
          <button key={name} type="button" className={MARK_BUTTON} aria-pressed={on} onClick={toggle}>
            {name}
          </button>
        ))}
        {is.table ? (
          ofTable.map(([name, act]) => (
            <button key={name} type="button" className={MARK_BUTTON} onClick={act}>
              {name}
            </button>
          ))
        ) : (
          <button
            type="button"
            className={MARK_BUTTON}
            onClick={() => chain().insertTable({ rows: 3, cols: 2, withHeaderRow: true }).run()}
          >
            Table
          </button>
        )}
        {live && (
          <DropdownMenu.Root>
            <DropdownMenu.Trigger className={MARK_BUTTON}>Insert what is in force</DropdownMenu.Trigger>
            <DropdownMenu.Portal>
              <DropdownMenu.Content
                align="start"
                className="z-30 border border-ink bg-sheet py-1"
                onCloseAutoFocus={(event) => {
                  event.preventDefault();
                  editor.commands.focus();
                }}
              >
                {Object.entries(LIVE_BLOCKS).map(([what, name]) => (
                  <DropdownMenu.Item
                    key={what}
                    className="cursor-pointer px-3 py-1 outline-none data-highlighted:bg-wash"
                    onSelect={() => editor.chain().insertContent({ type: 'live', attrs: { what } }).run()}
                  >
                    {name}
                  </DropdownMenu.Item>
                ))}
              </DropdownMenu.Content>
            </DropdownMenu.Portal>
          </DropdownMenu.Root>
        )}
      </TextMarks>
    </div>
  );
}
