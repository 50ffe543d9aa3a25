import type { ScanRun } from '@douane/api';
import { LOOKS, type Look, proposedFace, settledPalette } from '@douane/core/banner';
import type { Palette } from '@douane/core/setup';
import { useState } from 'react';
import { Choices, ColourRow, NumberRow, SelectRow, TextRow } from '../../ui/fields';
import { Button, Section } from '../../ui/parts';
import { useRuns } from '../use-runs';
import { useBanner } from './use-banner';

/** Looks to start from: the site's own, as the last scan saw it, and some of ours. */
export function Looks() {
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

export function Colours() {
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

export function Type() {
  const { site, banner, setFace, problemOf } = useBanner();
  const seen = useRuns<ScanRun>(site.id, 'scan').shown?.report?.look;
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
      {seen && seen.family !== face.family && (
        <Button kind="quiet" onClick={() => setFace({ family: seen.family })}>
          The site’s own: {seen.family}
        </Button>
      )}
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
