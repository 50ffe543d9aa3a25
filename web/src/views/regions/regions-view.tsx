import { effectsOf } from '@douane/core/classify/words';
import type { Unruled } from '@douane/core/hold';
import {
  ACTIVITY_WORDS,
  daysWords,
  decide,
  MODE_WORDS,
  type Mode,
  type ModeKey,
  parsePlace,
  partOfWorld,
  REGIMES,
  resolveRegime,
  traceSentence,
} from '@douane/core/regimes';
import { rulesOf, type Setup } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import { format, parseISO } from 'date-fns';
import { useState } from 'react';
import { Button, Finding, ListAndDocket, Section, Trouble } from '../../ui/parts';
import { today } from '../../ui/words';
import { SaveBar } from '../save-bar';
import { useSite } from '../site-frame';
import { type DraftEditor, useDraft } from '../use-draft';
import { RegionsLinks } from './regions-links';

type Override = NonNullable<Setup['regions']['overrides']>[string];

/** Which laws the site's visitors bring with them, what each asks, and who is asked what. */
export function RegionsView() {
  const site = useSite();
  const editor = useDraft(site.id);
  const { setup, error } = editor;
  if (!setup) return <Trouble error={error} />;
  const served = setup.regions.regimes.map((id) => resolveRegime(id));
  return (
    <ListAndDocket docket={<WhoIsAskedWhat setup={setup} />}>
      <RegionsLinks />
      <Finding title={`Visitors are treated in ${plural(served.length, 'way')}`} acts={<SaveBar editor={editor} />}>
        By the law of their place, as we read it. This is no legal advice; set your organisation’s own values where you
        know better.
      </Finding>
      <Trouble error={error} />
      <div className="overflow-x-auto">
        <table className="w-full bg-sheet">
          <thead>
            <tr className="border-y border-ink">
              <th className="px-2 py-1.5">Purpose</th>
              {served.map((regime) => (
                <th key={regime.id} className="border-l border-line px-2 py-1.5">
                  {regime.name}
                </th>
              ))}
            </tr>
          </thead>
          <tbody>
            {setup.purposes.map((purpose) => (
              <tr key={purpose.id} className="border-b border-line">
                <th
                  scope="row"
                  className="px-2 py-1.5 text-[13px] font-semibold! normal-case tracking-normal text-ink! [font-stretch:100%]"
                >
                  {purpose.name}
                </th>
                {effectsOf(setup, purpose.id).map(({ regime, mode }) => (
                  <td key={regime} className="border-l border-line px-2 py-1.5">
                    {MODE_WORDS[mode]}
                  </td>
                ))}
              </tr>
            ))}
          </tbody>
        </table>
      </div>

      <h2 className="mt-6 mb-2">Regimes served</h2>
      {served.map((regime) => (
        <RegimeForm key={regime.id} id={regime.id} editor={editor} setup={setup} />
      ))}
      <ServeAnother editor={editor} setup={setup} />
      <label className="mt-2 flex items-center gap-2">
        Visitors from elsewhere, or of unknown place, are treated as from
        <select
          value={setup.regions.fallback}
          aria-invalid={Boolean(editor.problemOf('regions.fallback'))}
          onChange={(event) =>
            editor.change((s) => ({ ...s, regions: { ...s.regions, fallback: event.target.value } }))
          }
        >
          {served.map((regime) => (
            <option key={regime.id} value={regime.id}>
              {regime.name}
            </option>
          ))}
        </select>
      </label>
      <UnruledForm editor={editor} setup={setup} />
    </ListAndDocket>
  );
}

const UNRULED_WORDS: Record<Unruled, [title: string, what: string]> = {
  'by-regime': [
    'as the regime says',
    'where a yes is asked, held until the visitor says yes to everything; elsewhere until he objects to anything',
  ],
  held: ['always held', 'until somebody rules them, whatever the visitor says'],
  'let-through': ['let through', 'as if they were necessary'],
};

/** What the gate does with third parties that nobody has ruled, and what a check expects of it. */
function UnruledForm({ editor, setup }: { editor: DraftEditor; setup: Setup }) {
  return (
    <fieldset className="mt-6">
      <legend className="mb-2">
        <h2>Third parties that nobody has ruled</h2>
      </legend>
      {(Object.entries(UNRULED_WORDS) as [Unruled, [string, string]][]).map(([unruled, [title, what]]) => (
        <label key={unruled} className="flex min-h-6 items-baseline gap-2">
          <input
            type="radio"
            name="unruled"
            checked={setup.holding.unruled === unruled}
            onChange={() => editor.change((s) => ({ ...s, holding: { unruled } }))}
          />
          <span>
            <b>{title}</b>: {what}
          </span>
        </label>
      ))}
    </fieldset>
  );
}

/** Regimes that are not served, by part of the world; one that is chosen is served from then on. */
function ServeAnother({ editor, setup }: { editor: DraftEditor; setup: Setup }) {
  const left = REGIMES.filter(({ id }) => !setup.regions.regimes.includes(id));
  const serve = (id: string) =>
    editor.change((s) => {
      const regimes = REGIMES.map((r) => r.id).filter((r) => r === id || s.regions.regimes.includes(r));
      return { ...s, regions: { ...s.regions, regimes } };
    });
  return (
    <label className="mb-2 flex items-center gap-2">
      Serve another regime
      <select value="" onChange={(event) => serve(event.target.value)}>
        <option value="">choose one of {left.length}</option>
        {PARTS.map((part) => (
          <optgroup key={part} label={part}>
            {left
              .filter((regime) => partOfWorld(regime) === part)
              .map(({ id, name }) => (
                <option key={id} value={id}>
                  {name}
                </option>
              ))}
          </optgroup>
        ))}
      </select>
    </label>
  );
}
const PARTS = ['Europe', 'Americas', 'Elsewhere'] as const;

function RegimeForm({ id, editor, setup }: { id: string; editor: DraftEditor; setup: Setup }) {
  const regime = resolveRegime(id, today());
  const { regions } = setup;
  const override: Override = regions.overrides?.[id] ?? {};
  const setOverride = (change: Partial<Override>) =>
    editor.change((s) => {
      const next = Object.fromEntries(
        Object.entries({ ...override, ...change }).filter(([, v]) => v !== undefined && v !== ''),
      );
      const { [id]: _old, ...others } = s.regions.overrides ?? {};
      const overrides = Object.keys(next).length > 0 ? { ...others, [id]: next } : others;
      return { ...s, regions: { ...s.regions, overrides: Object.keys(overrides).length > 0 ? overrides : undefined } };
    });
  const serveNoMore = () =>
    editor.change((s) => {
      const regimes = s.regions.regimes.filter((r) => r !== id);
      const { [id]: _gone, ...others } = s.regions.overrides ?? {};
      const fallback = regimes.includes(s.regions.fallback) ? s.regions.fallback : (regimes[0] ?? '');
      return { ...s, regions: { ...s.regions, regimes, fallback, overrides: others } };
    });
  const setMode = (key: ModeKey, mode: string) => {
    const modes = Object.fromEntries(
      Object.entries({ ...override.modes, [key]: mode || undefined }).filter(([, value]) => value !== undefined),
    );
    setOverride({ modes: Object.keys(modes).length > 0 ? modes : undefined });
  };
  const reasonPath = `regions.overrides.${id}.reason`;
  const keys = Object.keys(regime.modes) as ModeKey[];
  return (
    <fieldset className="mb-2 border-t border-line bg-sheet px-3 py-2.5">
      <legend className="sr-only">{regime.name}</legend>
      <div className="flex items-baseline gap-2">
        <b>{regime.name}</b>
        <span className="flex-1 text-ink2">
          {regime.law}
          {regime.parent && `; the rest as ${resolveRegime(regime.parent).name}`}
        </span>
        {regions.regimes.length > 1 && (
          <Button kind="quiet" aria-label={`Serve ${regime.name} no more`} onClick={serveNoMore}>
            Serve no more
          </Button>
        )}
      </div>
      <div className="mt-2 ml-6 flex flex-wrap items-center gap-x-5 gap-y-2">
        <div className="grid w-full gap-x-5 gap-y-2 md:grid-cols-2">
          {keys.map((key) => (
            <label key={key} className="flex flex-wrap items-center gap-x-2">
              {key === 'default' ? 'purposes in general' : ACTIVITY_WORDS[key]}
              <select
                value={override.modes?.[key] ?? ''}
                onChange={(event) => setMode(key, event.target.value)}
                title={regime.modes[key]?.source}
              >
                <option value="">as the law: {MODE_WORDS[regime.modes[key]!.value]}</option>
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
          const law = regime[field];
          return (
            <label key={field} className="flex items-center gap-2" title={law.source}>
              {words}
              <input
                type="number"
                min={1}
                max={730}
                className="w-16"
                placeholder={law.value === null ? '∞' : String(law.value)}
                value={override[field] ?? ''}
                aria-invalid={Boolean(editor.problemOf(`regions.overrides.${id}.${field}`))}
                onChange={(event) =>
                  setOverride({ [field]: event.target.value === '' ? undefined : Number(event.target.value) })
                }
              />
              <span className="text-ink2">
                {override[field] === undefined ? lawDays(field, law.value) : 'days'}
                {law.toBeConfirmed && ', to be confirmed'}
              </span>
            </label>
          );
        })}
        {Object.keys(override).length > 0 && (
          <label className="flex w-full items-center gap-2">
            why it differs from the law
            <input
              className="flex-1"
              value={override.reason ?? ''}
              aria-invalid={Boolean(editor.problemOf(reasonPath))}
              placeholder="needed where it is laxer; shown in reports"
              onChange={(event) => setOverride({ reason: event.target.value })}
            />
          </label>
        )}
        <ul className="w-full text-ink2">
          {regime.duties.map(({ text, source }) => (
            <li key={text}>
              {text} <span className="text-[12px]">({source})</span>
            </li>
          ))}
          {regime.toCome.map(({ on, what }) => (
            <li key={on}>
              <b>From {format(parseISO(on), 'd MMMM yyyy')}:</b> {what}
            </li>
          ))}
        </ul>
      </div>
    </fieldset>
  );
}

/** Each with what it says of a choice. */
const DURATIONS = [
  ['yesDays', 'a yes stands for'],
  ['refusalDays', 'a refusal stands for'],
  ['askAgainDays', 'asked again at the earliest after'],
] as const;

function lawDays(field: (typeof DURATIONS)[number][0], days: number | null): string {
  if (field === 'askAgainDays' && days === null) return 'no time in the law';
  return days === null ? daysWords(days) : 'days, as the law';
}

const COUNTRY_NAMES = new Intl.DisplayNames(['en'], { type: 'region' });

/** Every place that a regime names, by its name; a country with laws of its states stands for one whose state is unknown. */
const PLACES: [code: string, name: string][] = [
  ...[...new Set(REGIMES.flatMap(({ territory }) => territory))].map((code): [string, string] => {
    if (code.includes('-')) return [code, REGIMES.find(({ territory }) => territory.includes(code))!.name];
    const name = COUNTRY_NAMES.of(code) ?? code;
    const hasStates = REGIMES.some(({ territory }) => territory.some((one) => one.startsWith(`${code}-`)));
    return [code, hasStates ? `${name}, state unknown` : name];
  }),
  ['US-NV', 'Nevada'] as [string, string],
].sort((a, b) => a[1].localeCompare(b[1]));
PLACES.push(['', 'unknown place']);

/** Asks the same decision function that the gate asks, and shows its reasons. */
function WhoIsAskedWhat({ setup }: { setup: Setup }) {
  const [place, setPlace] = useState('DE');
  const [gpc, setGpc] = useState(false);
  const decision = decide(parsePlace(place), { gpc }, null, rulesOf(setup, today()));
  const nameOf = (id: string) => setup.purposes.find((purpose) => purpose.id === id)?.name ?? id;
  return (
    <>
      <h2>Who is asked what</h2>
      <div className="mt-2 flex flex-wrap items-center gap-3">
        <select aria-label="Visitor’s place" value={place} onChange={(event) => setPlace(event.target.value)}>
          {PLACES.map(([code, name]) => (
            <option key={code} value={code}>
              {name}
            </option>
          ))}
        </select>
        <label className="flex items-center gap-2">
          <input type="checkbox" checked={gpc} onChange={(event) => setGpc(event.target.checked)} />
          sends GPC
        </label>
      </div>
      <p className="mt-3 font-semibold">
        {decision.ask ? 'Sees the banner, and is asked first.' : 'Sees the choices button, and may object.'}
      </p>
      <Section title="Before any choice">
        <ul>
          {setup.purposes.map((purpose) => (
            <li key={purpose.id} className="flex justify-between border-b border-line py-1">
              {purpose.name}
              <b className={decision.granted[purpose.id] ? 'text-cleared' : 'text-held'}>
                {decision.granted[purpose.id] ? 'may run' : 'held'}
              </b>
            </li>
          ))}
        </ul>
      </Section>
      <Section title="Why">
        <ol className="list-decimal pl-5">
          {decision.trace.map((step) => {
            const words = traceSentence(step, nameOf);
            return <li key={words}>{words}</li>;
          })}
        </ol>
      </Section>
    </>
  );
}
