/** PostgreSQL holds no NUL in text and no half of a surrogate pair in JSON; a page may well send either. */
export function withoutNul<T>(value: T): T {
  const text = JSON.stringify(value);
  return /\\u0000|\\ud[89a-f]/i.test(text)
    ? JSON.parse(text, (_key, part) => (typeof part === 'string' ? cleanText(part) : part))
    : value;
}

const HALF_PAIR = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

const cleanText = (text: string): string => text.replaceAll('\0', '\uFFFD').replace(HALF_PAIR, '\uFFFD');
