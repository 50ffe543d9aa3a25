import type { ScriptKnowledge } from '../observe/script-seen';
import type { WordModel } from '../observe/script-words';
import type { Item, Sign } from '../observe/types';
import advertising from './catalogue/advertising.json' with { type: 'json' };
import chat from './catalogue/chat.json' with { type: 'json' };
import embedded from './catalogue/embedded.json' with { type: 'json' };
import functional from './catalogue/functional.json' with { type: 'json' };
import marketing from './catalogue/marketing.json' with { type: 'json' };
import measurement from './catalogue/measurement.json' with { type: 'json' };
import monitoring from './catalogue/monitoring.json' with { type: 'json' };
import necessary from './catalogue/necessary.json' with { type: 'json' };
import marks from './catalogue/script-marks.json' with { type: 'json' };
import words from './catalogue/script-words.json' with { type: 'json' };
import { type Catalogue, type CatalogueEntry, catalogueSchema } from './catalogue-format';
import { type Desk, deskOf, firstOf } from './classifier';
import { catalogueClassifier, catalogueServices } from './layers/catalogue';
import { entityClassifier } from './layers/entities';
import { kitClassifier } from './layers/kits';
import { DEFAULT_SETTINGS } from './settings';
import { signBook } from './sign-book';
import type { Classifier, Ruling } from './types';

const FILES = [measurement, monitoring, advertising, marketing, chat, embedded, necessary, functional];
let shipped: Catalogue | undefined;

/** The open catalogue that ships. Parsed, so that a wrong entry fails at start and not in a scan. */
export function shippedCatalogue(): Catalogue {
  if (!shipped) {
    const files = FILES.map((file) => catalogueSchema.parse(file));
    const entries = files.flatMap((file) => file.entries);
    shipped = { ...files[0]!, entries, services: files.flatMap(({ services }) => services) };
  }
  return shipped;
}

let kits: ReadonlyMap<string, Ruling> | undefined;

/** What the open catalogue says of each service, by its name. */
export function shippedKits(): ReadonlyMap<string, Ruling> {
  kits ??= catalogueServices(shippedCatalogue().services);
  return kits;
}

let scripts: ScriptKnowledge | undefined;

/**
 * By which names scripts are known as kits, and what words of theirs weigh, both grown by `npm run catalogue -- scripts`;
 * and how requests of services look.
 */
export function shippedScripts(): ScriptKnowledge {
  scripts ??= {
    marks,
    words: words as WordModel,
    shapes: shippedCatalogue().services.flatMap(({ service, requests = [] }) =>
      requests.map((shape) => ({ service, ...shape })),
    ),
  };
  return scripts;
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
    kits: kitClassifier(shippedKits()),
    inventory: items,
    settings: DEFAULT_SETTINGS,
  });
}
