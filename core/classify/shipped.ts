import type { Item, Sign } from '../observe/types';
import data from './catalogue/common.json' with { type: 'json' };
import { type Desk, deskOf, firstOf } from './classifier';
import { catalogueClassifier } from './layers/catalogue';
import { entityClassifier } from './layers/entities';
import { DEFAULT_SETTINGS } from './settings';
import { signBook } from './sign-book';
import { type Catalogue, type CatalogueEntry, type Classifier, catalogueSchema } from './types';

/** The open catalogue that ships. Parsed, so that a wrong entry fails at start and not in a scan. */
export function shippedCatalogue(): Catalogue {
  return catalogueSchema.parse(data);
}

/** All that is known where nobody added anything: the open catalogue, then the open data on hosts. */
export function shippedClassifier(): Classifier {
  return firstOf(catalogueClassifier(shippedCatalogue().entries), entityClassifier());
}

/** The desk for what one scan found, where there is no organisation: `own` entries, what ships, and the heuristics. */
export function shippedDesk(items: readonly Item[], signs: readonly Sign[], own: readonly CatalogueEntry[] = []): Desk {
  return deskOf({
    'own-catalogue': catalogueClassifier(own, 'own'),
    catalogue: catalogueClassifier(shippedCatalogue().entries),
    entities: entityClassifier(),
    signs: signBook(signs),
    inventory: items,
    settings: DEFAULT_SETTINGS,
  });
}
