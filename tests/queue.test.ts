import { randomUUID } from 'node:crypto';
import { RunQueue } from '@douane/server';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { freshSite, useDatabase } from './support/sql';

const made = useDatabase();
let queue: RunQueue;
beforeEach(async () => {
  queue = await RunQueue.open({ databaseUrl: made.urls.databaseUrl, retrySeconds: 0 });
});
afterEach(() => queue.stop());

/** Resolves from outside. */
function signal<T = void>(): { come: Promise<T>; give(value: T): void } {
  let give!: (value: T) => void;
  const come = new Promise<T>((resolve) => {
    give = resolve;
  });
  return { come, give };
}

it('a receiver that does not answer keeps no other from being told', async () => {
  const [slow, quick] = [randomUUID(), randomUUID()];
  const told = signal();
  await queue.takeDeliveries(async (id) => {
    // The slow one ends only when the other has been told: one after the other would wait for ever.
    if (id === slow) await told.come;
    else if (id === quick) told.give();
  });
  await queue.deliver(slow);
  await queue.deliver(quick);
  await told.come;
});

it('a delivery that fails is tried again, and told when it is the last time', async () => {
  const id = randomUUID();
  const tries: boolean[] = [];
  const last = signal();
  await queue.takeDeliveries(async (delivery, lastTry) => {
    if (delivery !== id) return;
    tries.push(lastTry);
    if (lastTry) last.give();
    throw new Error('not now');
  });
  await queue.deliver(id);
  await last.come;
  expect(tries).toEqual([...Array(6).fill(false), true]);
});

it('a run is sent once however many ask for it, and not at all where its transaction fails', async () => {
  const { site } = await freshSite(made.db);
  const asked = { organisationId: site.organisationId, siteId: site.id, kind: 'scan' as const };
  const failed = await made.db.connect();
  await failed.query('BEGIN');
  const undone = await queue.request(failed, asked);
  await failed.query('ROLLBACK');
  failed.release();
  const first = await queue.request(made.db, asked);
  const second = await queue.request(made.db, { ...asked, options: { pages: 3 } });
  expect([first.joined, second.joined, second.run.id]).toEqual([false, true, first.run.id]);
  const taken: string[] = [];
  const both = signal();
  const another = await queue.request(made.db, { ...asked, kind: 'check' });
  await queue.take(async (id) => {
    taken.push(id);
    if (taken.length === 2) both.give();
  });
  await both.come;
  expect(taken.sort()).toEqual([first.run.id, another.run.id].sort());
  expect(taken).not.toContain(undone.run.id);
});
