import { ALPHA2_BY_NUMERIC } from '@douane/core/places';
import type { Outline, Outlines } from '../../../outlines';

/** A place as it is drawn, by its code. */
export type Drawn = Omit<Outline, 'id'> & { code: string };
export interface DrawnMap extends Pick<Outlines, 'size'> {
  places: Drawn[];
}

/** Countries with their codes; what has none is left out. */
export const withCountries = (outlines: Outlines) => withCodes(outlines, (id) => ALPHA2_BY_NUMERIC.get(id));
/** The states of the United States with theirs. */
export const withStates = (outlines: Outlines) => withCodes(outlines, (id) => STATE_BY_FIPS[id]);

const withCodes = ({ size, places }: Outlines, codeOf: (id: string) => string | undefined): DrawnMap => ({
  size,
  places: places.flatMap(({ id, ...drawn }) => {
    const code = codeOf(id);
    return code ? [{ ...drawn, code }] : [];
  }),
});

/** FIPS 5-2, by which the atlas names the states, in as many digits as countries have. */
const STATE_BY_FIPS: Record<string, string> = Object.fromEntries(
  (
    'AL 01 AK 02 AZ 04 AR 05 CA 06 CO 08 CT 09 DE 10 DC 11 FL 12 GA 13 HI 15 ID 16 IL 17 IN 18 IA 19 KS 20 KY 21 LA 22 ' +
    'ME 23 MD 24 MA 25 MI 26 MN 27 MS 28 MO 29 MT 30 NE 31 NV 32 NH 33 NJ 34 NM 35 NY 36 NC 37 ND 38 OH 39 OK 40 OR 41 ' +
    'PA 42 RI 44 SC 45 SD 46 TN 47 TX 48 UT 49 VT 50 VA 51 WA 53 WV 54 WI 55 WY 56'
  )
    .match(/[A-Z]{2} \d\d/g)!
    .map((pair) => [`0${pair.slice(3)}`, `US-${pair.slice(0, 2)}`]),
);
