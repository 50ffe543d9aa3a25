import type { Banner, Face } from '@douane/core/setup';
import { Choices, SelectRow, TextRow, TickRow } from '../../ui/fields';
import { Section } from '../../ui/parts';
import { Sortable } from '../../ui/sortable';
import { CORNERS } from './corners';
import { useBanner } from './use-banner';

const WEIGHTS: Record<Face['weights']['accept'], string> = {
  filled: 'filled',
  outlined: 'outlined',
  plain: 'as a link',
};
const ACTS: Record<Banner['form']['order'][number], string> = { refuse: 'Refuse', choose: 'Choose', accept: 'Accept' };

export function Form() {
  const { banner, setForm, problemOf } = useBanner();
  const { form } = banner;
  return (
    <Section title="Form">
      <Choices
        label="Form"
        value={form.kind}
        options={{ bar: 'bar', card: 'card', dialog: 'dialog', within: 'within the page' }}
        onChange={(kind) => setForm({ kind })}
      />
      {form.kind === 'bar' && (
        <SelectRow
          label="Along the"
          value={form.edge}
          options={{ bottom: 'lower edge', top: 'upper edge' }}
          onChange={(edge) => setForm({ edge })}
        />
      )}
      {form.kind === 'card' && (
        <SelectRow label="Corner" value={form.corner} options={CORNERS} onChange={(corner) => setForm({ corner })} />
      )}
      {form.kind === 'dialog' && (
        <TickRow
          label="The page behind is dimmed, and waits for an answer"
          checked={form.dimmed}
          onChange={(dimmed) => setForm({ dimmed })}
        />
      )}
      {form.kind === 'within' && (
        <TextRow
          label="Element of the page"
          placeholder="#privacy"
          value={form.into ?? ''}
          problem={problemOf('form.into')}
          hint="A selector. Where the page has no such element, the banner stands along the lower edge."
          onChange={(into) => setForm({ into: into || undefined })}
        />
      )}
      <TickRow
        label="The purposes stand on the first layer, each with its tick"
        checked={form.purposesFirst}
        onChange={(purposesFirst) => setForm({ purposesFirst })}
      />
    </Section>
  );
}

export function Buttons() {
  const { banner, set, setFace, setForm } = useBanner();
  const { form, face } = banner;
  return (
    <Section title="Buttons, in their order">
      <Sortable
        label="Buttons of the first layer"
        of={form.order.map((act) => ({
          id: act,
          shown: (
            <div className="flex items-center justify-between gap-2 py-1">
              <span>{ACTS[act]}</span>
              <select
                aria-label={`${ACTS[act]} is drawn`}
                value={face.weights[act]}
                onChange={(event) =>
                  setFace({ weights: { ...face.weights, [act]: event.target.value as Face['weights']['accept'] } })
                }
              >
                {Object.entries(WEIGHTS).map(([key, name]) => (
                  <option key={key} value={key}>
                    {name}
                  </option>
                ))}
              </select>
            </div>
          ),
        }))}
        onOrder={(order) => setForm({ order: order as Banner['form']['order'] })}
      />
      <TickRow
        label="After a choice a notice says what it was"
        checked={banner.noticeAfter}
        onChange={(noticeAfter) => set({ noticeAfter })}
      />
    </Section>
  );
}
