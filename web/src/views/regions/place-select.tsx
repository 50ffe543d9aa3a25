import { COUNTRIES, EVERY_PLACE, placeLabel, placeName, subdivisionsOf } from '@douane/core/places';

const COUNTRIES_WITH_STATES = COUNTRIES.filter(({ code }) => EVERY_PLACE.some((one) => one.startsWith(`${code}-`)));

/** One place: every country, the states of those that have laws of their states, and the unknown place, or a hint. */
export function PlaceSelect({
  hint,
  value,
  onChange,
  label,
}: {
  value: string;
  onChange(code: string): void;
  label: string;
  hint?: string;
}) {
  return (
    <select aria-label={label} className="max-w-full" value={value} onChange={(event) => onChange(event.target.value)}>
      <option value="">{hint ?? placeLabel('')}</option>
      <optgroup label="Countries">
        {COUNTRIES.map(({ code }) => (
          <option key={code} value={code}>
            {placeLabel(code)}
          </option>
        ))}
      </optgroup>
      {COUNTRIES_WITH_STATES.map(({ code }) => (
        <optgroup key={code} label={placeName(code)}>
          {subdivisionsOf(code).map((state) => (
            <option key={state.code} value={state.code}>
              {state.name}
            </option>
          ))}
        </optgroup>
      ))}
    </select>
  );
}
