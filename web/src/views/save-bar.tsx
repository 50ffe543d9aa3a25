import { Button } from '../ui/parts';
import type { DraftEditor } from './use-draft';

/** Saving is visible: what stands here differs from what is kept. */
export function SaveBar({ editor }: { editor: DraftEditor }) {
  const { dirty, saving, problems } = editor;
  return (
    <>
      {problems.length > 0 && (
        <ul role="alert" className="my-2 border-l-4 border-slipped bg-sheet px-3 py-2">
          {problems.map(({ path, message }) => (
            <li key={path}>
              <span className="mono">{path}</span>: {message}
            </li>
          ))}
        </ul>
      )}
      <div className="flex items-center gap-2" role="status">
        <Button kind={dirty ? 'act' : 'plain'} onClick={editor.save} disabled={!dirty || saving}>
          {saving ? 'Saving' : dirty ? 'Save draft' : 'Saved'}
        </Button>
        {dirty && (
          <Button kind="quiet" onClick={editor.revert}>
            Take back
          </Button>
        )}
      </div>
    </>
  );
}
