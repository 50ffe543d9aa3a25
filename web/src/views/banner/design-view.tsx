import type { ScanRun } from '@douane/api';
import { LOOKS, type Look, proposedFace, settledPalette } from '@douane/core/banner';
import { ownCssProblems } from '@douane/core/banner/own-css';
import type { Banner, Face, Palette } from '@douane/core/setup';
import { useId, useState } from 'react';
import { Choices, ColourRow, NumberRow, SelectRow, TextRow, TickRow } from '../../ui/fields';
import { Button, Finding, Section } from '../../ui/parts';
import { Sortable } from '../../ui/sortable';
import { useRuns } from '../use-runs';
import { logoOf } from './logo';
import { useBanner } from './use-banner';

const CORNERS: Record<Banner['form']['corner'], string> = {
  'bottom-left': 'lower left',
  'bottom-right': 'lower right',
  'top-left': 'upper left',
  'top-right': 'upper right',
};
const WEIGHTS: Record<Face['weights']['accept'], string> = {
  filled: 'filled',
  outlined: 'outlined',
  plain: 'as a link',
};
const ACTS: Record<Banner['form']['order'][number], string> = { refuse: 'Refuse', choose: 'Choose', accept: 'Accept' };

/** Form, face and choices button, beside the banner itself. */
export function DesignView() {
  const { findings } = useBanner();
  const faults = findings.all.filter(({ section }) => ['form', 'face', 'button'].includes(section));
  return (
    <>
      <Finding
        title={
          faults.length === 0
            ? 'Nothing to mend in the design'
            : `${faults.length === 1 ? 'One thing' : `${faults.length} things`} to mend in the design`
        }
      >
        {faults[0]?.what}
      </Finding>
      <Form />
      <Looks />
      <Colours />
      <Type />
      <Buttons />
      <Logo />
      <OwnCss />
      <ChoicesButtonForm />
    </>
  );
}

function Form() {
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

/** Looks to start from: the site's own, as the last scan saw it, and some of ours. */
function Looks() {
  const { site, banner, setFace } = useBanner();
  const { shown } = useRuns<ScanRun>(site.id, 'scan');
  const seen = shown?.report?.look;
  const looks: Pick<Look, 'id' | 'name' | 'face'>[] = [
    ...(seen ? [{ id: 'site', name: 'From the site', face: proposedFace(seen, banner.face) }] : []),
    ...LOOKS,
  ];
  return (
    <Section title="Looks to start from">
      <ul className="flex flex-wrap gap-2">
        {looks.map(({ id, name, face }) => {
          const { sheet, ink, accent } = face.light;
          const on =
            JSON.stringify(face.light) === JSON.stringify(banner.face.light) && face.radius === banner.face.radius;
          return (
            <li key={id}>
              <button
                type="button"
                aria-pressed={on}
                className={`block w-[88px] border p-1.5 text-left ${on ? 'border-ink' : 'border-line hover:bg-well'}`}
                onClick={() => setFace(face)}
              >
                <span
                  aria-hidden="true"
                  className="flex h-9 items-end justify-end gap-1 border p-1"
                  style={{ background: sheet, borderColor: face.light.line, borderRadius: Math.min(face.radius, 10) }}
                >
                  <span className="mr-auto mb-3 h-0.5 w-6" style={{ background: ink }} />
                  {[0, 1].map((n) => (
                    <span
                      key={n}
                      className="h-2.5 w-5 border"
                      style={{
                        background: face.weights.accept === 'filled' ? accent : 'transparent',
                        borderColor: accent,
                        borderRadius: Math.min(face.radius, 5),
                      }}
                    />
                  ))}
                </span>
                {name}
              </button>
            </li>
          );
        })}
      </ul>
    </Section>
  );
}

const COLOURS: [keyof Palette, string][] = [
  ['sheet', 'Background'],
  ['ink', 'Text'],
  ['accent', 'Buttons and ticks'],
  ['line', 'Border'],
];

function Colours() {
  const { banner, setFace, problemOf } = useBanner();
  const { face } = banner;
  const [shown, show] = useState<'light' | 'dark'>(face.scheme === 'dark' ? 'dark' : 'light');
  const palette = face[shown];
  const settled = settledPalette(palette);
  const faint = settled.ink !== palette.ink || settled.accent !== palette.accent;
  return (
    <Section title="Colours">
      <SelectRow
        label="Light or dark"
        value={face.scheme}
        options={{ light: 'light', dark: 'dark', device: 'as the device', page: 'as the page' }}
        onChange={(scheme) => setFace({ scheme })}
      />
      <Choices
        label="Colours for"
        value={shown}
        options={{ light: 'in the light', dark: 'in the dark' }}
        onChange={show}
      />
      {COLOURS.map(([field, name]) => (
        <ColourRow
          key={field}
          label={name}
          value={palette[field]}
          problem={problemOf(`face.${shown}.${field}`)}
          onChange={(value) => setFace({ [shown]: { ...palette, [field]: value } })}
        />
      ))}
      {faint && (
        <Button kind="plain" onClick={() => setFace({ [shown]: settled })}>
          Settle the contrast
        </Button>
      )}
    </Section>
  );
}

function Type() {
  const { banner, setFace, problemOf } = useBanner();
  const { face } = banner;
  return (
    <Section title="Type and measure">
      <TextRow
        label="Families"
        placeholder="the device’s own"
        value={face.family}
        problem={problemOf('face.family')}
        hint="As CSS lists them. Nothing is loaded: what the page has not loaded is passed over."
        onChange={(family) => setFace({ family })}
      />
      {(
        [
          ['size', 'Type', 12, 22],
          ['space', 'Space', 6, 32],
          ['radius', 'Round corners', 0, 32],
          ['border', 'Border', 0, 6],
          ['width', 'Width of a card or dialog', 280, 900],
        ] as const
      ).map(([field, label, min, max]) => (
        <NumberRow
          key={field}
          label={label}
          value={face[field]}
          min={min}
          max={max}
          problem={problemOf(`face.${field}`)}
          onChange={(value) => setFace({ [field]: value })}
        />
      ))}
      <SelectRow
        label="Shadow"
        value={face.shadow}
        options={{ none: 'none', soft: 'soft', deep: 'deep' }}
        onChange={(shadow) => setFace({ shadow })}
      />
    </Section>
  );
}

function Buttons() {
  const { banner, setFace, setForm } = useBanner();
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
      <NoticeTick />
    </Section>
  );
}

function NoticeTick() {
  const { banner, set } = useBanner();
  return (
    <TickRow
      label="After a choice a notice says what it was"
      checked={banner.noticeAfter}
      onChange={(noticeAfter) => set({ noticeAfter })}
    />
  );
}

function Logo() {
  const { banner, setFace, problemOf } = useBanner();
  const { logo } = banner.face;
  const [wrong, setWrong] = useState<string>();
  const [over, setOver] = useState(false);
  const id = useId();
  const take = (file: File | undefined) => {
    setWrong(undefined);
    if (file)
      logoOf(file).then(
        (made) => setFace({ logo: { ...made, alt: logo?.alt ?? '' } }),
        (cause: Error) => setWrong(cause.message),
      );
  };
  return (
    <Section title="Logo">
      {/* biome-ignore lint/a11y/noStaticElementInteractions: dropping is a second way to what the field in it does */}
      <div
        className={`border border-dashed px-3 py-2 ${over ? 'border-stamp bg-wash' : 'border-line'}`}
        onDragOver={(event) => {
          event.preventDefault();
          setOver(true);
        }}
        onDragLeave={() => setOver(false)}
        onDrop={(event) => {
          event.preventDefault();
          setOver(false);
          take(event.dataTransfer.files[0]);
        }}
      >
        <label htmlFor={id} className="block">
          PNG, JPEG, WebP or SVG; drop it here, or
        </label>
        <input
          id={id}
          type="file"
          accept="image/png,image/jpeg,image/webp,image/svg+xml"
          className="mt-1 w-full"
          onChange={(event) => {
            take(event.target.files?.[0]);
            event.target.value = '';
          }}
        />
        {wrong && (
          <p role="alert" className="text-slipped">
            {wrong}
          </p>
        )}
      </div>
      {logo && (
        <div className="mt-2">
          <img src={logo.data} alt={logo.alt} className="max-h-16 max-w-full bg-well" />
          <TextRow
            label="Its words"
            placeholder="Name of the site"
            value={logo.alt}
            problem={problemOf('face.logo.alt')}
            onChange={(alt) => setFace({ logo: { ...logo, alt } })}
          />
          <Button kind="quiet" onClick={() => setFace({ logo: undefined })}>
            Take it out
          </Button>
        </div>
      )}
    </Section>
  );
}

function OwnCss() {
  const { banner, setFace, problemOf } = useBanner();
  const { css = '' } = banner.face;
  const problems = ownCssProblems(css);
  const id = useId();
  return (
    <Section title="Own CSS">
      <details open={css !== '' || undefined}>
        <summary className="cursor-pointer">For whoever knows it; it stays within the banner</summary>
        <label htmlFor={id} className="mt-1 block text-ink2">
          Parts: .sheet, h2, .purposes, .acts, .act, [data-act=refuse], .x, .panel. Colours: var(--accent) and others.
        </label>
        <textarea
          id={id}
          className="mono mt-1 w-full"
          rows={7}
          spellCheck={false}
          value={css}
          aria-invalid={problems.length > 0}
          onChange={(event) => setFace({ css: event.target.value || undefined })}
        />
        <div role="status">
          <ul>
            {problems.slice(0, 8).map(({ line, message, refused }, i) => (
              // biome-ignore lint/suspicious/noArrayIndexKey: one line may have two problems of one kind
              <li key={i} className={refused ? 'text-slipped' : 'text-held'}>
                Line {line}: {message}
              </li>
            ))}
          </ul>
        </div>
        {problems.length === 0 && problemOf('face.css') && <p className="text-slipped">{problemOf('face.css')}</p>}
      </details>
    </Section>
  );
}

function ChoicesButtonForm() {
  const { banner, setButton, problemOf } = useBanner();
  const { button } = banner;
  return (
    <Section title="Choices button">
      <TickRow label="It shows on every page" checked={button.shown} onChange={(shown) => setButton({ shown })} />
      {button.shown && (
        <>
          <SelectRow
            label="Corner"
            value={button.corner}
            options={CORNERS}
            onChange={(corner) => setButton({ corner })}
          />
          <SelectRow
            label="Shape"
            value={button.shape}
            options={{ words: 'words', icon: 'icon', both: 'icon and words' }}
            onChange={(shape) => setButton({ shape })}
          />
          {(['x', 'y'] as const).map((axis) => (
            <NumberRow
              key={axis}
              label={axis === 'x' ? 'From the side' : 'From the edge'}
              value={button.offset[axis]}
              min={0}
              max={400}
              problem={problemOf(`button.offset.${axis}`)}
              onChange={(value) => setButton({ offset: { ...button.offset, [axis]: value } })}
            />
          ))}
          <TickRow label="On phones" checked={button.phone} onChange={(phone) => setButton({ phone })} />
          <TickRow label="On wider windows" checked={button.desktop} onChange={(desktop) => setButton({ desktop })} />
          <TextRow
            label="Hidden while this is seen"
            placeholder=".chat-bubble"
            value={button.hideFor ?? ''}
            problem={problemOf('button.hideFor')}
            hint="A selector of something else of the page that needs the corner."
            onChange={(hideFor) => setButton({ hideFor: hideFor || undefined })}
          />
        </>
      )}
      {(!button.shown || !button.phone || !button.desktop) && (
        <TextRow
          label="Page with the link instead"
          placeholder="https://"
          value={button.page ?? ''}
          problem={problemOf('button.page')}
          hint="Any element of it with the attribute data-douane-open leads to the choice."
          onChange={(page) => setButton({ page: page || undefined })}
        />
      )}
    </Section>
  );
}
