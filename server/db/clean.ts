const HALF_PAIR = /[\ud800-\udbff](?![\udc00-\udfff])|(?<![\ud800-\udbff])[\udc00-\udfff]/g;

/**
 * A text that PostgreSQL keeps: it holds no NUL in text, and no half of a surrogate pair in JSON. A page may well send
 * either, and cutting a text short makes halves of its own. Both become U+FFFD.
 */
export const cleanText = (text: string): string => text.replaceAll('\0', '\uFFFD').replace(HALF_PAIR, '\uFFFD');

/** JSON for a parameter of a query, cleaned. */
export function asJson(value: unknown): string {
  const text = JSON.stringify(value) ?? 'null';
  if (!/\\u0000|\\ud[89a-f]/i.test(text)) return text;
  return JSON.stringify(JSON.parse(text), (_key, part) =>
    typeof part === 'string' ? cleanText(part) : isPlainObject(part) ? withCleanKeys(part) : part,
  );
}

/**
 * A parameter as it goes into a query: texts and JSON cleaned, lists part by part. Lists that are meant as JSON go through
 * `asJson` by hand, since the driver takes a list for an array of SQL.
 */
export function cleanParameter(value: unknown): unknown {
  if (typeof value === 'string') return /[\0\ud800-\udfff]/.test(value) ? cleanText(value) : value;
  if (Array.isArray(value)) return value.map(cleanParameter);
  return isPlainObject(value) && !(value instanceof Date) && !Buffer.isBuffer(value) ? asJson(value) : value;
}

const isPlainObject = (value: unknown): value is Record<string, unknown> =>
  typeof value === 'object' && value !== null && !Array.isArray(value);
const withCleanKeys = (value: Record<string, unknown>) =>
  Object.fromEntries(Object.entries(value).map(([key, part]) => [cleanText(key), part]));
