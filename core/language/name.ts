const NAMES = new Intl.DisplayNames('en', { type: 'language' });

/** A language by its English name; of a tag that is none, the tag. */
export function languageName(tag: string): string {
  try {
    return NAMES.of(tag) ?? tag;
  } catch {
    return tag;
  }
}
