import { readsLike } from '@douane/core/observe';
import { expect, it } from 'vitest';
import { type Lesson, learnWords } from './learn';

const WORDS = {
  chat: 'talkroom typingnow sendline readmark agentname unseen greeting openwindow peername lastline',
  video: 'playhead framesize buffered texttracks seekstart bitrates posters loudness fullview chapters',
  framework: 'rendertree statehook mountnode diffpatch portalroot slotname keyedlist refnode fiberlane batchwork',
};
type Known = keyof typeof WORDS;
const lesson = (activity: Known, i: number, more: string[] = []): Lesson => ({
  service: `${activity} ${i}`,
  activity,
  names: [...WORDS[activity].split(' '), 'everybody', ...more],
});
const lessons = (['chat', 'video', 'framework'] as const).flatMap((activity) =>
  Array.from({ length: 6 }, (_, i) => lesson(activity, i, [`ownword${'abcdef'[i]}${activity}`])),
);
const model = learnWords(lessons);

it('learns what a word speaks for, and of what others are built upon that it speaks for nothing', () => {
  expect(readsLike(WORDS.chat.split(' '), model)).toMatchObject({ activity: 'chat', purpose: 'functional' });
  expect(readsLike(WORDS.video.split(' '), model)).toMatchObject({ activity: 'video', purpose: 'embedded' });
  expect(readsLike(WORDS.framework.split(' '), model)).toBeUndefined();
});

it('keeps no word of one service, and none of everybody', () => {
  expect(Object.keys(model.words)).not.toContain('everybody');
  expect(Object.keys(model.words).filter((word) => word.startsWith('ownword'))).toEqual([]);
  expect(Object.keys(model.words)).toContain('talkroom');
});

it('counts a service once however many kits it has, and comes to the same by the same lessons', () => {
  const twice = learnWords([...lessons, ...Array.from({ length: 9 }, () => lesson('chat', 0))]);
  for (const [i, bias] of model.bias.entries()) expect(twice.bias[i]).toBeCloseTo(bias, 1);
  expect(learnWords(lessons)).toEqual(model);
});
