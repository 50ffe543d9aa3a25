import { AFTER_CHOICE, type AfterChoice, HOLDERS, type Holder, UNRULED, type Unruled } from '@douane/core/hold';
import type { Holding, Setup } from '@douane/core/setup';
import { Link } from 'react-router';
import type { DraftEditor } from '../use-draft';
import { FieldForm } from './field-form';
import { TellsForm } from './tells-form';

type Words<Value extends string> = Record<Value, [title: string, what: string]>;

const UNRULED_WORDS: Words<Unruled> = {
  'by-regime': [
    'as the regime says',
    'where a yes is asked, held until the visitor says yes to everything; elsewhere until he objects to anything',
  ],
  held: ['always held', 'until somebody rules them, whatever the visitor says'],
  'let-through': ['let through', 'as if they were necessary; the browser’s policy then holds nobody'],
};

const HOLDER_WORDS: Words<Holder> = {
  policy: [
    'the browser, by a policy',
    'which the gate puts in force before anything else runs; where a choice lets more run, the page is loaded anew',
  ],
  script: [
    'the script alone',
    'which lets go in the page, and holds less: what code imports, and what the browser asks for at once, gets past it',
  ],
};

const AFTER_WORDS: Words<AfterChoice> = {
  release: ['what may run, runs', 'in the page, or in a fresh one where the policy needs that; nothing typed is lost'],
  reload: ['the page is loaded anew', 'whatever was chosen'],
  nothing: ['nothing', 'it counts from the next page on'],
};

/** What the gate does with what must not run, by whose hand, and what a page does after a choice. */
export function HoldingForm({ editor, setup }: { editor: DraftEditor; setup: Setup }) {
  const { unruled, by = 'policy', header = false, afterChoice = 'release' } = setup.holding;
  const change = (more: Partial<Holding>) => editor.change((s) => ({ ...s, holding: { ...s.holding, ...more } }));
  return (
    <>
      <Options
        name="unruled"
        title="Third parties that nobody has ruled"
        words={UNRULED_WORDS}
        values={UNRULED}
        value={unruled}
        onChange={(value) => change({ unruled: value })}
      />
      <Options
        name="by"
        title="Who holds in the page"
        words={HOLDER_WORDS}
        values={HOLDERS}
        value={by}
        onChange={(value) => change({ by: value })}
      />
      <label className="mt-1 flex min-h-6 items-baseline gap-2">
        <input type="checkbox" checked={header} onChange={({ target }) => change({ header: target.checked })} />
        <span>
          <b>The site’s own server sends the policy, too</b>: then the browser asks for nothing ahead. The gate tells
          the server in a cookie what is granted; its configuration is at <Link to="../install">Install</Link>.
        </span>
      </label>
      <Options
        name="after-choice"
        title="After a choice"
        words={AFTER_WORDS}
        values={AFTER_CHOICE}
        value={afterChoice}
        onChange={(value) => change({ afterChoice: value })}
      />
      <FieldForm
        setup={setup}
        problem={editor.problemOf('holding.reports.alarmFrom')}
        onChange={(reports) => change({ reports })}
      />
      <TellsForm setup={setup} onChange={(tells) => change({ tells })} />
    </>
  );
}

function Options<Value extends string>({
  name,
  title,
  words,
  values,
  value,
  onChange,
}: {
  name: string;
  title: string;
  words: Words<Value>;
  values: readonly Value[];
  value: Value;
  onChange(value: Value): void;
}) {
  return (
    <fieldset className="mt-5">
      <legend className="mb-2">
        <h2>{title}</h2>
      </legend>
      {values.map((one) => (
        <label key={one} className="flex min-h-6 items-baseline gap-2">
          <input type="radio" name={name} checked={value === one} onChange={() => onChange(one)} />
          <span>
            <b>{words[one][0]}</b>: {words[one][1]}
          </span>
        </label>
      ))}
    </fieldset>
  );
}
