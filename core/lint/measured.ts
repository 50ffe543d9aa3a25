import { z } from 'zod';
import { purposeId, shortText } from './fields';

const size = z.number().min(-20_000).max(20_000);
/** CSS pixels, in the window. */
const box = z.strictObject({ x: size, y: size, width: size, height: size });

const act = z.strictObject({
  /** `data-act` of the button. */
  act: shortText,
  words: shortText,
  box,
  /** Drawn, and where it stands nothing else is. */
  visible: z.boolean(),
  /** It has to be scrolled to. */
  scrolledTo: z.boolean(),
  /** Of its words with what is behind them. */
  contrast: z.number(),
  /** Of its surface or border with the sheet; 1 where it has neither. */
  edge: z.number(),
  /** How heavy it is: of its surface with the sheet, 1 where it has none. */
  surface: z.number(),
  fontSize: size,
  fontWeight: size,
  /** It shows when the keyboard is on it. */
  focusShown: z.boolean(),
  /** Its words go beyond its own sides. */
  overflows: z.boolean(),
});

const layer = z.strictObject({
  layer: z.enum(['first', 'panel']),
  sheet: box,
  /** The page behind waits until it is answered. */
  modal: z.boolean(),
  /** What can be pressed, in the order of the keyboard. */
  acts: z.array(act).max(60),
  ticks: z.array(z.strictObject({ purpose: purposeId, ticked: z.boolean(), fixed: z.boolean() })).max(100),
  /** Words that stand out too little or are too small; the worst of them. */
  faint: z.array(z.strictObject({ words: shortText, contrast: z.number(), needs: z.number() })).max(20),
  smallest: size,
  /** Words are seen at all. */
  titleSeen: z.boolean(),
  bodySeen: z.boolean(),
  policySeen: z.boolean(),
  /** Content goes beyond the sides, or beyond an end that does not scroll. */
  cutOff: z.boolean(),
  /** Something in it moves by itself. */
  moves: z.boolean(),
});

/** One banner as a browser drew it, for one visitor. */
export const measuredSchema = z.strictObject({
  place: shortText,
  language: shortText,
  device: z.enum(['phone', 'desktop']),
  window: z.strictObject({ width: size, height: size }),
  layers: z.array(layer).max(2),
});
export const allMeasuredSchema = z.array(measuredSchema).max(600);

export type Measured = z.output<typeof measuredSchema>;
export type MeasuredLayer = Measured['layers'][number];
export type MeasuredAct = MeasuredLayer['acts'][number];
