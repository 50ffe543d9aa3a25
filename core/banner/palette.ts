import { settled } from '../colour/index';
import type { Palette } from '../setup/types';

/** A palette whose text and buttons stand out from the sheet enough, moved as little as that takes (WCAG 2.2). */
export const settledPalette = (palette: Palette): Palette => ({
  ...palette,
  ink: settled(palette.ink, palette.sheet, 7),
  accent: settled(palette.accent, palette.sheet, 4.5),
});
