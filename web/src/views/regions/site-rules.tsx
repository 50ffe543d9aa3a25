import { placesWords } from '@douane/core/places';
import { type Coverage, laxerWords, REGIMES, resolveRegime, TREATMENTS, type Treatment } from '@douane/core/regimes';
import { namedPlacesWords, type Setup } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import { ChevronDown, ChevronUp } from 'lucide-react';
import { useState } from 'react';
import { Button } from '../../ui/parts';
import { today } from '../../ui/words';
import type { DraftEditor } from '../use-draft';
import { OwnValuesForm } from './own-values';
import { PlacePicker } from './place-picker';

export type SiteRule = NonNullable<Setup['regions']['rules']>[number];

const TREATMENT_WORDS: Record<Treatment, string> = {
  law: 'by the law of their place',
  stricter: 'by the law of their place, and at least as in',
  regime: 'as in',
  nothing: 'nothing is asked, nothing is shown',
};
const wantsRegime = (treat: Treatment) => treat === 'stricter' || treat === 'regime';

/** A rule in a sentence, without its places. */
const treatmentWords = ({ treat, regime }: Pick<SiteRule, 'treat' | 'regime'>) =>
  `${TREATMENT_WORDS[treat]}${wantsRegime(treat) ? ` ${regimeName(regime)}` : ''}`;

const regimeName = (id: string | undefined) => REGIMES.find((one) => one.id === id)?.name ?? id ?? '…';

interface Props {
  editor: DraftEditor;
  setup: Setup;
  coverage: Coverage;
}

/** The site's own rules, in order: the first that covers a visitor's place is his treatment. */
export function SiteRules({ editor, setup, coverage }: Props) {
  const rules = setup.regions.rules ?? [];
  const [open, setOpen] = useState<number | null>(null);
  const setRules = (next: SiteRule[]) =>
    editor.change((s) => ({ ...s, regions: { ...s.regions, rules: next.length > 0 ? next : undefined } }));
  const change = (i: number, rule: SiteRule) => setRules(rules.map((one, n) => (n === i ? rule : one)));
  const move = (i: number, step: number) => {
    const next = [...rules];
    next.splice(i + step, 0, ...next.splice(i, 1));
    setRules(next);
    setOpen(i + step);
  };
  const add = () => {
    setRules([...rules, { places: [], treat: 'law' }]);
    setOpen(rules.length);
  };
  return (
    <section className="mb-6">
      <h2 className="mb-1">Rules of this site</h2>
      <p className="mb-2 max-w-[80ch] text-ink2">
        The first rule that covers a visitor’s place is his treatment. Whom none covers is treated by the laws served
        below.
      </p>
      {rules.length > 0 && (
        <ol className="border-t border-ink bg-sheet">
          {rules.map((rule, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: a rule is known by nothing but its place in the order
            <li key={i} className="border-b border-line px-3 py-2">
              <div className="flex items-baseline gap-3">
                <span className="w-5 text-right text-ink2">{i + 1}</span>
                <button
                  type="button"
                  className="min-h-6 min-w-0 flex-1 text-left"
                  aria-expanded={open === i}
                  onClick={() => setOpen(open === i ? null : i)}
                >
                  <b>{namedPlacesWords(rule.places, 4) || 'no place yet'}</b>: {treatmentWords(rule)}
                </button>
                <RuleMoves i={i} last={rules.length - 1} onMove={(step) => move(i, step)} />
                <Button
                  kind="quiet"
                  aria-label={`Take rule ${i + 1} away`}
                  onClick={() => {
                    setRules(rules.filter((_, n) => n !== i));
                    setOpen(null);
                  }}
                >
                  Take away
                </Button>
              </div>
              <RuleFindings i={i} coverage={coverage} setup={setup} reason={rule.reason} />
              {open === i && <RuleForm i={i} rule={rule} editor={editor} onChange={(next) => change(i, next)} />}
            </li>
          ))}
        </ol>
      )}
      <Button className="mt-2" onClick={add}>
        Add a rule
      </Button>
    </section>
  );
}

function RuleMoves({ i, last, onMove }: { i: number; last: number; onMove(step: number): void }) {
  const arrow = 'inline-flex min-h-6 min-w-6 items-center justify-center disabled:opacity-30';
  return (
    <span className="inline-flex">
      <button
        type="button"
        className={arrow}
        aria-label={`Move rule ${i + 1} up`}
        disabled={i === 0}
        onClick={() => onMove(-1)}
      >
        <ChevronUp size={14} aria-hidden />
      </button>
      <button
        type="button"
        className={arrow}
        aria-label={`Move rule ${i + 1} down`}
        disabled={i === last}
        onClick={() => onMove(1)}
      >
        <ChevronDown size={14} aria-hidden />
      </button>
    </span>
  );
}

/** What a rule covers, what another takes from it, and where it asks less than the law. */
function RuleFindings({
  i,
  coverage,
  setup,
  reason,
}: {
  i: number;
  coverage: Coverage;
  setup: Setup;
  reason: string | undefined;
}) {
  const { takes, lost } = coverage.rules[i] ?? { takes: [], lost: [] };
  const laxer = coverage.laxer.filter(({ rule }) => rule === i + 1);
  const takers = [...new Set(lost.map(({ to }) => to))];
  return (
    <p className="ml-8 text-[12px] text-ink2">
      {takes.length > 0 && `Covers ${plural(takes.length, 'place')}.`}
      {takes.length === 0 && lost.length > 0 && <b className="text-slipped">Never matches.</b>}
      {lost.length > 0 && (
        <>
          {' '}
          {placesWords(
            lost.map(({ place }) => place),
            3,
          )}{' '}
          {lost.length === 1 ? 'is' : 'are'} covered by rule {takers.join(' and ')} already.
        </>
      )}
      {laxer.length > 0 && (
        <span className={reason ? undefined : 'text-slipped'}>
          {' '}
          Laxer than the law in{' '}
          {placesWords(
            laxer.map(({ place }) => place),
            3,
          )}{' '}
          ({laxerWords(laxer[0]!.fields, setup.purposes)}){reason ? `: ${reason}` : ': say why'}.
        </span>
      )}
    </p>
  );
}

function RuleForm({
  i,
  rule,
  editor,
  onChange,
}: {
  i: number;
  rule: SiteRule;
  editor: DraftEditor;
  onChange(rule: SiteRule): void;
}) {
  const { places, treat, regime, ...own } = rule;
  const problemOf = (field: string) => editor.problemOf(`regions.rules[${i}].${field}`);
  const changeTreatment = (next: Treatment) =>
    onChange({ places, treat: next, ...(wantsRegime(next) && { regime: regime ?? 'eu' }), ...own });
  return (
    <fieldset className="mt-2 ml-8 flex flex-col gap-2">
      <legend className="sr-only">Rule {i + 1}</legend>
      <PlacePicker
        label={`Places of rule ${i + 1}`}
        places={places}
        onChange={(next) => onChange({ ...rule, places: next })}
        invalid={Boolean(problemOf('places'))}
      />
      <div className="flex flex-wrap items-center gap-2">
        <label className="flex items-center gap-2">
          are treated
          <select value={treat} onChange={(event) => changeTreatment(event.target.value as Treatment)}>
            {TREATMENTS.map((one) => (
              <option key={one} value={one}>
                {TREATMENT_WORDS[one]}
                {wantsRegime(one) && ' …'}
              </option>
            ))}
          </select>
        </label>
        {wantsRegime(treat) && (
          <select
            aria-label="The other regime"
            value={regime ?? ''}
            aria-invalid={Boolean(problemOf('regime'))}
            onChange={(event) => onChange({ ...rule, regime: event.target.value })}
          >
            {REGIMES.map(({ id, name }) => (
              <option key={id} value={id}>
                {name}
              </option>
            ))}
          </select>
        )}
      </div>
      {treat === 'nothing' ? (
        <label className="flex w-full items-center gap-2">
          why
          <input
            className="flex-1"
            value={own.reason ?? ''}
            aria-invalid={Boolean(problemOf('reason'))}
            placeholder="needed where a law asks for more; shown in reports"
            onChange={(event) => onChange({ places, treat, ...(event.target.value && { reason: event.target.value }) })}
          />
        </label>
      ) : (
        <OwnValuesForm
          own={own}
          law={treat === 'regime' && regime ? resolveRegime(regime, today()) : null}
          problemOf={problemOf}
          onChange={(next) => onChange({ places, treat, ...(regime && { regime }), ...next })}
        />
      )}
    </fieldset>
  );
}
