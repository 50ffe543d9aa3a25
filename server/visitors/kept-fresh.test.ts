import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { KeptFresh } from './kept-fresh';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

it('asks once for many, again beside the answer as it ages, and first once it is old', async () => {
  let n = 0;
  const kept = new KeptFresh(10, async () => ({ n: ++n }));
  expect(await Promise.all([kept.get('a'), kept.get('a')])).toEqual([{ n: 1 }, { n: 1 }]);
  vi.advanceTimersByTime(4_000);
  expect(await kept.get('a')).toEqual({ n: 1 });
  vi.advanceTimersByTime(4_000);
  expect(await kept.get('a')).toEqual({ n: 1 });
  expect(await kept.get('a')).toEqual({ n: 2 });
  vi.advanceTimersByTime(61_000);
  expect(await kept.get('a')).toEqual({ n: 3 });
});

it('goes on with what it knows while the database is away, or does not answer', async () => {
  let look: () => Promise<{ n: number } | null> = async () => ({ n: 1 });
  const kept = new KeptFresh(10, () => look());
  await kept.get('a');
  look = () => Promise.reject(new Error('away'));
  vi.advanceTimersByTime(61_000);
  expect(await kept.get('a')).toEqual({ n: 1 });
  await expect(kept.get('b')).rejects.toThrow('away');
  look = () => new Promise(() => {});
  const answer = kept.get('a');
  await vi.advanceTimersByTimeAsync(2_000);
  expect(await answer).toEqual({ n: 1 });
});

it('keeps nothing of what is gone, and looks anew when it is told', async () => {
  let value: { n: number } | null = { n: 1 };
  const kept = new KeptFresh(10, async () => value);
  await kept.get('a');
  value = null;
  kept.forget(({ n }) => n === 1);
  expect(await kept.get('a')).toBe(null);
});
