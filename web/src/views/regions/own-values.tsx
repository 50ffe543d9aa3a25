import {
  ACTIVITIES,
  ACTIVITY_WORDS,
  daysWords,
  MODE_WORDS,
  type Mode,
  type ModeKey,
  type ResolvedRegime,
} from '@douane/core/regimes';
import type { Setup } from '@douane/core/setup';

export type OwnValues = NonNullable<Setup['regions']['overrides']>[string];

/** Each with what it says of a choice. */
const DURATIONS = [
  ['yesDays', 'a yes stands for'],
  ['refusalDays', 'a refusal stands for'],
  ['askAgainDays', 'asked again at the earliest after'],
] as const;

interface Props {
  own: OwnValues;
  onChange(next: OwnValues): void;
  /** The law whose values these stand in for; `null`: one of several, by the place. */
  law: ResolvedRegime | null;
  problemOf(field: string): string | undefined;
}

/** An organisation's own values in place of a law's, with the reason why. Empty is as the law has it. */
export function OwnValuesForm({ own, onChange, law, problemOf }: Props) {
  const change = (part: Partial<OwnValues>) =>
    onChange(
      Object.fromEntries(
        Object.entries({ ...own, ...part }).filter(([, value]) => value !== undefined && value !== ''),
      ),
    );
  const setMode = (key: ModeKey, mode: string) => {
    const modes = Object.fromEntries(
      Object.entries({ ...own.modes, [key]: mode || undefined }).filter(([, value]) => value !== undefined),
    );
    change({ modes: Object.keys(modes).length > 0 ? modes : undefined });
  };
  const keys: ModeKey[] = law ? (Object.keys(law.modes) as ModeKey[]) : ['default', ...ACTIVITIES];
  return (
    <div className="flex flex-wrap items-center gap-x-5 gap-y-2">
      <div className="grid w-full gap-x-5 gap-y-2 md:grid-cols-2">
        {keys.map((key) => (
          <label key={key} className="flex flex-wrap items-center gap-x-2">
            {key === 'default' ? 'purposes in general' : ACTIVITY_WORDS[key]}
            <select
              value={own.modes?.[key] ?? ''}
              onChange={(event) => setMode(key, event.target.value)}
              title={law?.modes[key]?.source}
            >
              <option value="">{law ? `as the law: ${MODE_WORDS[law.modes[key]!.value]}` : 'as the law'}</option>
              {(['opt-in', 'opt-out', 'notice'] as Mode[]).map((mode) => (
                <option key={mode} value={mode}>
                  {MODE_WORDS[mode]}
                </option>
              ))}
            </select>
          </label>
        ))}
      </div>
      {DURATIONS.map(([field, words]) => {
        const value = law?.[field].value;
        return (
          <label key={field} className="flex items-center gap-2" title={law?.[field].source}>
            {words}
            <input
              type="number"
              min={1}
              max={730}
              className="w-16"
              placeholder={value === undefined ? '' : value === null ? '∞' : String(value)}
              value={own[field] ?? ''}
              aria-invalid={Boolean(problemOf(field))}
              onChange={(event) =>
                change({ [field]: event.target.value === '' ? undefined : Number(event.target.value) })
              }
            />
            <span className="text-ink2">
              {own[field] !== undefined ? 'days' : value === undefined ? 'as the law' : lawDays(field, value)}
              {law?.[field].toBeConfirmed && ', to be confirmed'}
            </span>
          </label>
        );
      })}
      {(Object.keys(own).length > 0 || problemOf('reason')) && (
        <label className="flex w-full items-center gap-2">
          why it differs from the law
          <input
            className="flex-1"
            value={own.reason ?? ''}
            aria-invalid={Boolean(problemOf('reason'))}
            placeholder="needed where it is laxer; shown in reports"
            onChange={(event) => change({ reason: event.target.value })}
          />
        </label>
      )}
    </div>
  );
}

function lawDays(field: (typeof DURATIONS)[number][0], days: number | null): string {
  if (field === 'askAgainDays' && days === null) return 'no time in the law';
  return days === null ? daysWords(days) : 'days, as the law';
}
