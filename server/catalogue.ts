import { readFile } from 'node:fs/promises';
import { type Classifier, catalogueClassifier, catalogueSchema, shippedCatalogue } from '@douane/core/classify';
import { parseWith } from '@douane/core/setup';

/** What is known of items before anybody rules: the operator's own file, if any, ahead of the catalogue that ships. */
export async function loadCatalogue(file: string | null): Promise<Classifier> {
  const entries = [...shippedCatalogue().entries];
  if (file) {
    const parsed = parseWith(catalogueSchema, JSON.parse(await readFile(file, 'utf8')));
    if (!parsed.ok) {
      const { path, message } = parsed.problems[0]!;
      throw new Error(`catalogue ${file}: ${path}: ${message}`);
    }
    entries.unshift(...parsed.value.entries);
  }
  return catalogueClassifier(entries);
}
