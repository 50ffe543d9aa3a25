import { type Editor, EditorContent, useEditor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import clsx from 'clsx';
import { useEffect, useRef, useState } from 'react';
import { docOf, sourceOf } from './rich-source';

interface RichEditorProps {
  id: string;
  labelledBy: string;
  /** The text with its marks; see `richPieces`. */
  value: string;
  language: string;
  invalid: boolean;
  onChange(source: string): void;
}

/** A text with bold, italics and links, and nothing else that a banner could not show. */
export function RichEditor({ id, labelledBy, value, language, invalid, onChange }: RichEditorProps) {
  const told = useRef(value);
  const change = useRef(onChange);
  change.current = onChange;
  const editor = useEditor({
    extensions: [
      StarterKit.configure({
        heading: false,
        blockquote: false,
        bulletList: false,
        orderedList: false,
        listItem: false,
        code: false,
        codeBlock: false,
        strike: false,
        underline: false,
        horizontalRule: false,
        hardBreak: false,
        link: { openOnClick: false, autolink: false, protocols: ['mailto'] },
      }),
    ],
    content: docOf(value),
    editorProps: {
      attributes: {
        id,
        role: 'textbox',
        'aria-multiline': 'true',
        'aria-labelledby': labelledBy,
        lang: language,
        dir: 'auto',
        class: 'min-h-20 px-2 py-1.5 outline-none',
      },
    },
    onUpdate: ({ editor: now }) => {
      told.current = sourceOf(now.getJSON());
      change.current(told.current);
    },
  });
  // Changed elsewhere: gone back to what ships, or mended.
  useEffect(() => {
    if (!editor || value === told.current) return;
    told.current = value;
    editor.commands.setContent(docOf(value), { emitUpdate: false });
  }, [editor, value]);
  return (
    <div
      className={clsx(
        'mt-0.5 border bg-sheet focus-within:outline-2 focus-within:outline-offset-1 focus-within:outline-stamp',
        invalid ? 'border-slipped' : 'border-line',
      )}
    >
      {editor && <Marks editor={editor} />}
      <EditorContent editor={editor} />
    </div>
  );
}

function Marks({ editor }: { editor: Editor }) {
  const [href, setHref] = useState<string | null>(null);
  const mark = 'min-h-6 min-w-6 px-1.5 hover:bg-wash aria-pressed:bg-wash';
  const setLink = () => {
    const chain = editor.chain().focus().extendMarkRange('link');
    if (href) chain.setLink({ href }).run();
    else chain.unsetLink().run();
    setHref(null);
  };
  return (
    <div className="flex flex-wrap items-center gap-1 border-b border-line px-1 py-0.5 text-[12px]">
      <button
        type="button"
        className={clsx(mark, 'font-bold')}
        aria-pressed={editor.isActive('bold')}
        onClick={() => editor.chain().focus().toggleBold().run()}
      >
        Bold
      </button>
      <button
        type="button"
        className={clsx(mark, 'italic')}
        aria-pressed={editor.isActive('italic')}
        onClick={() => editor.chain().focus().toggleItalic().run()}
      >
        Italic
      </button>
      <button
        type="button"
        className={mark}
        aria-pressed={editor.isActive('link')}
        onClick={() => setHref(editor.getAttributes('link').href ?? 'https://')}
      >
        Link
      </button>
      {href !== null && (
        <>
          <input
            aria-label="Address of the link; empty takes it away"
            className="min-h-6! flex-1"
            value={href}
            onChange={(event) => setHref(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && setLink()}
          />
          <button type="button" className={mark} onClick={setLink}>
            Set
          </button>
        </>
      )}
    </div>
  );
}
