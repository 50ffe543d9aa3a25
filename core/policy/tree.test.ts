import { describe, expect, it } from 'vitest';
import { asHtml, asMarkdown, asText, type Element, element } from './tree';

const link = (words: string, href: string) => element('a', words, { href });
const table = element('table', [
  element('tr', [element('th', 'Name'), element('th', 'How long')]),
  element('tr', [element('td', 'tern|_id'), element('td', [element('p', 'a day'), element('p', 'or two')])]),
]);

describe('words of a page', () => {
  const hostile = '<b onclick="x">`*_{}[]#|\\</b>';

  it('are words in HTML, as text and within attributes', () => {
    const html = asHtml(element('a', hostile, { href: `https://x.example/${hostile}` }));
    expect(html).not.toMatch(/<b|"x"/);
    expect(html.match(/&lt;b onclick=/g)).toHaveLength(2);
  });

  it('mean nothing in Markdown', () => {
    expect(asMarkdown(hostile)).toBe('\\<b onclick="x"\\>\\`\\*\\_\\{\\}\\[\\]\\#\\|\\\\\\</b\\>');
  });

  it('cannot end code or an address in Markdown', () => {
    expect(asMarkdown(element('code', 'a `` b'))).toBe("`` a '' b ``");
    expect(asMarkdown(link('go', 'https://x.example/> <y'))).toBe('[go](<https://x.example/%3E%20%3Cy>)');
  });
});

const FORMS: [string, Element, html: string, markdown: string, text: string][] = [
  ['a heading', element('h2', 'Terns'), '<h2>Terns</h2>', '## Terns\n\n', 'Terns\n\n'],
  ['a break', element('p', ['a', element('br', []), 'b']), '<p>a<br>b</p>', 'a\\\nb\n\n', 'a\nb\n\n'],
  [
    'a list in order',
    element('ol', [element('li', 'one'), element('li', 'two')]),
    '<ol><li>one</li><li>two</li></ol>',
    '1. one\n2. two\n\n',
    '- one\n- two\n\n',
  ],
  [
    'paragraphs of an entry',
    element('ul', element('li', ['one', element('p', 'more')])),
    '<ul><li>one<p>more</p></li></ul>',
    '- one\n  more\n\n',
    '- one\n  more\n\n',
  ],
  [
    'a fact',
    element('dl', [element('dt', 'Kept'), element('dd', 'a day')]),
    '<dl><dt>Kept</dt><dd>a day</dd></dl>',
    '- **Kept**: a day\n\n',
    'Kept: a day\n\n',
  ],
  [
    'a link',
    link('Terns', 'https://terns.example/'),
    '<a href="https://terns.example/">Terns</a>',
    '[Terns](<https://terns.example/>)',
    'Terns (https://terns.example/)',
  ],
  [
    'a link that says where it leads',
    link('https://terns.example/', 'https://terns.example/'),
    '<a href="https://terns.example/">https://terns.example/</a>',
    '[https://terns.example/](<https://terns.example/>)',
    'https://terns.example/',
  ],
  [
    'a quotation',
    element('blockquote', [element('p', 'a'), element('p', 'b')]),
    '<blockquote><p>a</p><p>b</p></blockquote>',
    '> a\n> \n> b\n\n',
    'a\n\nb\n\n',
  ],
  [
    'stress',
    element('p', [element('strong', 'must'), ' ', element('em', 'may')]),
    '<p><strong>must</strong> <em>may</em></p>',
    '**must** *may*\n\n',
    'must may\n\n',
  ],
  [
    'a table',
    table,
    '<table><tr><th>Name</th><th>How long</th></tr><tr><td>tern|_id</td><td><p>a day</p><p>or two</p></td></tr></table>',
    '| Name | How long |\n| --- | --- |\n| tern\\|\\_id | a day or two |\n\n',
    'Name\tHow long\ntern|_id\ta day\n\nor two\n\n',
  ],
  [
    'what leads about the page',
    element('nav', link('de', 'policy.de.html')),
    '<nav><a href="policy.de.html">de</a></nav>',
    '',
    '',
  ],
];

it.each(FORMS)('%s stands in each form as it should', (_what, part, html, markdown, text) => {
  expect([asHtml(part), asMarkdown(part), asText(part)]).toEqual([html, markdown, text]);
});
