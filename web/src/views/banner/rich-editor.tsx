import { EditorContent, useEditor } from '@tiptap/react';
import StarterKit from '@tiptap/starter-kit';
import clsx from 'clsx';
import { useEffect, useRef } from 'react';
import { TextMarks } from '../../ui/text-marks';
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
      {editor && <TextMarks editor={editor} />}
      <EditorContent editor={editor} />
    </div>
  );
}
