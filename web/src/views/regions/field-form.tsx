import { fieldSettings } from '@douane/core/field';
import type { Holding, Setup } from '@douane/core/setup';
import { NumberRow, SelectRow } from '../../ui/fields';

const SHARES = { '0': 'no page', '0.01': '1 page in 100', '0.1': '1 page in 10', '1': 'every page' };

interface FieldFormProps {
  setup: Setup;
  /** What is wrong with the number of reports. */
  problem: string | undefined;
  onChange(reports: Holding['reports']): void;
}

/** How many visitors' pages tell of third parties that nobody has ruled, and from when on that is an alarm. */
export function FieldForm({ setup, problem, onChange }: FieldFormProps) {
  const settings = fieldSettings(setup);
  const share = String(settings.share);
  return (
    <fieldset className="mt-5 max-w-lg">
      <legend className="mb-2">
        <h2>Reports from visitors’ pages</h2>
      </legend>
      <p className="mb-2">
        Pages tell of third parties that nobody has ruled: host, kind and section of the site, nothing of the visitor.
      </p>
      <SelectRow
        label="So many pages tell"
        value={share}
        options={share in SHARES ? SHARES : { ...SHARES, [share]: `${settings.share * 100} pages in 100` }}
        onChange={(value) => onChange({ ...settings, share: Number(value) })}
      />
      {settings.share > 0 && (
        <NumberRow
          label="An alarm is raised from"
          unit="reports"
          min={1}
          max={10_000}
          problem={problem}
          value={settings.alarmFrom}
          onChange={(alarmFrom) => onChange({ ...settings, alarmFrom })}
        />
      )}
    </fieldset>
  );
}
