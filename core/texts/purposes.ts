import { lookUpLanguage } from '../language/index';
import { shippedLanguage } from './index';
import { SHIPPED } from './shipped';

interface Words {
  name: string;
  text: string;
}

interface Translated extends Words {
  id: string;
  translations?: Record<string, Words>;
}

/**
 * What a purpose is called in a language: by its own translation; where none is written and it is still called as it
 * ships, as it ships in that language; else as in the setup itself.
 */
export function purposeWords({ id, name, text, translations = {} }: Translated, language: string): Words {
  const near = lookUpLanguage(language, Object.keys(translations));
  if (near) return translations[near]!;
  const ours = SHIPPED.en!.purposes[id];
  const unchanged = ours?.name === name && ours.text === text;
  return (unchanged && shippedLanguage(language)?.purposes[id]) || { name, text };
}
