import { createHash } from 'node:crypto';
import { type ValueSeen, valueForm } from '@douane/core/observe';

/** A longer value is cut off before it is looked at. */
const LONGEST_VALUE = 4096;

/** One sighting of a value. Of the value itself only a digest of four bytes is kept, too short to be turned back. */
export function valueSeen(value: string): ValueSeen {
  const text = value.slice(0, LONGEST_VALUE);
  const digest = createHash('sha256').update(text).digest('hex').slice(0, 8);
  return { form: valueForm(text), length: value.length, visits: 1, digests: [digest] };
}

/** Name, host and value of a cookie line; the host is the one it is sent to. */
export function namedValue(line: string, host: string): [string, string, string] {
  const [first = '', ...attributes] = line.split(';');
  const at = first.indexOf('=');
  const domain = attributes
    .map((attribute) => attribute.trim().toLowerCase())
    .find((attribute) => attribute.startsWith('domain='))
    ?.slice('domain='.length)
    .replace(/^\./, '');
  return [first.slice(0, at < 0 ? undefined : at).trim(), domain || host, at < 0 ? '' : first.slice(at + 1)];
}
