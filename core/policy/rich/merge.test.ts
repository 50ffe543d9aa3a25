import { describe, expect, it } from 'vitest';
import { h, live, p, ul } from './build';
import { mergedText } from './merge';
import { type Block, blocksSchema, type RichNode, wordsIn } from './node';

const ids = (blocks: readonly Block[]) => blocks.map(({ attrs }) => attrs.id);
const bare = ({ attrs: _, ...node }: Block): RichNode => node;
const table = (id: string, rows: readonly (readonly string[])[]): Block => ({
  ...{ type: 'table', attrs: { id } },
  content: rows.map((cells) => ({
    type: 'tableRow',
    content: cells.map((text) => ({ type: 'tableCell', content: [bare(p('x', text))] })),
  })),
});
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
      [],
      'Who We keep it for two years. one\ntheirs\nmine',
    ],
    [
      'both in one item of a list, in the same words',
      [base[0]!, base[1]!, ul('c', ['one', 'two of ours', 'mine'])],
      [base[0]!, base[1]!, ul('c', ['one', 'two of theirs', 'theirs'])],
      ['c'],
      'Who We keep it for two years. one\ntwo of ours\ntheirs\nmine',
    ],
    [
      'an item taken out by hand, another added there',
      [base[0]!, base[1]!, ul('c', ['two'])],
      [base[0]!, base[1]!, ul('c', ['one', 'two', 'three'])],
      [],
      'Who We keep it for two years. two\nthree',
    ],
    [
      'the same item added on both sides',
      [base[0]!, base[1]!, ul('c', ['one', 'two', 'same', 'mine'])],
      [base[0]!, base[1]!, ul('c', ['one', 'two', 'same'])],
      [],
      'Who We keep it for two years. one\ntwo\nsame\nmine',
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

  it('in a table by row and cell', () => {
    const before = table('t', [
      ['Data', 'Kept'],
      ['Name', 'two years'],
      ['Address', 'a year'],
    ]);
    const mine = table('t', [
      ['Data', 'Kept'],
      ['Full name', 'two years'],
      ['Address', 'a year'],
      ['Voice', 'a day'],
    ]);
    const theirs = table('t', [
      ['Data', 'Kept'],
      ['Name', 'three years'],
      ['Mail', 'a week'],
      ['Address', 'a year'],
    ]);
    const { blocks, conflicts } = mergedText([before], [mine], [theirs]);
    expect(conflicts).toEqual([]);
    expect(blocks).toEqual([
      table('t', [
        ['Data', 'Kept'],
        ['Full name', 'three years'],
        ['Mail', 'a week'],
        ['Address', 'a year'],
        ['Voice', 'a day'],
      ]),
    ]);
  });

  it('of a list in a list, too, and a change of the kind of list is a clash', () => {
    const nested = (inner: string[], type = 'bulletList'): Block => ({
      ...{ type, attrs: { id: 'n' } },
      content: [{ type: 'listItem', content: [...ul('x', ['outer']).content![0]!.content!, bare(ul('x', inner))] }],
    });
    const merged = mergedText([nested(['a', 'b'])], [nested(['a', 'b', 'mine'])], [nested(['theirs', 'a', 'b'])]);
    expect(merged).toEqual({ blocks: [nested(['theirs', 'a', 'b', 'mine'])], conflicts: [] });
    const other = nested(['a', 'c'], 'orderedList');
    expect(mergedText([nested(['a'])], [nested(['a', 'b'])], [other]).conflicts).toEqual([{ id: 'n', theirs: other }]);
  });

  it('an item of which each side took out what the other left stays as it is here', () => {
    const item = (...words: string[]): Block => ({
      ...{ type: 'blockquote', attrs: { id: 'q' } },
      content: words.map((text) => bare(p('x', text))),
    });
    const { blocks, conflicts } = mergedText([item('one', 'two')], [item('one')], [item('two')]);
    expect(blocks).toEqual([item('one')]);
    expect(conflicts).toEqual([{ id: 'q', theirs: item('two') }]);
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
      pick(5) === 0
        ? ul(id, [sentence(), sentence(), sentence()])
        : pick(5) === 0
          ? table(id, [
              [sentence(), sentence()],
              [sentence(), sentence()],
            ])
          : pick(6) === 0
            ? live(id, 'items')
            : p(id, sentence());
    const base = Array.from({ length: 3 + pick(12) }, (_, i) => block(`b${i}`));
    let hand = 0;
    /** Words of a text or items of a list, some out, some in. */
    const shuffled = (all: readonly string[], word: () => string): string[] => {
      const out = [...all];
      for (let n = pick(4); n >= 0; n--) {
        const at = pick(out.length + 1);
        if (pick(3) === 0) out.splice(at, 1);
        else out.splice(at, pick(2), word());
      }
      return out;
    };
    const rephrased = (text: string, word: () => string) => shuffled(text.split(' '), word).join(' ');
    const edited = (one: Block, word: () => string): Block => {
      const { id } = one.attrs;
      const lines = (one.content ?? []).map(wordsIn);
      if (one.type === 'paragraph') return p(id, rephrased(wordsIn(one), word));
      if (one.type === 'bulletList' && pick(2)) return ul(id, [word(), ...shuffled(lines, word)]);
      if (one.type === 'bulletList')
        return ul(
          id,
          lines.map((line) => (pick(2) ? line : `${rephrased(line, word)} ${word()}`)),
        );
      if (one.type !== 'table' || pick(3) === 0) return pick(2) ? one : ul(id, [sentence(), word()]);
      const rows = one.content!.map(({ content = [] }) => content.map((cell) => (pick(2) ? wordsIn(cell) : word())));
      return table(id, pick(2) ? rows : [...rows, [word(), word()]]);
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
