import type { Editor } from '@tiptap/react';
import clsx from 'clsx';
import { type ReactNode, useState } from 'react';

export const MARK_BUTTON = 'min-h-6 min-w-6 px-1.5 hover:bg-wash aria-pressed:bg-wash';

/** Bold, italics and links of an editor; `children`: what else it has. */
export function TextMarks({ editor, children }: { editor: Editor; children?: ReactNode }) {
  const [href, setHref] = useState<string | null>(null);
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
        className={clsx(MARK_BUTTON, 'font-bold')}
        aria-pressed={editor.isActive('bold')}
        onClick={() => editor.chain().focus().toggleBold().run()}
      >
        Bold
      </button>
      <button
        type="button"
        className={clsx(MARK_BUTTON, 'italic')}
        aria-pressed={editor.isActive('italic')}
        onClick={() => editor.chain().focus().toggleItalic().run()}
      >
        Italic
      </button>
      <button
        type="button"
        className={MARK_BUTTON}
        aria-pressed={editor.isActive('link')}
        onClick={() => setHref(editor.getAttributes('link').href ?? 'https://')}
      >
        Link
      </button>
      {children}
      {href !== null && (
        <>
          <input
            aria-label="Address of the link; empty takes it away"
            className="min-h-6! flex-1"
            value={href}
            onChange={(event) => setHref(event.target.value)}
            onKeyDown={(event) => event.key === 'Enter' && setLink()}
          />
          <button type="button" className={MARK_BUTTON} onClick={setLink}>
            Set
          </button>
        </>
      )}
    </div>
  );
}
