import { luminance, mixed, rgbOf, settled } from '../colour/index';
import type { SiteLook } from '../scan/types';
import type { Face } from '../setup/types';
import { settledPalette } from './palette';

const within = (least: number, value: number, most: number) => Math.round(Math.min(most, Math.max(least, value)));

/** A face of a site's own colours and type, as a scan saw them, with the contrast settled; the rest stays as it is. */
export function proposedFace(look: SiteLook, face: Face): Face {
  const { background, ink, accent, family, size, radius } = look;
  const own = accent ?? ink;
  const light = settledPalette({ sheet: background, ink, accent: own, line: mixed(ink, background, 0.6) });
  const night = mixed('#14181c', own, 0.08);
  const dark = { sheet: night, ink: '#f2f3f5', accent: settled(own, night, 4.5), line: mixed('#f2f3f5', night, 0.6) };
  return {
    ...face,
    // A site that is dark itself is dark for everybody.
    scheme: luminance(rgbOf(background)) < 0.18 ? 'light' : face.scheme,
    light,
    dark,
    family: /^[\p{L}\p{N} _,'"-]*$/u.test(family) ? family : '',
    size: within(14, size, 18),
    radius: within(0, radius, 24),
  };
}
