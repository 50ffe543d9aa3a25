import { EventEmitter } from 'node:events';
import { expect, it, vi } from 'vitest';
import { VisitClock } from './clock';
import { Film, frameAt } from './film';
import type { PageSession } from './page-session';

const frames = [10, 50, 90].map((atMs) => ({ atMs, page: '/a' })).concat({ atMs: 120, page: '/b' });

it.each([
  ['the last before it', 60, '/a', 50],
  ['the first after it, where nothing was painted yet', 5, '/a', 10],
  ['none of the page that came next', 200, '/a', 90],
  ['what the next page showed first', 100, '/b', 120],
])('a moment is shown by %s', (_words, atMs, page, shown) => {
  expect(frameAt(frames, { atMs, page })?.atMs).toBe(shown);
});

it('shows nothing of a page of which nothing was kept', () => {
  expect(frameAt(frames, { atMs: 60, page: '/c' })).toBeUndefined();
});

it('asks for the next frame only after a while, keeps few of many, and none from before the first page', async () => {
  vi.useFakeTimers();
  const events = new EventEmitter();
  const asked: string[] = [];
  const send = async (method: string) => void asked.push(method);
  const clock = new VisitClock();
  const film = new Film({ events, send } as unknown as PageSession, clock, () => '/a');
  await film.start();
  const frame = (ms: number) =>
    events.emit('Page.screencastFrame', { data: '', sessionId: 1, metadata: { timestamp: 1000 + ms / 1000 } });
  frame(0);
  clock.start(1, 1000);
  events.emit('Page.frameNavigated', { frame: { id: 'main' } });
  events.emit('Page.frameNavigated', { frame: { id: 'inner', parentId: 'main' } });
  for (let ms = 1; ms <= 1000; ms++) frame(ms);
  expect(asked).toEqual(['Page.startScreencast']);
  vi.advanceTimersByTime(100);
  expect(asked.length).toBe(1002);
  vi.useRealTimers();

  const moments = Array.from({ length: 1000 }, (_, i) => ({ atMs: i + 1, page: '/a' }));
  const kept = film.showing(moments, 1000);
  expect(kept.length).toBeLessThanOrEqual(120);
  expect(kept[0]!.atMs).toBeCloseTo(1);
  expect(film.showing(moments, 3)).toHaveLength(3);
});
