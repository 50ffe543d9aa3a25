import { EventEmitter } from 'node:events';
import { expect, it } from 'vitest';
import type { PageSession } from './page-session';
import { PutOff } from './put-off';

/** Frames by the number of their world, with what each answers; a frame that has gone rejects. */
function pageOf(answers: Record<number, unknown>) {
  const events = new EventEmitter();
  const asked: number[] = [];
  const expressions: string[] = [];
  const send = async (_: string, { contextId, expression }: { contextId: number; expression: string }) => {
    asked.push(contextId);
    expressions.push(expression);
    const value = answers[contextId];
    if (value instanceof Error) throw value;
    return { result: { value } };
  };
  const putOff = new PutOff({ events, send } as unknown as PageSession, 'b');
  const begin = (id: number, isDefault = true) =>
    events.emit('Runtime.executionContextCreated', { context: { id, auxData: { isDefault } } });
  return { putOff, events, asked, expressions, begin };
}

it('is the longest that any frame waits for, in so far as somebody would stay for it', async () => {
  const { putOff, begin, expressions } = pageOf({ 1: 400, 2: 2_500, 3: 9_000 });
  for (const id of [1, 2, 3]) begin(id);
  expect(await putOff.dueInMs(8_000)).toBe(2_500);
  expect(expressions).toEqual(Array(3).fill("globalThis['bt']?.(8000)"));
  expect(await putOff.dueInMs(1_000)).toBe(400);
});

it('is nothing where frames have gone or answer what is no number', async () => {
  const { putOff, begin } = pageOf({ 1: new Error('gone'), 2: 'soon', 3: undefined });
  for (const id of [1, 2, 3]) begin(id);
  expect(await putOff.dueInMs(8_000)).toBe(0);
});

it('asks where the pages own scripts run, not worlds beside them, nor what was before', async () => {
  const { putOff, events, asked, begin } = pageOf({ 4: 100, 5: 100, 6: 100 });
  begin(3);
  events.emit('Runtime.executionContextsCleared');
  begin(4);
  begin(5, false);
  begin(6);
  events.emit('Runtime.executionContextDestroyed', { executionContextId: 6 });
  await putOff.dueInMs(8_000);
  expect(asked).toEqual([4]);
});
