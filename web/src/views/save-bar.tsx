import { Button, FieldProblems } from '../ui/parts';
import type { DraftEditor } from './use-draft';

/** Saving is visible: what stands here differs from what is kept. */
export function SaveBar({ editor }: { editor: DraftEditor }) {
  const { dirty, saving, problems, taken } = editor;
  return (
    <>
      <FieldProblems of={problems} />
      {taken && (
        <p role="status" className="my-2 border-l-4 border-held bg-sheet px-3 py-2 [overflow-wrap:anywhere]">
          Somebody else saved meanwhile, and that is in here now.
          {taken.length > 0 &&
            ` What you typed stands in ${taken.slice(0, 4).join(', ')}${taken.length > 4 ? ' …' : ''}.`}
        </p>
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
