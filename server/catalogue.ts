import { readFile } from 'node:fs/promises';
import {
  type CatalogueEntry,
  type Classifier,
  catalogueClassifier,
  catalogueSchema,
  entityClassifier,
  firstOf,
  shippedCatalogue,
} from '@douane/core/classify';
import { parseWith } from '@douane/core/setup';

/** What a server knows before any organisation adds to it. */
export interface Knowledge {
  /** Of the file of whoever runs the server, if any. */
  operator: CatalogueEntry[];
  /** The open catalogue that ships. */
  catalogue: Classifier;
  /** All of it, the operator's file first, and the open data on hosts last. */
  all: Classifier;
}

/** Reads what is known of items before anybody rules. `file`: a catalogue of the operator's own. */
export async function loadKnowledge(file: string | null): Promise<Knowledge> {
  let operator: CatalogueEntry[] = [];
  if (file) {
    const parsed = parseWith(catalogueSchema, JSON.parse(await readFile(file, 'utf8')));
    if (!parsed.ok) {
      const { path, message } = parsed.problems[0]!;
      throw new Error(`catalogue ${file}: ${path}: ${message}`);
    }
    operator = parsed.value.entries;
  }
  const catalogue = catalogueClassifier(shippedCatalogue().entries);
  return { operator, catalogue, all: firstOf(catalogueClassifier(operator), catalogue, entityClassifier()) };
}
