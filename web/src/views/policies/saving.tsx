import { Button } from '../../ui/parts';
import type { PolicyEditing } from './use-policy-draft';

/** Saving is visible: what stands here differs from what is kept. */
export function Saving({ editing: { dirty, saving, save, revert } }: { editing: PolicyEditing }) {
  return (
    <>
      <Button kind={dirty ? 'act' : 'plain'} disabled={!dirty || saving} onClick={save}>
        {saving ? 'Saving' : dirty ? 'Save draft' : 'Saved'}
      </Button>
      {dirty && (
        <Button kind="quiet" onClick={revert}>
          Take back
        </Button>
      )}
    </>
  );
}
