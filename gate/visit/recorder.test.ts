import { afterEach, beforeEach, describe, expect, it, vi } from 'vitest';
import type { Submission } from '../types';

const tab = new Map<string, string>();
const storage = {
  getItem: (key: string) => tab.get(key) ?? null,
  setItem: (key: string, value: string) => tab.set(key, value),
  removeItem: (key: string) => tab.delete(key),
};
let posted: { id: string; purposes: Record<string, boolean>; unanswered?: string[]; replaces?: string | null }[];
/** Statuses that the recorder answers with, in order; 0: nothing. Then 201. */
let answers: number[];
let recorded: string[];
const online: (() => void)[] = [];

const post = (async (_address: string, { body }: RequestInit) => {
  posted.push(JSON.parse(body as string));
  const status = answers.shift() ?? 201;
  if (status === 0) throw new TypeError('offline');
  return { status };
}) as unknown as typeof fetch;
const choice = (measurement: boolean, replaces: string | null = null) =>
  ({ purposes: { measurement }, method: 'panel', replaces }) as unknown as Submission;

async function recorder() {
  vi.resetModules();
  const { Recorder } = await import('./recorder');
  return new Recorder('https://d.test/g/s', post, (_submission, record) => recorded.push(record));
}

beforeEach(() => {
  vi.useFakeTimers();
  tab.clear();
  [posted, answers, recorded] = [[], [], []];
  online.length = 0;
  vi.stubGlobal('sessionStorage', storage);
  vi.stubGlobal('localStorage', storage);
  vi.stubGlobal(
    'Document',
    class {
      get cookie() {
        return '';
      }
    },
  );
  vi.stubGlobal('addEventListener', (_name: string, heard: () => void) => online.push(heard));
  vi.stubGlobal('removeEventListener', (_name: string, heard: () => void) => online.splice(online.indexOf(heard), 1));
});
afterEach(() => {
  vi.useRealTimers();
  vi.unstubAllGlobals();
});

describe('a choice', () => {
  it('is recorded once the recorder says so, and nothing waits then', async () => {
    await (await recorder()).send(choice(true));
    expect(recorded).toEqual([posted[0]!.id]);
    await vi.advanceTimersByTimeAsync(600_000);
    expect(posted.length).toBe(1);
    expect(tab.has('douane.pending')).toBe(false);
  });

  it.each([0, 429, 500, 503])('after %i goes out again under the same id, after waits that grow', async (status) => {
    answers = [status, status, status];
    const sent = (await recorder()).send(choice(true));
    await expect(sent).rejects.toThrow('the recorder answered');
    const waits: number[] = [];
    for (let was = 1; posted.length < 4; was = posted.length) {
      let waited = 0;
      while (posted.length === was) {
        await vi.advanceTimersByTimeAsync(1_000);
        waited += 1;
      }
      waits.push(waited);
    }
    expect(waits).toEqual([2, 4, 8]);
    expect(new Set(posted.map(({ id }) => id)).size).toBe(1);
    expect(recorded).toEqual([posted[0]!.id]);
  });

  it.each([400, 409, 413])('after %i does not, since nothing would change', async (status) => {
    answers = [status];
    await expect((await recorder()).send(choice(true))).rejects.toThrow(`the recorder answered ${status}`);
    await vi.advanceTimersByTimeAsync(600_000);
    expect([posted.length, recorded]).toEqual([1, []]);
  });

  it('goes out at once when the browser is online again', async () => {
    answers = [0];
    await (await recorder()).send(choice(true)).catch(() => {});
    online[0]!();
    await vi.advanceTimersByTimeAsync(0);
    expect([posted.length, recorded.length, online.length]).toEqual([2, 1, 0]);
  });

  it('goes out on the next page of the tab', async () => {
    answers = [0];
    await (await recorder()).send(choice(true)).catch(() => {});
    await recorder();
    await vi.advanceTimersByTimeAsync(0);
    expect(recorded).toEqual([posted[0]!.id]);
  });

  it('of another kind has another id, and names what was not answered', async () => {
    answers = [0];
    const to = await recorder();
    await to.send(choice(true)).catch(() => {});
    await to.send(choice(false));
    expect(posted[1]).toMatchObject({ purposes: { measurement: false }, unanswered: [posted[0]!.id] });
    expect(posted[1]!.id).not.toBe(posted[0]!.id);
    // What it took the place of is not sent any more.
    await vi.advanceTimersByTimeAsync(600_000);
    expect(posted.length).toBe(2);
  });

  it('that replaces one of which the ledger knows nothing stands for itself', async () => {
    answers = [422];
    await (await recorder()).send(choice(true, 'gone'));
    expect(posted.map(({ replaces }) => replaces)).toEqual(['gone', null]);
    expect(recorded.length).toBe(1);
  });

  it('is not looked for in what somebody else wrote', async () => {
    tab.set('douane.pending', '{"id": 3');
    await recorder();
    await vi.advanceTimersByTimeAsync(1_000);
    expect(posted).toEqual([]);
  });
});
