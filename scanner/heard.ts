import type { Heard } from '@douane/core/check';
import type { ToldListener } from '@douane/core/listeners';
import type { Page } from 'playwright-core';

const MOST_COMMANDS = 500;
const MOST_TEXT = 200_000;

/**
 * What the tags of a page heard that manage themselves: from the queue in which it stands, or where their own code has
 * taken that over, or takes commands apart, from what the gate says that it told. A page's values are outside data.
 */
export async function heardIn(page: Page, listeners: readonly ToldListener[]): Promise<Heard> {
  const asked = listeners.map(({ id, at, takes }) => ({ id, at, isQueue: takes === 'arguments' || takes === 'array' }));
  const text: unknown = await page
    .evaluate(
      ({ asked: all, most }) => {
        const told = window.douane?.told ?? [];
        const heard = all.map(({ id, at, isQueue }): [string, unknown[]] => {
          const queue: unknown = (window as unknown as Record<string, unknown>)[at];
          const isList = (one: unknown) => Array.isArray(one) || String(one) === '[object Arguments]';
          if (isQueue && Array.isArray(queue))
            return [id, queue.slice(0, most).map((one) => (isList(one) ? Array.from(one) : [one]))];
          return [id, told.filter((one) => one.listener === id).map(({ command }) => command)];
        });
        return JSON.stringify(heard);
      },
      { asked, most: MOST_COMMANDS },
    )
    .catch(() => ''); // a page that is no more, or whose values nobody can write down: it heard nothing
  if (typeof text !== 'string' || text === '' || text.length > MOST_TEXT) return {};
  return Object.fromEntries(JSON.parse(text) as [string, unknown[]][]);
}
