/** Red, green, blue from 0 to 255. */
type Rgb = [number, number, number];

/** Reads `#rrggbb`. */
export const rgbOf = (hex: string): Rgb => [1, 3, 5].map((i) => Number.parseInt(hex.slice(i, i + 2), 16)) as Rgb;

const hexOf = (rgb: Rgb) =>
  `#${rgb
    .map((c) =>
      Math.round(Math.min(255, Math.max(0, c)))
        .toString(16)
        .padStart(2, '0'),
    )
    .join('')}`;

/** Relative luminance from 0 (black) to 1 (white), of red, green, blue from 0 to 255 (WCAG 2.2). */
export function luminance(rgb: readonly number[]): number {
  const [r, g, b] = rgb.map((value) => {
    const c = value / 255;
    return c <= 0.04045 ? c / 12.92 : ((c + 0.055) / 1.055) ** 2.4;
  }) as Rgb;
  return 0.2126 * r + 0.7152 * g + 0.0722 * b;
}

/** Contrast ratio of two colours of red, green, blue, from 1 to 21 (WCAG 2.2, SC 1.4.3). */
export function contrastOfRgb(a: readonly number[], b: readonly number[]): number {
  const [light, dark] = [luminance(a.slice(0, 3)), luminance(b.slice(0, 3))].sort((x, y) => y - x) as [number, number];
  return (light + 0.05) / (dark + 0.05);
}

/** The same of colours as `#rrggbb`. */
export const contrast = (a: string, b: string): number => contrastOfRgb(rgbOf(a), rgbOf(b));

/** Black or white, whichever stands out more from a colour. */
export const readableOn = (colour: string): '#000000' | '#ffffff' =>
  luminance(rgbOf(colour)) > 0.179 ? '#000000' : '#ffffff';

/** Part of the way from one colour to another; 0 is the first, 1 the second. */
export function mixed(from: string, to: string, part: number): string {
  const [a, b] = [rgbOf(from), rgbOf(to)];
  return hexOf(a.map((c, i) => c + (b[i]! - c) * part) as Rgb);
}

/** A colour moved towards black or white, as little as it takes to reach a contrast with another. */
export function settled(colour: string, against: string, least: number): string {
  const goal = readableOn(against);
  for (let part = 0; part <= 1; part += 0.04) {
    const one = mixed(colour, goal, part);
    if (contrast(one, against) >= least) return one;
  }
  return goal;
}
