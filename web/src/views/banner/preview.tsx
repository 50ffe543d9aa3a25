import { faceOf } from '@douane/core/banner';
import { withoutRefusedCss } from '@douane/core/banner/own-css';
import { languageName } from '@douane/core/language/name';
import { drawnCases } from '@douane/core/lint';
import { placeLabel } from '@douane/core/places';
import { bannerContent } from '@douane/core/release';
import { buttonFace, heldFace } from '@douane/gate';
import { useCallback, useEffect, useMemo, useRef, useState } from 'react';
import { isSpokenAnswer, READY, type ShowMessage, type SpokenPiece } from '../../preview/message';
import { Choices } from '../../ui/fields';
import { today } from '../../ui/words';
import type { BannerEditing } from './use-banner';

const WIDTHS = { phone: 390, tablet: 768, desktop: 1280 } as const;
const HEIGHTS = { phone: 760, tablet: 580, desktop: 580 } as const;
const LAYERS = {
  first: 'first layer',
  panel: 'panel',
  notice: 'notice',
  button: 'button',
  held: 'held content',
} as const;
type Layer = keyof typeof LAYERS;
/** Of the preview only; a change is to be seen within a tenth of a second. */
const SOON_MS = 40;

/** The banner as visitors get it, by the same code, at true size in a frame that can reach nothing of ours. */
export function Preview({ editing }: { editing: BannerEditing }) {
  const { setup, banner, language, setLanguage } = editing;
  const frame = useRef<HTMLIFrameElement>(null);
  const [ready, setReady] = useState(false);
  const [width, setWidth] = useState<keyof typeof WIDTHS>('tablet');
  const [layer, setLayer] = useState<Layer>('first');
  const [place, setPlace] = useState<string>();
  const [large, setLarge] = useState(false);
  const [dark, setDark] = useState(false);
  const [spoken, setSpoken] = useState<SpokenPiece[]>([]);

  const visitors = useMemo(
    () => drawnCases(setup, today(), [language]).filter(({ device }) => device === 'phone'),
    [setup, language],
  );
  const visitor =
    visitors.find((one) => one.place === place) ?? visitors.find(({ decision }) => decision.ask) ?? visitors[0]!;
  const { decision } = visitor;
  // Where nothing is asked there is no first layer; the visitor opens the panel by the choices button.
  const shown = layer === 'first' && !decision.ask ? 'panel' : layer;

  const send = useCallback(() => {
    const scheme = dark ? 'dark' : banner.face.scheme;
    const drawn = withoutRefusedCss({ ...banner, face: { ...banner.face, scheme } });
    const content = bannerContent(setup, language);
    const message: ShowMessage = {
      show: shown,
      banner: { content, face: faceOf(drawn), decision, record: null },
      button: buttonFace({ setup: { banner: drawn }, contents: { [language]: content } }),
      held: heldFace({ banner: drawn, services: setup.services.filter(({ purpose }) => purpose === 'embedded') }),
      textSize: large ? 200 : 100,
    };
    frame.current?.contentWindow?.postMessage(message, '*');
  }, [setup, banner, language, decision, shown, large, dark]);

  useEffect(() => {
    const onMessage = ({ source, data }: MessageEvent) => {
      if (source !== frame.current?.contentWindow) return;
      if (data === READY) setReady(true);
      if (isSpokenAnswer(data)) setSpoken(data.spoken);
    };
    addEventListener('message', onMessage);
    return () => removeEventListener('message', onMessage);
  }, []);
  useEffect(() => {
    if (!ready) return;
    const soon = setTimeout(send, SOON_MS);
    return () => clearTimeout(soon);
  }, [ready, send]);

  return (
    <section
      className="flex min-w-0 flex-col self-start px-5 py-5 xl:sticky xl:top-(--frame-height)"
      aria-label="Preview"
    >
      <div className="mb-1 flex flex-wrap items-start gap-x-4">
        <label className="flex min-h-8 items-center gap-2">
          <span className="caps">Visitor from</span>
          <select value={visitor.place} onChange={(event) => setPlace(event.target.value)}>
            {visitors.map((one) => (
              <option key={one.place} value={one.place}>
                {one.place ? placeLabel(one.place) : 'elsewhere'}
                {one.decision.ask ? '' : ', not asked'}
              </option>
            ))}
          </select>
        </label>
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
      </div>
      {layer === 'first' && !decision.ask && (
        <p className="mb-2 text-ink2">Nothing is asked here. The visitor finds the choices button, which opens this.</p>
      )}
      <div className="overflow-auto border border-line bg-well">
        <iframe
          ref={frame}
          title="The banner at true size"
          src="/preview.html"
          sandbox="allow-scripts"
          className="mx-auto block bg-sheet"
          style={{ width: WIDTHS[width], height: HEIGHTS[width] }}
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
