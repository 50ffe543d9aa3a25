import { describe, expect, it } from 'vitest';
import { h, live, p, ul } from './build';
import { mergedText } from './merge';
import { type Block, blocksSchema, wordsIn } from './node';

const ids = (blocks: readonly Block[]) => blocks.map(({ attrs }) => attrs.id);
const words = (blocks: readonly Block[]) => blocks.map(wordsIn).join(' ');

describe('what was written anew comes in, and what was changed by hand stays', () => {
  const base = [h('a', 'Who'), p('b', 'We keep it for two years.'), ul('c', ['one', 'two'])];
  it.each<[string, Block[], Block[], string[], string]>([
    ['nobody changed anything', base, base, [], 'Who We keep it for two years. one\ntwo'],
    [
      'written anew',
      base,
      [base[0]!, p('b', 'We keep it for a year.'), base[2]!],
      [],
      'Who We keep it for a year. one\ntwo',
    ],
    [
      'by hand',
      [base[0]!, p('b', 'Gladly, we keep it for two years.'), base[2]!],
      base,
      [],
      'Who Gladly, we keep it for two years. one\ntwo',
    ],
    [
      'both in one paragraph, in different places',
      [base[0]!, p('b', 'Gladly, we keep it for two years.'), base[2]!],
      [base[0]!, p('b', 'We keep it for two years and a day.'), base[2]!],
      ['b'],
      '',
    ],
    [
      'both in one list',
      [base[0]!, base[1]!, ul('c', ['one', 'two', 'mine'])],
      [base[0]!, base[1]!, ul('c', ['one', 'theirs'])],
      ['c'],
      'Who We keep it for two years. one\ntwo\nmine',
    ],
    ['taken out by hand', [base[0]!, base[2]!], base, [], 'Who one\ntwo'],
    ['no cause for it any more', base, [base[0]!, base[2]!], [], 'Who one\ntwo'],
    [
      'no cause for what was changed by hand',
      [base[0]!, p('b', 'Our own words.'), base[2]!],
      [base[0]!, base[2]!],
      ['b'],
      'Who Our own words. one\ntwo',
    ],
    [
      'new, behind what it follows',
      [base[0]!, p('mine', 'A word of ours.'), base[1]!, base[2]!],
      [base[0]!, base[1]!, p('new', 'News.'), base[2]!],
      [],
      'Who A word of ours. We keep it for two years. News. one\ntwo',
    ],
  ])('%s', (_what, mine, theirs, clashes, text) => {
    const { blocks, conflicts } = mergedText(base, mine, theirs);
    if (text) {
      expect(words(blocks)).toBe(text);
      expect(conflicts.map(({ id }) => id)).toEqual(clashes);
    } else expect(words(blocks)).toBe('Who Gladly, we keep it for two years and a day. one\ntwo');
  });

  it('bold stays bold where the other side changed the words beside it', () => {
    const text = (before: string, after: string): Block => ({
      ...{ type: 'paragraph', attrs: { id: 'x' } },
      content: [
        { type: 'text', text: before },
        { type: 'text', text: 'never', marks: [{ type: 'bold' }] },
        { type: 'text', text: after },
      ],
    });
    const mine = text('We ', ' sell it, gladly.');
    const theirs = text('As a house we ', ' sell it.');
    const { blocks } = mergedText([text('We ', ' sell it.')], [mine], [theirs]);
    expect(blocks[0]!.content).toContainEqual({ type: 'text', text: 'never', marks: [{ type: 'bold' }] });
    expect(words(blocks)).toBe('As a house we never sell it, gladly.');
  });

  it('of two people the one who took a block out does not take the other’s words with it', () => {
    const theirs = [base[0]!, p('b', 'We keep it for two long years.'), base[2]!];
    const { blocks, conflicts } = mergedText(base, [base[0]!, base[2]!], theirs, { byHand: true });
    expect(words(blocks)).toContain('two long years');
    expect(conflicts).toEqual([{ id: 'b', theirs: theirs[1] }]);
  });
});

describe('200 random edits', () => {
  /** Random numbers that come out the same for a seed (mulberry32). */
  const random = (seed: number) => () => {
    seed = (seed + 0x6d2b79f5) | 0;
    let t = Math.imul(seed ^ (seed >>> 15), 1 | seed);
    t = (t + Math.imul(t ^ (t >>> 7), 61 | t)) ^ t;
    return ((t ^ (t >>> 14)) >>> 0) / 4294967296;
  };
  const written = ['visitors', 'data', 'we', 'keep', 'for', 'years', 'and', 'tell', 'nobody', 'else'];

  it.each(Array.from({ length: 200 }, (_, i) => i))('no hand-written word is lost (%i)', (seed) => {
    const next = random(seed * 7919 + 1);
    const pick = (most: number) => Math.floor(next() * most);
    const sentence = () => Array.from({ length: 2 + pick(10) }, () => written[pick(written.length)]!).join(' ');
    const block = (id: string): Block =>
      pick(5) === 0 ? ul(id, [sentence(), sentence()]) : pick(6) === 0 ? live(id, 'items') : p(id, sentence());
    const base = Array.from({ length: 3 + pick(12) }, (_, i) => block(`b${i}`));
    let hand = 0;
    const edited = (one: Block, word: () => string): Block => {
      if (one.type !== 'paragraph') return pick(2) ? one : ul(one.attrs.id, [sentence(), word()]);
      const all = wordsIn(one).split(' ');
      for (let n = pick(4); n >= 0; n--) {
        const at = pick(all.length + 1);
        if (pick(3) === 0) all.splice(at, 1);
        else all.splice(at, pick(2), word());
      }
      return p(one.attrs.id, all.join(' '));
    };
    const change = (blocks: readonly Block[], word: () => string, name: string) => {
      const out = blocks.map((one) => (pick(2) ? one : edited(one, word)));
      for (let n = pick(3); n > 0; n--) out.splice(pick(out.length + 1), 0, p(`${name}${n}`, word()));
      for (let n = pick(3); n > 0 && out.length > 1; n--) out.splice(pick(out.length), 1);
      return out;
    };
    const mine = change(base, () => `hand${hand++}`, 'mine');
    const theirs = change(base, () => `anew${pick(1000)}`, 'theirs');
    const { blocks, conflicts } = mergedText(base, mine, theirs);
    const kept = words(blocks);
    for (const word of words(mine).match(/hand\d+/g) ?? []) expect(kept.split(/\s+/)).toContain(word);
    expect(new Set(ids(blocks)).size).toBe(blocks.length);
    expect(blocksSchema.parse(blocks)).toEqual(blocks);
    // What is new there is in here, or named.
    const named = new Set(conflicts.map(({ id }) => id));
    for (const one of theirs) {
      const { id } = one.attrs;
      const was = base.find(({ attrs }) => attrs.id === id);
      const own = mine.find(({ attrs }) => attrs.id === id);
      if (!was) expect(ids(blocks)).toContain(id);
      else if (own && !named.has(id) && JSON.stringify(own) === JSON.stringify(was))
        expect(blocks.find(({ attrs }) => attrs.id === id)).toEqual(one);
    }
  });
});
