import type { Measured } from '@douane/core/lint';
import type { BannerOptions, ButtonOptions, HeldFace } from '@douane/gate';

/** What the frame is to show: one visitor's banner, or the button that leads back to it. */
export interface ShowMessage {
  show: 'first' | 'panel' | 'notice' | 'failed' | 'button' | 'held';
  banner: Omit<BannerOptions, 'choose' | 'onClose' | 'layer'>;
  button: ButtonOptions['face'];
  held: HeldFace;
  /** Per cent of the visitor's own type size. */
  textSize: number;
  /** Picture of the site's page, as a data address; absent: a blank page. */
  backdrop?: string;
}

/** Visitors for whom the frame is to measure every layer. */
export interface MeasureMessage {
  /** Comes back with the answer, so that one to an older question is known. */
  measure: number;
  cases: (Omit<Measured, 'layers'> & { banner: ShowMessage['banner'] })[];
}

export type PreviewMessage = ShowMessage | MeasureMessage;

export interface MeasuredAnswer {
  measured: number;
  all: Measured[];
}

/** One stop of the keyboard, or a piece that is read on the way, as a screen reader would say it. */
export interface SpokenPiece {
  says: string;
  /** The keyboard stops there. */
  stop: boolean;
}
export interface SpokenAnswer {
  spoken: SpokenPiece[];
}

/** Said by the frame when it can take messages. */
export const READY = 'douane preview ready';

export function isPreviewMessage(data: unknown): data is PreviewMessage {
  return typeof data === 'object' && data !== null && ('show' in data || 'measure' in data);
}

export const isMeasuredAnswer = (data: unknown): data is MeasuredAnswer =>
  typeof data === 'object' && data !== null && 'measured' in data;
export const isSpokenAnswer = (data: unknown): data is SpokenAnswer =>
  typeof data === 'object' && data !== null && 'spoken' in data;
