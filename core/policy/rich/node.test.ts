import { expect, it } from 'vitest';
import { asHtml, asMarkdown, asText } from '../tree';
import { h, p, ul } from './build';
import { comparedText, countChanged, otherBlocks } from './compare';
import { richElements } from './elements';
import { type Block, blocksSchema, type RichNode } from './node';

const text = (words: string, marks?: RichNode['marks']): RichNode => ({
  type: 'text',
  text: words,
  ...(marks && { marks }),
});
const para = (...content: RichNode[]): RichNode => ({ type: 'paragraph', content });

it('takes what an editor gives, without what means nothing here', () => {
  const read = blocksSchema.parse([
    { type: 'heading', attrs: { id: 'a', level: 1, textAlign: 'left' }, content: [text('One'), text(' two')] },
    {
      ...para(text('x', [{ type: 'link', attrs: { href: 'https://a.test/' } }, { type: 'bold' }])),
      attrs: { id: 'b' },
    },
  ]);
  expect(read).toEqual([
    { type: 'heading', attrs: { id: 'a', level: 2 }, content: [text('One two')] },
    {
      ...{ type: 'paragraph', attrs: { id: 'b' } },
      content: [text('x', [{ type: 'bold' }, { type: 'link', attrs: { href: 'https://a.test/' } }])],
    },
  ]);
});

it.each<[string, unknown, string]>([
  ['what is no list', {}, 'a list of blocks'],
  ['a block of another kind', [{ type: 'image', attrs: { id: 'a' } }], '"image" cannot stand in doc'],
  [
    'a list within a heading',
    [{ type: 'heading', attrs: { id: 'a' }, content: [{ type: 'bulletList' }] }],
    'cannot stand',
  ],
  ['no id', [para()], 'a block needs an id'],
  ['an id twice', [p('a', 'x'), p('a', 'y')], 'two blocks have the id a'],
  ['a live block that there is none of', [{ type: 'live', attrs: { id: 'a', what: 'weather' } }], 'no live block'],
])('refuses %s', (_what, given, message) => {
  const { error } = blocksSchema.safeParse(given);
  expect(error?.issues[0]?.message).toContain(message);
});

it('a link that would run something is text', () => {
  const [block] = blocksSchema.parse([
    { ...para(text('x', [{ type: 'link', attrs: { href: 'javascript:alert(1)' } }])), attrs: { id: 'a' } },
  ]);
  expect(block!.content).toEqual([text('x')]);
});

const table: Block = {
  ...{ type: 'table', attrs: { id: 't' } },
  content: [
    {
      type: 'tableRow',
      content: ['Data', 'Kept'].map((word) => ({ type: 'tableHeader', content: [para(text(word))] })),
    },
    {
      type: 'tableRow',
      content: ['Name', 'a|year'].map((word) => ({ type: 'tableCell', content: [para(text(word))] })),
    },
  ],
};

it('is the same in every form', () => {
  const parts = richElements([h('a', 'Who', 3), table, { ...ul('l', ['one', 'two']), type: 'orderedList' }], () => []);
  expect(parts.map(asHtml).join('')).toBe(
    '<h3>Who</h3><table><tr><th><p>Data</p></th><th><p>Kept</p></th></tr><tr><td><p>Name</p></td><td><p>a|year</p></td></tr></table><ol><li><p>one</p></li><li><p>two</p></li></ol>',
  );
  expect(parts.map(asMarkdown).join('')).toBe(
    '### Who\n\n| Data | Kept |\n| --- | --- |\n| Name | a\\|year |\n\n1. one\n2. two\n\n',
  );
  expect(parts.map(asText).join('')).toBe('Who\n\nData\tKept\nName\ta|year\n\n- one\n- two\n\n');
});

it('two texts are compared by block and by word, in the order of the later one', () => {
  const compared = comparedText(
    [h('a', 'Who'), p('b', 'We keep it two years'), p('c', 'Gone')],
    [h('a', 'Who'), p('n', 'New'), p('b', 'We keep it one year')],
  );
  expect(compared.map(({ id, same, before, after }) => [id, same, before !== null, after !== null])).toEqual([
    ['a', true, true, true],
    ['n', false, false, true],
    ['b', false, true, true],
    ['c', false, true, false],
  ]);
  expect(compared[2]!.pieces).toEqual([
    { in: 'both', text: 'We keep it ' },
    { in: 'before', text: 'two' },
    { in: 'after', text: 'one' },
    { in: 'both', text: ' ' },
    { in: 'before', text: 'years' },
    { in: 'after', text: 'year' },
  ]);
  expect(countChanged(compared)).toBe(3);
  const [before, after] = [
    [h('a', 'Who'), p('c', 'Gone')],
    [h('a', 'Whom'), p('n', 'New')],
  ];
  expect([otherBlocks(before, after), otherBlocks(before, before)]).toEqual([['a', 'n', 'c'], []]);
});
