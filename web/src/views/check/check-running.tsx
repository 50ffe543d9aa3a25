import type { CheckRun } from '@douane/api';
import { call } from '../../api/client';
import { Button } from '../../ui/parts';

/** Asks a check to stop. */
export function StopButton({ run: running }: { run: CheckRun }) {
  return (
    <Button onClick={() => void call('POST', `/runs/${running.id}/cancel`)} disabled={running.state === 'cancelling'}>
      {running.state === 'cancelling' ? 'Stopping' : 'Stop'}
    </Button>
  );
}

/** How far a check is that is under way. */
export function CheckProgress({ run: running }: { run: CheckRun }) {
  return (
    <div className="mb-4 border-y border-line bg-sheet px-4 py-3" role="status">
      <progress
        className="h-2 w-full"
        value={running.progress?.done ?? 0}
        max={running.progress?.of ?? 1}
        aria-label="Cases done"
      />
      <p className="mt-1">
        {running.progress
          ? `${running.progress.done} of ${running.progress.of} cases. Now: ${running.progress.current.join(', ')}`
          : 'Waiting for a worker.'}
      </p>
    </div>
  );
}
