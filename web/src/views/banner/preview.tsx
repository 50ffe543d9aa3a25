import { languageName } from '@douane/core/language/name';
import { type DrawnCase, drawnCases } from '@douane/core/lint';
import { placeLabel } from '@douane/core/places';
import type { Setup } from '@douane/core/setup';
import { useQuery } from '@tanstack/react-query';
import { useMemo, useState } from 'react';
import * as queries from '../../api/queries';
import type { SpokenPiece } from '../../preview/message';
import { Choices } from '../../ui/fields';
import { today } from '../../ui/words';
import { ShownBanner, type ShownLayer, WINDOWS, type WindowName } from './shown-banner';
import type { BannerEditing } from './use-banner';

/** So wide each of several is drawn. */
const SIDE = 360;

export const LAYERS = {
  first: 'first layer',
  panel: 'panel',
  notice: 'notice',
  failed: 'not recorded',
  button: 'button',
  held: 'held content',
} as const;
/** The banner as visitors get it, at true size, for whatever visitor one wants to look as. */
export function Preview({ editing }: { editing: BannerEditing }) {
  const { site, setup, banner, language, setLanguage } = editing;
  const [width, setWidth] = useState<WindowName>('tablet');
  const [layer, setLayer] = useState<ShownLayer>('first');
  const [place, setPlace] = useState<string>();
  const [all, setAll] = useState(false);
  const [large, setLarge] = useState(false);
  const [dark, setDark] = useState(false);
  const [blank, setBlank] = useState(false);
  const { data: picture } = useQuery(queries.picture(site.id, width === 'phone' ? 'phone' : 'desktop'));
  const backdrop = (!blank && picture?.data) || undefined;
  const [spoken, setSpoken] = useState<SpokenPiece[]>([]);

  const visitors = useVisitors(setup, language);
  const visitor = visitorFrom(visitors, place);
  const { decision } = visitor;

  return (
    <section
      className="flex min-w-0 flex-col self-start px-5 py-5 xl:sticky xl:top-(--frame-height)"
      aria-label="Preview"
    >
      <div className="mb-1 flex flex-wrap items-start gap-x-4">
        <VisitorSelect visitors={visitors} value={visitor.place} onChange={setPlace} />
        <label className="flex min-h-8 items-center gap-2">
          <span className="caps">Language</span>
          <select value={language} onChange={(event) => setLanguage(event.target.value)}>
            {[...banner.languages, ...(banner.drafts ?? [])].map((tag) => (
              <option key={tag} value={tag}>
                {languageName(tag)}
              </option>
            ))}
          </select>
        </label>
        <Choices label="Layer" value={layer} options={LAYERS} onChange={setLayer} />
        <Choices
          label="Width"
          value={width}
          options={{ phone: 'phone', tablet: 'tablet', desktop: 'desktop' }}
          onChange={setWidth}
        />
        <label className="flex min-h-8 items-center gap-2">
          <input type="checkbox" checked={dark} onChange={(event) => setDark(event.target.checked)} />
          dark
        </label>
        <label className="flex min-h-8 items-center gap-2">
          <input type="checkbox" checked={large} onChange={(event) => setLarge(event.target.checked)} />
          text at 200 %
        </label>
        <label className="flex min-h-8 items-center gap-2">
          <input
            type="checkbox"
            checked={!blank && picture?.data !== null}
            disabled={picture?.data === null}
            onChange={(event) => setBlank(!event.target.checked)}
          />
          over the site’s page{picture?.data === null && ' (with the next scan)'}
        </label>
        {visitors.length > 1 && (
          <label className="flex min-h-8 items-center gap-2">
            <input type="checkbox" checked={all} onChange={(event) => setAll(event.target.checked)} />
            every kind of visitor, side by side
          </label>
        )}
      </div>
      {all && (
        <div className="flex flex-wrap gap-3">
          {visitors.map((one) => (
            <figure key={one.place} className="border border-line bg-well">
              <figcaption className="border-b border-line bg-sheet px-2 py-1">
                {one.place ? placeLabel(one.place) : 'elsewhere'}
                {!one.decision.ask && <span className="text-ink2">, not asked</span>}
              </figcaption>
              <ShownBanner
                title={`The banner for a visitor from ${one.place ? placeLabel(one.place) : 'elsewhere'}`}
                setup={setup}
                language={language}
                decision={one.decision}
                layer={layer}
                window={width}
                dark={dark}
                scale={SIDE / WINDOWS[width].width}
                backdrop={backdrop}
              />
            </figure>
          ))}
        </div>
      )}
      {!all && layer === 'first' && !decision.ask && (
        <p className="mb-2 text-ink2">Nothing is asked here. The visitor finds the choices button, which opens this.</p>
      )}
      <div className={all ? 'hidden' : 'overflow-auto border border-line bg-well'}>
        <ShownBanner
          title="The banner at true size"
          setup={setup}
          language={language}
          decision={decision}
          layer={layer}
          window={width}
          dark={dark}
          textSize={large ? 200 : 100}
          backdrop={backdrop}
          onSpoken={setSpoken}
        />
      </div>
      <details className="mt-3">
        <summary className="cursor-pointer">
          As it is heard, and where the keyboard stops ({spoken.filter(({ stop }) => stop).length})
        </summary>
        <ol className="mt-1 max-h-64 list-decimal overflow-auto pl-7">
          {spoken.map(({ says, stop }, i) => (
            // biome-ignore lint/suspicious/noArrayIndexKey: the same words may be said twice
            <li key={i} className={stop ? 'font-semibold' : 'text-ink2'}>
              {says}
            </li>
          ))}
        </ol>
      </details>
    </section>
  );
}

/** Visitors for whom the banner looks otherwise. */
export const useVisitors = (setup: Setup, language: string) =>
  useMemo(() => drawnCases(setup, today(), [language]).filter(({ device }) => device === 'phone'), [setup, language]);

/** The one from a place; else one who is asked, if anybody is. */
export const visitorFrom = (visitors: readonly DrawnCase[], place?: string): DrawnCase =>
  visitors.find((one) => one.place === place) ?? visitors.find(({ decision }) => decision.ask) ?? visitors[0]!;

export function VisitorSelect({
  visitors,
  value,
  onChange,
}: {
  visitors: readonly DrawnCase[];
  value: string;
  onChange(place: string): void;
}) {
  return (
    <label className="flex min-h-8 items-center gap-2">
      <span className="caps">Visitor from</span>
      <select value={value} onChange={(event) => onChange(event.target.value)}>
        {visitors.map(({ place, decision }) => (
          <option key={place} value={place}>
            {place ? placeLabel(place) : 'elsewhere'}
            {decision.ask ? '' : ', not asked'}
          </option>
        ))}
      </select>
    </label>
  );
}
