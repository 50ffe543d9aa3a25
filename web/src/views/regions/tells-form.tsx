import { LISTENERS, listenersSeen } from '@douane/core/listeners';
import type { Holding, Setup } from '@douane/core/setup';

type Tells = NonNullable<Holding['tells']>;

/** Which tags that manage themselves are told what a visitor granted, and for which purposes their signals are. */
export function TellsForm({ setup, onChange }: { setup: Setup; onChange(tells: Tells): void }) {
  const tells = setup.holding.tells ?? [];
  const seen = listenersSeen(setup);
  const put = (listener: string, given: Tells[number] | null) =>
    onChange([...tells.filter((one) => one.listener !== listener), ...(given ? [given] : [])]);
  return (
    <fieldset className="mt-5">
      <legend className="mb-2">
        <h2>Tags that manage themselves</h2>
      </legend>
      <p className="mb-2">
        They are told what a visitor granted before anything else runs, and whenever it changes. They are held all the
        same where their purpose is; a check tells what they heard.
      </p>
      {LISTENERS.map(({ id, name, signals = {} }) => {
        const told = tells.find((one) => one.listener === id);
        return (
          <div key={id} className="mb-1">
            <label className="flex min-h-6 items-baseline gap-2">
              <input
                type="checkbox"
                checked={told !== undefined}
                onChange={({ target }) => put(id, target.checked ? { listener: id } : null)}
              />
              <span>
                {name}
                {seen.some((one) => one.id === id) && <span className="text-ink2"> · such tags are on this site</span>}
              </span>
            </label>
            {told && Object.keys(signals).length > 0 && (
              <div className="mt-1 mb-2 ml-6 grid max-w-md grid-cols-[1fr_auto] items-center gap-x-4 gap-y-1">
                {Object.entries(signals).map(([signal, usual]) => (
                  <label key={signal} className="contents">
                    <code>{signal}</code>
                    <select
                      value={told.purposes?.[signal] ?? usual}
                      onChange={({ target }) =>
                        put(id, { ...told, purposes: { ...told.purposes, [signal]: target.value } })
                      }
                    >
                      {setup.purposes.map((purpose) => (
                        <option key={purpose.id} value={purpose.id}>
                          {purpose.name}
                        </option>
                      ))}
                    </select>
                  </label>
                ))}
              </div>
            )}
          </div>
        );
      })}
    </fieldset>
  );
}
