import { afterEach, expect, it, vi } from 'vitest';
import { VisitClock } from './clock';

afterEach(() => vi.useRealTimers());

it('ties monotonic time and wall time together by the first request of the visit', () => {
  const clock = new VisitClock();
  clock.start(1000, 1_764_000_000);
  clock.start(1002, 1_764_000_009);
  expect(clock.fromMonotonic(1001.5)).toBe(1500);
  expect(clock.fromWall(1_764_000_000_250)).toBe(250);
  expect(clock.wallOf(1001.5)).toBe(1_764_000_001_500);
});

it('notices that the clock of the machine was set, and nothing where it merely ran', () => {
  vi.useFakeTimers({ toFake: ['Date', 'performance'] });
  const clock = new VisitClock();
  expect(clock.setBy()).toBe(0);
  clock.start(1000, Date.now() / 1000);
  vi.advanceTimersByTime(4000);
  expect(clock.setBy()).toBeCloseTo(0);
  vi.setSystemTime(Date.now() - 60_000);
  expect(clock.setBy()).toBeCloseTo(-60_000);
});
