import data from './catalogue/common.json' with { type: 'json' };
import { type Catalogue, catalogueSchema } from './types';

/** The open catalogue that ships. Parsed, so that a wrong entry fails at start and not in a scan. */
export function shippedCatalogue(): Catalogue {
  return catalogueSchema.parse(data);
}
