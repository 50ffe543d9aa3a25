import { faceOf } from '@douane/core/banner';
import { withoutRefusedCss } from '@douane/core/banner/own-css';
import { drawnCases, type Finding, lint, type Measured } from '@douane/core/lint';
import { bannerContent } from '@douane/core/release';
import type { Setup } from '@douane/core/setup';
import { useEffect, useMemo, useRef, useState } from 'react';
import { isMeasuredAnswer, type MeasureMessage, READY } from '../../preview/message';
import { today } from '../../ui/words';

export interface Findings {
  all: Finding[];
  /** As a browser drew it, to be looked at again where it is published. */
  measured: Measured[];
  /** What was changed last has been drawn and looked at. */
  settled: boolean;
}

const DEVICES = ['phone', 'desktop'] as const;
type Frames = Partial<Record<Measured['device'], HTMLIFrameElement | null>>;
const SOON_MS = 250;

/**
 * What the lint says of a setup as it is edited: first what can be told from the setup alone, at once; then what a browser
 * drew, in two frames that nobody sees, one for each device. `frames` go into the page through `MeasuringFrames`.
 */
export function useFindings(setup: Setup | undefined, language: string) {
  const frames = useRef<Frames>({});
  const [ready, setReady] = useState<ReadonlySet<string>>(new Set());
  const [drawn, setDrawn] = useState<{ of: Setup; language: string; measured: Measured[] }>();
  const round = useRef(0);

  useEffect(() => {
    const answers = new Map<string, Measured[]>();
    const asked: { of?: Setup; language: string } = { of: setup, language };
    const deviceOf = (source: MessageEventSource | null) =>
      DEVICES.find((device) => frames.current[device]?.contentWindow === source);
    const onMessage = ({ source, data }: MessageEvent) => {
      const device = deviceOf(source);
      if (!device) return;
      if (data === READY) setReady((before) => new Set([...before, device]));
      if (!isMeasuredAnswer(data) || data.measured !== round.current || !asked.of) return;
      answers.set(device, data.all);
      if (answers.size === DEVICES.length)
        setDrawn({ of: asked.of, language: asked.language, measured: [...answers.values()].flat() });
    };
    addEventListener('message', onMessage);
    return () => removeEventListener('message', onMessage);
  }, [setup, language]);

  useEffect(() => {
    // From here on an answer to what was asked before is none.
    round.current += 1;
    if (!setup || ready.size < DEVICES.length) return;
    const soon = setTimeout(() => {
      const face = faceOf(withoutRefusedCss(setup.banner));
      const content = bannerContent(setup, language);
      const all = drawnCases(setup, today(), [language]);
      for (const device of DEVICES) {
        const cases = all
          .filter((one) => one.device === device)
          .map(({ decision, ...visitor }) => ({ ...visitor, banner: { content, face, decision, record: null } }));
        const message: MeasureMessage = { measure: round.current, cases };
        frames.current[device]?.contentWindow?.postMessage(message, '*');
      }
    }, SOON_MS);
    return () => clearTimeout(soon);
  }, [setup, language, ready]);

  const findings = useMemo((): Findings => {
    const settled = drawn !== undefined && drawn.of === setup && drawn.language === language;
    // What was drawn before the last change stands until that is drawn.
    const measured = drawn?.measured ?? [];
    return { all: setup ? lint(setup, today(), measured) : [], measured, settled };
  }, [setup, language, drawn]);
  return { findings, frames };
}
