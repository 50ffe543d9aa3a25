import { expect, it } from 'vitest';
import { readsLike, type WordModel, wordsOfNames } from './script-words';

/** Words that all weigh alike: `chat…` for chats, `flag…` for flags, `film…` for films, `tree…` for what is built upon. */
const ACTIVITIES = ['chat', 'flags', 'framework', 'video'] as const;
const STEMS = ['chat', 'flag', 'tree', 'film'];
const LETTERS = 'abcdefghij'.split('');
const model: WordModel = {
  activities: ACTIVITIES,
  purposes: ['functional', 'functional', null, 'embedded'],
  bias: [0, 0, 0, 0],
  words: Object.fromEntries(
    STEMS.flatMap((stem, at) =>
      LETTERS.map((letter) => [`${stem}${letter}`, [100, ...ACTIVITIES.map((_, i) => (i === at ? 100 : 0))]]),
    ),
  ),
};
const names = (counts: Record<string, number>) =>
  Object.entries(counts).flatMap(([stem, count]) => LETTERS.slice(0, count).map((letter) => stem + letter));

it('adds up what speaks for activities of one purpose, and names the likelier of them', () => {
  const like = readsLike(names({ chat: 5, flag: 6, film: 6 }), model)!;
  expect([like.purpose, like.activity]).toEqual(['functional', 'flags']);
  const alone = readsLike(names({ flag: 6, film: 6 }), model)!;
  expect(like.chance).toBeGreaterThan(alone.chance);
  expect(like.words.slice(0, 2).every((word) => word.startsWith('flag'))).toBe(true);
});

it('says nothing of what others are built upon, of few words, and of what speaks for all alike', () => {
  expect(readsLike(names({ tree: 10, chat: 2 }), model)).toBeUndefined();
  expect(readsLike(names({ film: 7 }), model)).toBeUndefined();
  expect(readsLike(names({ film: 8 }), model)!.purpose).toBe('embedded');
  expect(readsLike(['constructor', 'toString', 'hasOwnProperty'], model)).toBeUndefined();
});

it('parts names into words and pairs of words, whichever way they are written', () => {
  expect([...wordsOfNames(['maskAllText', 'HTMLElement', 'open_chat-window', 'ab'])].sort()).toEqual(
    ['mask', 'maskall', 'text', 'alltext', 'html', 'element', 'htmlelement', 'open', 'chat', 'openchat']
      .concat(...[['window', 'chatwindow']])
      .sort(),
  );
});
