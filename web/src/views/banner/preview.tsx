import { faceOf } from '@douane/core/banner';
import { decide, parsePlace } from '@douane/core/regimes';
import { bannerContent } from '@douane/core/release';
import { rulesOf, type Setup } from '@douane/core/setup';
import { textsFor } from '@douane/core/texts';
import { ToggleGroup } from 'radix-ui';
import { type ReactNode, useCallback, useEffect, useRef, useState } from 'react';
import { type PreviewMessage, READY } from '../../preview/message';
import { today } from '../../ui/words';

const WIDTHS = { phone: 390, tablet: 768, desktop: 1280 } as const;
type Width = keyof typeof WIDTHS;

const PLACES = { DE: 'Germany', 'US-CA': 'California', 'US-CA gpc': 'California, GPC' } as const;
type PlaceChoice = keyof typeof PLACES;

/** The banner as visitors get it, by the same code, at true size in a frame that can reach nothing of ours. */
export function Preview({ setup, language }: { setup: Setup; language: string }) {
  const frame = useRef<HTMLIFrameElement>(null);
  const [ready, setReady] = useState(false);
  const [width, setWidth] = useState<Width>('tablet');
  const [place, setPlace] = useState<PlaceChoice>('DE');
  const [layer, setLayer] = useState<'first' | 'panel'>('first');

  const [code, gpc] = place.split(' ') as [string, string | undefined];
  const decision = decide(parsePlace(code), { gpc: gpc !== undefined }, null, rulesOf(setup, today()));
  // Where nothing is asked there is no first layer; the visitor opens the panel by the choices button.
  const shownLayer = decision.ask ? layer : 'panel';
  const send = useCallback(() => {
    const message: PreviewMessage = {
      content: bannerContent(setup, language),
      face: faceOf(setup.banner),
      decision,
      layer: shownLayer,
      record: null,
    };
    frame.current?.contentWindow?.postMessage(message, '*');
  }, [setup, language, decision, shownLayer]);

  useEffect(() => {
    const onMessage = ({ source, data }: MessageEvent) => {
      if (source === frame.current?.contentWindow && data === READY) setReady(true);
    };
    addEventListener('message', onMessage);
    return () => removeEventListener('message', onMessage);
  }, []);
  useEffect(() => {
    if (!ready) return;
    const soon = setTimeout(send, 80);
    return () => clearTimeout(soon);
  }, [ready, send]);

  return (
    <section
      className="flex min-w-0 flex-col self-start px-5 py-5 xl:sticky xl:top-(--frame-height)"
      aria-label="Preview"
    >
      <div className="mb-3 flex flex-wrap gap-x-5 gap-y-2">
        <Choice label="Visitor from" value={place} options={PLACES} onChange={(next) => setPlace(next)} />
        {decision.ask && (
          <Choice label="Layer" value={layer} options={{ first: 'first layer', panel: 'panel' }} onChange={setLayer} />
        )}
        <Choice
          label="Width"
          value={width}
          options={{ phone: 'phone 390', tablet: 'tablet 768', desktop: 'desktop 1280' }}
          onChange={setWidth}
        />
      </div>
      {!decision.ask && (
        <p className="mb-2 text-ink2">
          Nothing is asked here. The visitor sees the button “{textsFor(setup.banner, language).buttonObject}”, which
          opens this panel.
        </p>
      )}
      <div className="overflow-auto border border-line bg-well">
        <iframe
          ref={frame}
          title="The banner at true size"
          src="/preview.html"
          sandbox="allow-scripts"
          className="mx-auto block bg-sheet"
          style={{ width: WIDTHS[width], height: width === 'phone' ? 760 : 600 }}
        />
      </div>
    </section>
  );
}

interface ChoiceProps<T extends string> {
  label: string;
  value: NoInfer<T>;
  options: Record<T, ReactNode>;
  onChange(value: NoInfer<T>): void;
}

function Choice<T extends string>({ label, value, options, onChange }: ChoiceProps<T>) {
  return (
    <div className="flex items-center gap-2">
      <span className="caps">{label}</span>
      <ToggleGroup.Root
        type="single"
        value={value}
        aria-label={label}
        onValueChange={(next) => next && onChange(next as T)}
        className="flex border border-line bg-sheet"
      >
        {Object.entries<ReactNode>(options).map(([key, name]) => (
          <ToggleGroup.Item
            key={key}
            value={key}
            className="border-r border-line px-2.5 py-1 last:border-r-0 hover:bg-well data-[state=on]:bg-ink data-[state=on]:text-sheet"
          >
            {name}
          </ToggleGroup.Item>
        ))}
      </ToggleGroup.Root>
    </div>
  );
}
