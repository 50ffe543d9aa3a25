import { faceOf } from '@douane/core/banner';
import { withoutRefusedCss } from '@douane/core/banner/own-css';
import type { DrawnCase } from '@douane/core/lint';
import { bannerContent } from '@douane/core/release';
import type { Setup } from '@douane/core/setup';
import { buttonFace, heldFace } from '@douane/gate';
import { useCallback, useEffect, useRef, useState } from 'react';
import { isSpokenAnswer, READY, type ShowMessage, type SpokenPiece } from '../../preview/message';

/** Windows in which a banner is looked at, in pixels. */
export const WINDOWS = {
  phone: { width: 390, height: 760 },
  tablet: { width: 768, height: 580 },
  desktop: { width: 1280, height: 580 },
} as const;
export type WindowName = keyof typeof WINDOWS;
export type ShownLayer = ShowMessage['show'];

/** Of what is shown only; a change is to be seen within a tenth of a second. */
const SOON_MS = 40;

interface ShownBannerProps {
  title: string;
  setup: Setup;
  language: string;
  decision: DrawnCase['decision'];
  layer: ShownLayer;
  window: WindowName;
  dark?: boolean;
  /** Per cent of the visitor's own type size. */
  textSize?: number;
  /** Picture of the site's page to stand behind it, as a data address. */
  backdrop?: string;
  /** How large it is drawn; 1 is true size. */
  scale?: number;
  onSpoken?(pieces: SpokenPiece[]): void;
}

/** A banner as visitors get it, by the same code, in a frame that can reach nothing of ours. */
export function ShownBanner(props: ShownBannerProps) {
  const { title, setup, language, decision, window: of, dark, textSize = 100, backdrop, scale = 1, onSpoken } = props;
  const { banner } = setup;
  const frame = useRef<HTMLIFrameElement>(null);
  const [ready, setReady] = useState(false);
  // Where nothing is asked there is no first layer; the visitor opens the panel by the choices button.
  const layer = props.layer === 'first' && !decision.ask ? 'panel' : props.layer;

  const send = useCallback(() => {
    const scheme = dark ? 'dark' : banner.face.scheme;
    const drawn = withoutRefusedCss({ ...banner, face: { ...banner.face, scheme } });
    const content = bannerContent(setup, language);
    const message: ShowMessage = {
      show: layer,
      banner: { content, face: faceOf(drawn), decision, record: null },
      button: buttonFace({ setup: { banner: drawn }, contents: { [language]: content } }),
      held: heldFace({ banner: drawn, services: setup.services.filter(({ purpose }) => purpose === 'embedded') }),
      textSize,
      ...(backdrop && { backdrop }),
    };
    frame.current?.contentWindow?.postMessage(message, '*');
  }, [setup, banner, language, decision, layer, textSize, dark, backdrop]);

  useEffect(() => {
    const onMessage = ({ source, data }: MessageEvent) => {
      if (source !== frame.current?.contentWindow) return;
      if (data === READY) setReady(true);
      if (isSpokenAnswer(data)) onSpoken?.(data.spoken);
    };
    addEventListener('message', onMessage);
    return () => removeEventListener('message', onMessage);
  }, [onSpoken]);
  useEffect(() => {
    if (!ready) return;
    const soon = setTimeout(send, SOON_MS);
    return () => clearTimeout(soon);
  }, [ready, send]);

  const { width, height } = WINDOWS[of];
  return (
    <div className="mx-auto overflow-hidden" style={{ width: width * scale, height: height * scale }}>
      <iframe
        ref={frame}
        title={title}
        src="/preview.html"
        sandbox="allow-scripts"
        className="block origin-top-left bg-sheet"
        style={{ width, height, ...(scale !== 1 && { transform: `scale(${scale})` }) }}
      />
    </div>
  );
}
