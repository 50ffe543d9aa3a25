import type { ScanSetup } from '@douane/api';
import { useMutation, useQueryClient } from '@tanstack/react-query';
import { useState } from 'react';
import { call } from '../../api/client';
import { Button, exactTime, Part, Trouble } from '../../ui/parts';

const PRESETS = {
  daily: ['every day at 3', '0 3 * * *'],
  weekly: ['every Monday at 3', '0 3 * * 1'],
  monthly: ['on the first of the month at 3', '0 3 1 * *'],
} as const;

/** When the site is scanned by itself. */
export function ScheduleForm({ siteId, schedule }: { siteId: string; schedule: ScanSetup['schedule'] }) {
  const client = useQueryClient();
  const zone = schedule?.zone ?? Intl.DateTimeFormat().resolvedOptions().timeZone;
  const preset = (Object.keys(PRESETS) as (keyof typeof PRESETS)[]).find((name) => PRESETS[name][1] === schedule?.cron);
  const [kind, setKind] = useState<string>(schedule ? (preset ?? 'text') : 'never');
  const [text, setText] = useState(schedule?.cron ?? '');
  const cron = kind === 'text' ? text : (PRESETS[kind as keyof typeof PRESETS]?.[1] ?? '');
  const changed = kind === 'never' ? schedule !== null : cron !== (schedule?.cron ?? '');
  const save = useMutation({
    mutationFn: () =>
      kind === 'never'
        ? call('DELETE', `/sites/${siteId}/schedule`)
        : call('PUT', `/sites/${siteId}/schedule`, { cron, zone }),
    onSuccess: () => client.invalidateQueries({ queryKey: ['scan-setup', siteId] }),
  });
  return (
    <Part title="When" id="schedule">
      <div className="flex flex-wrap items-center gap-3">
        <label>
          Scan by itself{' '}
          <select value={kind} onChange={(event) => setKind(event.target.value)}>
            <option value="never">never</option>
            {Object.entries(PRESETS).map(([name, [words]]) => (
              <option key={name} value={name}>
                {words}
              </option>
            ))}
            <option value="text">by a cron text</option>
          </select>
        </label>
        {kind === 'text' && (
          <input
            className="mono w-40"
            aria-label="Cron text"
            placeholder="30 4 * * 1,4"
            value={text}
            onChange={(event) => setText(event.target.value)}
          />
        )}
        <span className="text-ink2">{zone}</span>
        <Button kind={changed ? 'act' : 'plain'} disabled={!changed || save.isPending} onClick={() => save.mutate()}>
          {changed ? 'Save schedule' : 'Saved'}
        </Button>
      </div>
      <p className="mt-1 text-ink2" role="status">
        {schedule
          ? `Next: ${exactTime(schedule.nextAt)}. One that is missed runs once on return.`
          : 'No scan is scheduled.'}
      </p>
      <Trouble error={save.error} />
    </Part>
  );
}
