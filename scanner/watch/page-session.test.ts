import type { CDPSession } from 'playwright-core';
import { afterEach, beforeEach, expect, it, vi } from 'vitest';
import { PageSession } from './page-session';

beforeEach(() => void vi.useFakeTimers());
afterEach(() => void vi.useRealTimers());

/** A page that answers `Page.enable` after so long, or `never`; `stop`: whether it answers once its scripts are stopped. */
function page(after: number | 'never', { stop = false } = {}) {
  const asked: string[] = [];
  let answer: (value: object) => void = () => {};
  const send = (method: string) => {
    asked.push(method);
    if (method === 'Runtime.terminateExecution') {
      if (stop) answer({ late: true });
      return Promise.resolve({});
    }
    return new Promise<object>((resolve) => {
      answer = resolve;
      if (after !== 'never') setTimeout(() => resolve({}), after);
    });
  };
  return { session: new PageSession({ send } as unknown as CDPSession), asked };
}

it('leaves a page alone that answers, however late within its time', async () => {
  const { session, asked } = page(5_900);
  const answer = session.send('Page.enable');
  await vi.runAllTimersAsync();
  await expect(answer).resolves.toEqual({});
  expect(asked).toEqual(['Page.enable']);
  expect([session.stopped, session.hangs]).toEqual([false, false]);
});

it('stops scripts that do not end, and has the answer then', async () => {
  const { session, asked } = page('never', { stop: true });
  const answer = session.send('Page.enable');
  await vi.runAllTimersAsync();
  await expect(answer).resolves.toEqual({ late: true });
  expect(asked).toEqual(['Page.enable', 'Runtime.terminateExecution']);
  expect([session.stopped, session.hangs]).toEqual([true, false]);
});

it('gives up a page that is silent even then, and asks it nothing more', async () => {
  const { session, asked } = page('never');
  const answers = Promise.allSettled([session.send('Page.enable'), session.send('Page.enable')]);
  await vi.runAllTimersAsync();
  expect((await answers).map(({ status }) => status)).toEqual(['rejected', 'rejected']);
  expect(session.hangs).toBe(true);
  const before = asked.length;
  await expect(session.send('Page.enable')).rejects.toThrow('does not answer');
  expect(asked).toHaveLength(before);
});

it('passes on what the browser refuses', async () => {
  const refuse = () => Promise.reject(new Error('no such frame'));
  const session = new PageSession({ send: refuse } as unknown as CDPSession);
  await expect(session.send('Page.enable')).rejects.toThrow('no such frame');
  expect(session.stopped).toBe(false);
});
