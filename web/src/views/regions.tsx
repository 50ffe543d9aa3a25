import { plural } from '@douane/core/board';
import { decide, MODE_WORDS, type Mode, parsePlace, REGIMES, traceSentence } from '@douane/core/regimes';
import { rulesOf, type Setup } from '@douane/core/setup';
import clsx from 'clsx';
import { useState } from 'react';
import { Finding, ListAndDocket, Section, Trouble } from '../ui/parts';
import { SaveBar } from './save-bar';
import { useSite } from './site-frame';
import { type DraftEditor, useDraft } from './use-draft';

type Override = NonNullable<Setup['regions']['overrides']>[string];

/** Which laws the site's visitors bring with them, what each asks, and who is asked what. */
export function RegionsView() {
  const site = useSite();
  const editor = useDraft(site.id);
  const { setup, error } = editor;
  if (!setup) return <Trouble error={error} />;
  const served = REGIMES.filter((regime) => setup.regions.regimes.includes(regime.id));
  const rules = rulesOf(setup);
  return (
    <ListAndDocket docket={<WhoIsAskedWhat setup={setup} />}>
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
                {rules.regimes.map((regime) => {
                  const sample = regime.territory[0]!;
                  const mode = decide(parsePlace(sample), { gpc: false }, null, {
                    ...rules,
                    regimes: [regime],
                    fallback: regime.id,
                  }).modes[purpose.id]!;
                  return (
                    <td key={regime.id} className="border-l border-line px-2 py-1.5">
                      {MODE_WORDS[mode]}
                    </td>
                  );
                })}
              </tr>
            ))}
          </tbody>
        </table>
      </div>

      <h2 className="mt-6 mb-2">Regimes served</h2>
      {REGIMES.map((regime) => (
        <RegimeForm key={regime.id} id={regime.id} editor={editor} setup={setup} />
      ))}
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
    </ListAndDocket>
  );
}

function RegimeForm({ id, editor, setup }: { id: string; editor: DraftEditor; setup: Setup }) {
  const regime = REGIMES.find((r) => r.id === id)!;
  const { regions } = setup;
  const served = regions.regimes.includes(id);
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
  const toggle = () =>
    editor.change((s) => {
      const regimes = served
        ? s.regions.regimes.filter((r) => r !== id)
        : REGIMES.map((r) => r.id).filter((r) => r === id || s.regions.regimes.includes(r));
      const { [id]: _gone, ...others } = s.regions.overrides ?? {};
      const fallback = regimes.includes(s.regions.fallback) ? s.regions.fallback : (regimes[0] ?? '');
      return { ...s, regions: { ...s.regions, regimes, fallback, ...(served && { overrides: others }) } };
    });
  const reasonPath = `regions.overrides.${id}.reason`;
  return (
    <fieldset className={clsx('mb-2 border-t border-line bg-sheet px-3 py-2.5', !served && 'opacity-80')}>
      <label className="flex items-baseline gap-2">
        <input type="checkbox" checked={served} disabled={served && regions.regimes.length === 1} onChange={toggle} />
        <b>{regime.name}</b>
        <span className="text-ink2">{regime.law}</span>
      </label>
      {served && (
        <div className="mt-2 ml-6 flex flex-wrap items-center gap-x-5 gap-y-2">
          <label className="flex items-center gap-2">
            without a choice
            <select
              value={override.default ?? ''}
              onChange={(event) => setOverride({ default: (event.target.value || undefined) as Override['default'] })}
            >
              <option value="">as the law: {MODE_WORDS[regime.modes.default]}</option>
              {(['ask', 'object', 'inform'] as Mode[]).map((mode) => (
                <option key={mode} value={mode}>
                  {MODE_WORDS[mode]}
                </option>
              ))}
            </select>
          </label>
          <label className="flex items-center gap-2">
            a choice stands for
            <input
              type="number"
              min={1}
              max={730}
              className="w-16"
              placeholder={String(regime.choiceDays)}
              value={override.choiceDays ?? ''}
              aria-invalid={Boolean(editor.problemOf(`regions.overrides.${id}.choiceDays`))}
              onChange={(event) =>
                setOverride({ choiceDays: event.target.value === '' ? undefined : Number(event.target.value) })
              }
            />
            days
          </label>
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
            {regime.bannerDuties.map(({ text, source }) => (
              <li key={text}>
                {text} <span className="text-[12px]">({source})</span>
              </li>
            ))}
          </ul>
        </div>
      )}
    </fieldset>
  );
}

const PLACES = [
  ['DE', 'Germany'],
  ['FR', 'France'],
  ['US-CA', 'California'],
  ['US', 'United States, state unknown'],
  ['US-NV', 'Nevada'],
  ['JP', 'Japan'],
  ['', 'unknown place'],
] as const;

/** Asks the same decision function that the gate asks, and shows its reasons. */
function WhoIsAskedWhat({ setup }: { setup: Setup }) {
  const [place, setPlace] = useState('DE');
  const [gpc, setGpc] = useState(false);
  const decision = decide(parsePlace(place), { gpc }, null, rulesOf(setup));
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
