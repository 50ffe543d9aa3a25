import { type Choosing, chosenBy } from '@douane/core/check';
import { lookUpLanguage } from '@douane/core/language';
import { placeLabel } from '@douane/core/places';
import { dayProblem, MODE_WORDS, type Outcome, parsePlace, visitorOutcome } from '@douane/core/regimes';
import type { Setup } from '@douane/core/setup';
import { useMemo, useState } from 'react';
import { Section } from '../../ui/parts';
import { today } from '../../ui/words';
import { PlaceSelect } from './place-select';

/** What else there is to a visitor than his place. */
interface Tried {
  language: string;
  gpc: boolean;
  age: string;
  guardian: boolean;
  choice: '' | Choosing;
  days: string;
  on: string;
}

interface Props {
  setup: Setup;
  place: string;
  onPlace(code: string): void;
}

/** Asks the one decision that the gate asks, for a visitor of any kind, and shows its reasons with their articles. */
export function TryVisitor({ setup, place, onPlace }: Props) {
  const [tried, setTried] = useState<Tried>(() => ({
    language: navigator.language,
    gpc: false,
    age: '',
    guardian: false,
    choice: '',
    days: '',
    on: today(),
  }));
  const set = (part: Partial<Tried>) => setTried((before) => ({ ...before, ...part }));
  const { outcome, problem } = useMemo(() => outcomeOf(setup, place, tried), [setup, place, tried]);
  const asked = setup.purposes.filter(({ necessary }) => !necessary);
  const language = lookUpLanguage(tried.language, setup.banner.languages) ?? setup.banner.defaultLanguage;
  return (
    <>
      <h2>Try a visitor</h2>
      <div className="mt-2 grid grid-cols-[max-content_minmax(0,1fr)] items-center gap-x-3 gap-y-1.5">
        <span className="text-ink2">from</span>
        <PlaceSelect label="Visitor’s place" value={place} onChange={onPlace} />
        <label htmlFor="try-choice" className="text-ink2">
          who chose
        </label>
        <span className="flex flex-wrap items-center gap-2">
          <select
            id="try-choice"
            value={tried.choice}
            onChange={(event) => set({ choice: event.target.value as Tried['choice'] })}
          >
            <option value="">nothing yet</option>
            <option value="accept">yes to all</option>
            <option value="refuse">no to all</option>
            {asked.map(({ id, name }) => (
              <option key={id} value={`only:${id}`}>
                only {name}
              </option>
            ))}
          </select>
          {tried.choice && (
            <label className="flex items-center gap-1">
              <input
                type="number"
                min={0}
                max={9999}
                className="w-16"
                placeholder="0"
                value={tried.days}
                onChange={(event) => set({ days: event.target.value })}
              />
              days ago
            </label>
          )}
        </span>
        <label htmlFor="try-age" className="text-ink2">
          aged
        </label>
        <span className="flex flex-wrap items-center gap-2">
          <input
            id="try-age"
            type="number"
            min={0}
            max={130}
            className="w-24"
            placeholder="not told"
            value={tried.age}
            onChange={(event) => set({ age: event.target.value })}
          />
          {tried.age && (
            <label className="flex items-center gap-1">
              <input
                type="checkbox"
                checked={tried.guardian}
                onChange={(event) => set({ guardian: event.target.checked })}
              />
              a guardian agreed
            </label>
          )}
        </span>
        <label htmlFor="try-language" className="text-ink2">
          speaking
        </label>
        <span className="flex items-center gap-2">
          <input
            id="try-language"
            className="w-20"
            maxLength={35}
            value={tried.language}
            onChange={(event) => set({ language: event.target.value })}
          />
          <span className="text-ink2">the banner speaks {languageName(language)}</span>
        </span>
        <label htmlFor="try-day" className="text-ink2">
          on
        </label>
        <input id="try-day" type="date" value={tried.on} onChange={(event) => set({ on: event.target.value })} />
        <span />
        <label className="flex items-center gap-2">
          <input type="checkbox" checked={tried.gpc} onChange={(event) => set({ gpc: event.target.checked })} />
          sends Global Privacy Control
        </label>
      </div>
      {problem && (
        <p role="alert" className="mt-3 border-l-4 border-slipped px-3 py-1">
          {problem}
        </p>
      )}
      {outcome && <OutcomeShown outcome={outcome} setup={setup} place={place} />}
    </>
  );
}

function OutcomeShown({ outcome, setup, place }: { outcome: Outcome; setup: Setup; place: string }) {
  const { ask, modes, granted, barred, objected, links, trace } = outcome;
  const nothing = Object.values(modes).every((mode) => mode === 'none');
  return (
    <div aria-live="polite">
      <p className="mt-3 font-semibold">
        {ask
          ? 'Sees the banner, and is asked first.'
          : nothing
            ? 'Sees nothing.'
            : 'Sees the choices button, and is not asked.'}
      </p>
      <Section title="What may run">
        <ul>
          {setup.purposes.map(({ id, name }) => (
            <li key={id} className="flex justify-between gap-2 border-b border-line py-1">
              {name}
              <b className={granted[id] ? 'text-cleared' : 'text-held'} title={MODE_WORDS[modes[id]!]}>
                {granted[id]
                  ? 'may run'
                  : barred.includes(id)
                    ? 'kept off by age'
                    : objected[id]
                      ? 'off: objected'
                      : 'held'}
              </b>
            </li>
          ))}
        </ul>
        {links.length > 0 && (
          <p className="mt-1">The link has to be called {links.map((link) => `“${link}”`).join(', ')}.</p>
        )}
      </Section>
      <Section title={`Why, in ${placeLabel(place)}`}>
        <ol className="list-decimal pl-5">
          {trace.map(({ text, article, toBeConfirmed }) => (
            <li key={text} className="mb-1">
              {text}
              {article && (
                <span className="block text-[12px] text-ink2">
                  {article}
                  {toBeConfirmed && <b>, to be confirmed</b>}
                </span>
              )}
            </li>
          ))}
        </ol>
      </Section>
    </div>
  );
}

function outcomeOf(setup: Setup, place: string, tried: Tried): { outcome?: Outcome; problem?: string } {
  const problem = dayProblem(setup.regions, tried.on);
  if (problem) return { problem };
  const age = /^\d{1,3}$/.test(tried.age) ? Number(tried.age) : undefined;
  const outcome = visitorOutcome(setup, {
    place: parsePlace(place),
    signals: { gpc: tried.gpc, ...(age !== undefined && { age, guardian: tried.guardian }) },
    choice: tried.choice
      ? {
          purposes: chosenBy(tried.choice, setup.purposes),
          gpc: tried.gpc,
          ageDays: Math.max(0, Number(tried.days) || 0),
        }
      : null,
    on: tried.on,
  });
  return { outcome };
}

const LANGUAGES = new Intl.DisplayNames(['en'], { type: 'language' });
const languageName = (tag: string) => LANGUAGES.of(tag) ?? tag;
