import { QueryObserver } from '@tanstack/react-query';
import { expect, it } from 'vitest';
import { Queries } from './query-client';

it('does not take an answer from before a change, which was still on its way, for the one after it', async () => {
  const client = new Queries();
  const answers: ((list: string[]) => void)[] = [];
  const queryFn = () => new Promise<string[]>((resolve) => void answers.push(resolve));
  const seen = new QueryObserver(client, { queryKey: ['list'], queryFn, retry: false });
  const end = seen.subscribe(() => {});
  const changed = client.invalidateQueries({ queryKey: ['list'] });
  await Promise.resolve();
  answers[0]!([]);
  await expect.poll(() => answers.length).toBe(2);
  answers[1]!(['made']);
  await changed;
  expect(seen.getCurrentResult().data).toEqual(['made']);
  end();
});

it('leaves alone what is asked for elsewhere', async () => {
  const client = new Queries();
  let asked = 0;
  const queryFn = async () => {
    asked++;
    return 'list';
  };
  const seen = new QueryObserver(client, { queryKey: ['other'], queryFn });
  const end = seen.subscribe(() => {});
  await client.invalidateQueries({ queryKey: ['list'] });
  await expect.poll(() => seen.getCurrentResult().data).toBe('list');
  expect(asked).toBe(1);
  end();
});
