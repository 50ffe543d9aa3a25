import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { Surroundings } from './surroundings';

beforeEach(() => void vi.spyOn(console, 'warn').mockImplementation(() => {}));
afterEach(() => vi.restoreAllMocks());

function noticesOf(trustProxy: number, ...requests: Record<string, string>[]): string[] {
  const surroundings = new Surroundings(trustProxy);
  for (const headers of requests) surroundings.notice({ headers });
  return surroundings.notices;
}

it('says so once where a proxy is in front that nobody named', () => {
  const notices = noticesOf(0, {}, { 'x-forwarded-for': '10.0.0.1' }, { 'x-forwarded-for': '10.0.0.2' });
  expect(notices).toEqual([expect.stringContaining('set DOUANE_TRUST_PROXY')]);
  expect(console.warn).toHaveBeenCalledTimes(1);
});

it('says so where a request comes past the proxy that was named', () => {
  expect(noticesOf(1, { 'x-forwarded-for': '10.0.0.1' })).toEqual([]);
  expect(noticesOf(1, {})).toEqual([expect.stringContaining('past the proxy')]);
});

it('is quiet where nothing is odd', () => expect(noticesOf(0, {}, { host: 'x' })).toEqual([]));
