import data from './catalogue/common.json' with { type: 'json' };
import { firstOf } from './classifier';
import { catalogueClassifier } from './layers/catalogue';
import { entityClassifier } from './layers/entities';
import { type Catalogue, type Classifier, catalogueSchema } from './types';

/** The open catalogue that ships. Parsed, so that a wrong entry fails at start and not in a scan. */
export function shippedCatalogue(): Catalogue {
  return catalogueSchema.parse(data);
}

/** All that is known where nobody added anything: the open catalogue, then the open data on hosts. */
export function shippedClassifier(): Classifier {
  return firstOf(catalogueClassifier(shippedCatalogue().entries), entityClassifier());
}
