import { ALPHA2_BY_NUMERIC } from '@douane/core/places';
import { type GeoPath, type GeoProjection, geoAlbersUsa, geoEqualEarth, geoPath } from 'd3-geo';
import type { Geometry } from 'geojson';
import { feature } from 'topojson-client';
import type { GeometryCollection, Topology } from 'topojson-specification';

/** A place as it is drawn: its outline as a path, its middle, and whether it is too small to be hit. */
export interface Drawn {
  code: string;
  path: string;
  middle: [x: number, y: number];
  small: boolean;
}

export const WORLD_SIZE: [width: number, height: number] = [760, 370];
export const STATES_SIZE: [width: number, height: number] = [760, 440];

/** Below so many square pixels a place gets a mark beside its outline. */
const SMALL = 20;

/** Countries in the Equal Earth projection, which shows areas in proportion. What the atlas does not have apart is left out. */
export async function drawnWorld(): Promise<Drawn[]> {
  const atlas = (await import('world-atlas/countries-50m.json')).default as unknown as Atlas<'countries'>;
  const codeOf = (id: string) => ALPHA2_BY_NUMERIC.get(id.padStart(3, '0'));
  return drawn(atlas, atlas.objects.countries, geoEqualEarth(), WORLD_SIZE, codeOf);
}

/** The states of the United States, in Albers' projection for them, which shows areas in proportion too. */
export async function drawnStates(): Promise<Drawn[]> {
  const atlas = (await import('us-atlas/states-10m.json')).default as unknown as Atlas<'states'>;
  return drawn(atlas, atlas.objects.states, geoAlbersUsa(), STATES_SIZE, (fips) => STATE_BY_FIPS[fips]);
}

type Atlas<Name extends string> = Topology<Record<Name, GeometryCollection<{ name: string }>>>;

function drawn(
  atlas: Topology,
  places: GeometryCollection<{ name: string }>,
  projection: GeoProjection,
  size: [number, number],
  codeOf: (id: string) => string | undefined,
): Drawn[] {
  const { features } = feature(atlas, places);
  const path = geoPath(projection.fitSize(size, { type: 'FeatureCollection', features })).digits(1);
  const all = features.flatMap((one) => {
    const code = codeOf(String(one.id ?? ''));
    const outline = path(one);
    if (!code || !outline) return [];
    return [{ code, path: outline, middle: path.centroid(largest(one.geometry, path)), small: path.area(one) < SMALL }];
  });
  // The atlas draws some islands apart from their country, under the same number.
  const byCode = new Map<string, Drawn>();
  for (const part of all.sort((a, b) => Number(a.small) - Number(b.small))) {
    const main = byCode.get(part.code);
    byCode.set(part.code, main ? { ...main, path: main.path + part.path } : part);
  }
  return [...byCode.values()];
}

/** The largest part of a place: the middle of islands on both sides of the date line would lie in another ocean. */
function largest(geometry: Geometry, path: GeoPath): Geometry {
  if (geometry.type !== 'MultiPolygon') return geometry;
  const parts = geometry.coordinates.map((coordinates): Geometry => ({ type: 'Polygon', coordinates }));
  return parts.reduce((best, one) => (path.area(one) > path.area(best) ? one : best));
}

/** FIPS 5-2, by which the atlas names the states. */
const STATE_BY_FIPS: Record<string, string> = Object.fromEntries(
  (
    'AL 01 AK 02 AZ 04 AR 05 CA 06 CO 08 CT 09 DE 10 DC 11 FL 12 GA 13 HI 15 ID 16 IL 17 IN 18 IA 19 KS 20 KY 21 LA 22 ' +
    'ME 23 MD 24 MA 25 MI 26 MN 27 MS 28 MO 29 MT 30 NE 31 NV 32 NH 33 NJ 34 NM 35 NY 36 NC 37 ND 38 OH 39 OK 40 OR 41 ' +
    'PA 42 RI 44 SC 45 SD 46 TN 47 TX 48 UT 49 VT 50 VA 51 WA 53 WV 54 WI 55 WY 56'
  )
    .match(/[A-Z]{2} \d\d/g)!
    .map((pair) => [pair.slice(3), `US-${pair.slice(0, 2)}`]),
);
