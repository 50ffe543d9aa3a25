import { effectsOf } from '@douane/core/classify/words';
import { MODE_SHORT, MODE_WORDS, partOfWorld, REGIMES, regimeById, resolveRegime } from '@douane/core/regimes';
import type { Setup } from '@douane/core/setup';
import { format, parseISO } from 'date-fns';
import { useState } from 'react';
import { Link } from 'react-router';
import { Button } from '../../ui/parts';
import { today } from '../../ui/words';
import type { DraftEditor } from '../use-draft';
import { type OwnValues, OwnValuesForm } from './own-values';

interface Props {
  editor: DraftEditor;
  setup: Setup;
}

/** The laws that a site serves, how each treats each purpose, and the organisation's own values in their place. */
export function ServedLaws({ editor, setup }: Props) {
  const { regimes } = setup.regions;
  const [open, setOpen] = useState<string | null>(null);
  const asked = setup.purposes.filter(({ necessary }) => !necessary);
  const effects = asked.map(({ id }) => new Map(effectsOf(setup, id).map(({ regime, mode }) => [regime, mode])));
  return (
    <section className="mb-6">
      <h2 className="mb-2">Laws served</h2>
      <div className="overflow-x-auto">
        <table className="w-full bg-sheet">
          <thead>
            <tr className="border-y border-ink">
              <th className="px-2 py-1.5">Law of</th>
              {asked.map(({ id, name }) => (
                <th key={id} className="px-2 py-1.5">
                  {name}
                </th>
              ))}
              <th className="px-2 py-1.5">
                <span className="sr-only">Own values</span>
              </th>
            </tr>
          </thead>
          <tbody>
            {regimes.map((id) =>
              regimeById(id) ? (
                <ServedLaw
                  key={id}
                  id={id}
                  editor={editor}
                  setup={setup}
                  modes={effects.map((of) => of.get(id) ?? 'none')}
                  open={open === id}
                  onOpen={() => setOpen(open === id ? null : id)}
                />
              ) : (
                <tr key={id} className="border-b border-line">
                  <td className="px-2 py-1.5" colSpan={asked.length + 2}>
                    <b className="text-slipped">{id} is known no more.</b> What is published stays as it was until you
                    decide.{' '}
                    <Button kind="quiet" onClick={() => serveNoMore(editor, id)}>
                      Serve {id} no more
                    </Button>
                  </td>
                </tr>
              ),
            )}
          </tbody>
        </table>
      </div>
      <div className="mt-2 flex flex-wrap items-center gap-x-6 gap-y-2">
        <ServeAnother editor={editor} setup={setup} />
        <label className="flex items-center gap-2">
          From elsewhere, or an unknown place: as from
          <select
            value={setup.regions.fallback}
            aria-invalid={Boolean(editor.problemOf('regions.fallback'))}
            onChange={(event) =>
              editor.change((s) => ({ ...s, regions: { ...s.regions, fallback: event.target.value } }))
            }
          >
            {regimes.map((id) => (
              <option key={id} value={id}>
                {regimeById(id)?.name ?? id}
              </option>
            ))}
          </select>
        </label>
      </div>
    </section>
  );
}

interface LawProps extends Props {
  id: string;
  modes: (keyof typeof MODE_SHORT)[];
  open: boolean;
  onOpen(): void;
}

function ServedLaw({ id, editor, setup, modes, open, onOpen }: LawProps) {
  const regime = resolveRegime(id, today());
  const { regions } = setup;
  const own: OwnValues = regions.overrides?.[id] ?? {};
  const setOwn = (next: OwnValues) =>
    editor.change((s) => {
      const { [id]: _old, ...others } = s.regions.overrides ?? {};
      const overrides = Object.keys(next).length > 0 ? { ...others, [id]: next } : others;
      return { ...s, regions: { ...s.regions, overrides: Object.keys(overrides).length > 0 ? overrides : undefined } };
    });
  const differs = Object.keys(own).length > 0;
  return (
    <>
      <tr className="border-b border-line">
        <th
          scope="row"
          className="px-2 py-1 text-[13px] font-semibold! normal-case tracking-normal text-ink! [font-stretch:100%]"
        >
          <Link to={`laws/${id}`} className="text-ink!">
            {regime.name}
          </Link>
          {regime.toCome[0] && (
            <span className="block text-[12px] font-normal! text-held" title={regime.toCome[0].what}>
              changes on {format(parseISO(regime.toCome[0].on), 'd MMMM yyyy')}
            </span>
          )}
        </th>
        {modes.map((mode, i) => (
          // biome-ignore lint/suspicious/noArrayIndexKey: one cell for each purpose, in their order
          <td key={i} className="px-2 py-1" title={MODE_WORDS[mode]}>
            {MODE_SHORT[mode]}
          </td>
        ))}
        <td className="px-2 py-1 text-right whitespace-nowrap">
          <Button kind="quiet" aria-expanded={open} aria-label={`Own values for ${regime.name}`} onClick={onOpen}>
            {differs ? 'own values' : 'as the law'}
          </Button>
        </td>
      </tr>
      {open && (
        <tr className="border-b border-line">
          <td colSpan={modes.length + 2} className="bg-well px-3 py-3">
            <fieldset>
              <legend className="sr-only">{regime.name}</legend>
              <p className="mb-2 text-ink2">
                {regime.law}
                {regime.parent && `; the rest as ${resolveRegime(regime.parent).name}`}
              </p>
              <OwnValuesForm
                own={own}
                law={regime}
                onChange={setOwn}
                problemOf={(field) => editor.problemOf(`regions.overrides.${id}.${field}`)}
              />
              <ul className="mt-2 text-ink2">
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
              {regions.regimes.length > 1 && (
                <Button kind="quiet" className="mt-1" onClick={() => serveNoMore(editor, id)}>
                  Serve {regime.name} no more
                </Button>
              )}
            </fieldset>
          </td>
        </tr>
      )}
    </>
  );
}

/** Serves a law no more; what the organisation had of its own for it goes with it. */
export function serveNoMore(editor: DraftEditor, id: string): void {
  editor.change((s) => {
    const regimes = s.regions.regimes.filter((one) => one !== id);
    const { [id]: _gone, ...others } = s.regions.overrides ?? {};
    const fallback = regimes.includes(s.regions.fallback) ? s.regions.fallback : (regimes[0] ?? '');
    const overrides = Object.keys(others).length > 0 ? others : undefined;
    return { ...s, regions: { ...s.regions, regimes, fallback, overrides } };
  });
}

/** Serves these too, in the order in which laws are listed. */
export function serve(editor: DraftEditor, ids: readonly string[]): void {
  editor.change((s) => {
    const withdrawn = s.regions.regimes.filter((id) => !regimeById(id));
    const regimes = REGIMES.map(({ id }) => id).filter((id) => ids.includes(id) || s.regions.regimes.includes(id));
    return { ...s, regions: { ...s.regions, regimes: [...regimes, ...withdrawn] } };
  });
}

/** Regimes that are not served, by part of the world; one that is chosen is served from then on. */
function ServeAnother({ editor, setup }: Props) {
  const left = REGIMES.filter(({ id }) => !setup.regions.regimes.includes(id));
  return (
    <label className="flex items-center gap-2">
      Serve another law
      <select value="" onChange={(event) => serve(editor, [event.target.value])}>
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
