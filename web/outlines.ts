import { createRequire } from 'node:module';
import {
  type GeoPath,
  type GeoProjection,
  type GeoStream,
  geoAlbersUsa,
  geoEqualEarth,
  geoPath,
  geoTransform,
} from 'd3-geo';
import type { Geometry } from 'geojson';
import { feature } from 'topojson-client';
import type { GeometryCollection, Topology } from 'topojson-specification';

/** Places as they are drawn on a map of that size, by the number under which the atlas has them. */
export interface Outlines {
  size: [width: number, height: number];
  places: Outline[];
}

/** The outline of a place as a path, its middle, and whether it is too small to be hit. */
export interface Outline {
  id: string;
  path: string;
  middle: [x: number, y: number];
  small: boolean;
}

/** Below so many square pixels a place gets a mark beside its outline. */
const SMALL = 20;
/** A point that is nearer to the one before it, in pixels, changes nothing that could be seen. */
const SEEN = 0.5;

const read = createRequire(import.meta.url);

/** Countries (ISO 3166-1 numeric) in the Equal Earth projection, which shows areas in proportion. */
export function worldOutlines(): Outlines {
  const atlas: Atlas<'countries'> = read('world-atlas/countries-50m.json');
  return outlines(atlas, atlas.objects.countries, geoEqualEarth(), [760, 370]);
}

/** The states of the United States (FIPS 5-2), in Albers' projection for them, which shows areas in proportion too. */
export function stateOutlines(): Outlines {
  const atlas: Atlas<'states'> = read('us-atlas/states-10m.json');
  return outlines(atlas, atlas.objects.states, geoAlbersUsa(), [760, 440]);
}

type Atlas<Name extends string> = Topology<Record<Name, GeometryCollection<{ name: string }>>>;

function outlines(
  atlas: Topology,
  places: GeometryCollection<{ name: string }>,
  projection: GeoProjection,
  size: [number, number],
): Outlines {
  const { features } = feature(atlas, places);
  projection.fitSize(size, { type: 'FeatureCollection', features });
  const path = geoPath({ stream: (to) => projection.stream(thinned(to)) }).digits(1);
  const all = features.flatMap((one): Outline[] => {
    const outline = withoutSpecks(path(one) ?? '');
    if (!outline || one.id === undefined) return [];
    const [x, y] = path.centroid(largest(one.geometry, path));
    const middle: Outline['middle'] = [Math.round(10 * x) / 10, Math.round(10 * y) / 10];
    return [{ id: String(one.id).padStart(3, '0'), path: outline, middle, small: path.area(one) < SMALL }];
  });
  // The atlas draws some islands apart from their country, under the same number.
  const byId = new Map<string, Outline>();
  for (const part of all.sort((a, b) => Number(a.small) - Number(b.small))) {
    const main = byId.get(part.id);
    byId.set(part.id, main ? { ...main, path: main.path + part.path } : part);
  }
  return { size, places: [...byId.values()] };
}

/** Leaves out points that are too near to be seen. */
function thinned(to: GeoStream): GeoStream {
  let last: [x: number, y: number] | null = null;
  return geoTransform({
    lineStart() {
      last = null;
      this.stream.lineStart();
    },
    point(x, y) {
      if (last && Math.hypot(x - last[0], y - last[1]) < SEEN) return;
      last = [x, y];
      this.stream.point(x, y);
    },
  }).stream(to);
}

/** Leaves out islands of which but a point or two is left, unless there is nothing else. */
function withoutSpecks(path: string): string {
  const rings = path.split('Z').filter((ring) => ring.split('L').length > 2);
  return rings.length > 0 ? `${rings.join('Z')}Z` : path;
}

/** The largest part of a place: the middle of islands on both sides of the date line would lie in another ocean. */
function largest(geometry: Geometry, path: GeoPath): Geometry {
  if (geometry.type !== 'MultiPolygon') return geometry;
  const parts = geometry.coordinates.map((coordinates): Geometry => ({ type: 'Polygon', coordinates }));
  const areas = parts.map((part) => path.area(part));
  return parts[areas.indexOf(Math.max(...areas))]!;
}

const MODULES: Readonly<Record<string, () => Outlines>> = {
  'virtual:outlines/world': worldOutlines,
  'virtual:outlines/states': stateOutlines,
};

/** Draws the maps when the interface is built: a browser would compute for seconds. */
export const outlineModules = {
  name: 'outlines',
  resolveId: (id: string) => (Object.hasOwn(MODULES, id) ? `\0${id}` : undefined),
  load(id: string) {
    const draw = MODULES[id.slice(1)];
    // As a text, which is read faster than code.
    return draw && `export default JSON.parse(${JSON.stringify(JSON.stringify(draw()))})`;
  },
};
