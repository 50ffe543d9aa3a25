import { Button, FieldProblems } from '../ui/parts';
import type { DraftEditor } from './use-draft';

/** Saving is visible: what stands here differs from what is kept. */
export function SaveBar({ editor }: { editor: DraftEditor }) {
  const { dirty, saving, problems } = editor;
  return (
    <>
      <FieldProblems of={problems} />
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
