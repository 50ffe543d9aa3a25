import { expect, it } from 'vitest';
import {
  defaultScanPlan,
  Frontier,
  familiesOf,
  onePerFamily,
  pageAddress,
  parseAddressList,
  patternProblem,
  scanPlanSchema,
  wantedBy,
} from './index';

const site = 'https://shop.example';
const plan = (over: object) => scanPlanSchema.parse(over);

it.each([
  ['#top is the same page', `${site}/a#top`, 'all', `${site}/a`],
  ['the order of a query makes no other page', `${site}/a?b=2&a=1`, 'all', `${site}/a?a=1&b=2`],
  ['a query that makes no page', `${site}/cal?month=3&day=4`, 'none', `${site}/cal`],
  ['only named parts make a page', `${site}/s?q=mug&session=77`, ['q'], `${site}/s?q=mug`],
  ['a file is no page', `${site}/a.pdf`, 'all', null],
  ['a mail address is no page', 'mailto:a@shop.example', 'all', null],
] as const)('%s', (_what, link, queries, page) => {
  expect(pageAddress(link, queries as never)).toBe(page);
});

it.each([
  ['/shop/red-mug-12?size=2', '/shop/*?size'],
  ['/2026/11/23/opening', '/*/*/*/opening'],
  ['/news/what-we-did-today', '/news/*'],
  ['/about-us', '/about-us'],
])('%s is of family %s', (path, family) => {
  expect(familiesOf([site + path])).toEqual([family]);
});

it('makes out by their number which parts of a path name one of many', () => {
  const words = 'alpha beta gamma delta epsilon zeta eta theta iota kappa lambda mu nu xi'.split(' ');
  const deep = words.flatMap((word) => [`/api/${word}/index.html`, `/api/${word}/trait.Read.html`]);
  const top = words.map((word) => `/${word}`);
  const families = familiesOf([...deep, ...top].map((path) => site + path));
  expect(new Set(families.slice(0, deep.length))).toEqual(new Set(['/api/*/index.html', '/api/*/trait.Read.html']));
  expect(new Set(families.slice(deep.length)).size).toBe(words.length); // at the top each is a kind of its own
});

it('finds its way among a hundred thousand addresses', () => {
  const frontier = new Frontier(plan({ pages: 500 }), 'shop.example');
  for (let i = 0; i < 100_000; i++) frontier.add(`${site}/a${i % 300}/b${i}/c`, 1);
  let visited = 0;
  for (let url = frontier.next(); url; url = frontier.next()) visited += 1;
  expect(visited).toBe(500);
});

it('spends a small budget on every kind of page, and says what was left', () => {
  const frontier = new Frontier(plan({ pages: 8 }), 'shop.example');
  for (let i = 0; i < 1000; i++) frontier.add(`${site}/calendar?month=${i}`, 1);
  for (let i = 0; i < 20; i++) frontier.add(`${site}/mug/${i}`, 1);
  frontier.add(`${site}/privacy`, 1);
  const order: string[] = [];
  for (let url = frontier.next(); url; url = frontier.next()) order.push(familiesOf([url])[0]!);
  expect(order).toHaveLength(8);
  expect(order.filter((f) => f === '/calendar?month')).toHaveLength(4);
  expect(order.slice(0, 3)).toEqual(['/calendar?month', '/mug/*', '/privacy']);
  expect(frontier.sampled().map(({ family, visited, left }) => [family, visited, left])).toEqual([
    ['/calendar?month', 4, 996],
    ['/mug/*', 3, 17],
  ]);
});

it('keeps to the site, the depth and the patterns, but takes what was listed by hand', () => {
  const frontier = new Frontier(plan({ depth: 1, exclude: ['/admin/**'] }), 'shop.example');
  expect(frontier.add('https://other.example/', 1)).toBe(false);
  expect(frontier.add(`${site}/deep`, 2)).toBe(false);
  expect(frontier.add(`${site}/admin/users`, 1)).toBe(false);
  expect(frontier.add(`${site}/a`, 1)).toBe(true);
  expect(frontier.add(`${site}/a#again`, 1)).toBe(false);
  expect(frontier.excluded).toBe(1);
  const listed = new Frontier(plan({ listed: ['https://pay.example/form'] }), 'shop.example');
  expect(listed.add(`${site}/a`, 1)).toBe(false);
  expect(listed.next()).toBe('https://pay.example/form');
  expect(listed.next()).toBe(null);
});

it('does not visit a page twice after a restart', () => {
  const frontier = new Frontier(plan({ pages: 3 }), 'shop.example');
  for (const path of ['/', '/a', '/b', '/c']) frontier.add(site + path, 0);
  frontier.alreadyVisited(`${site}/`);
  frontier.alreadyVisited(`${site}/b`);
  expect([frontier.next(), frontier.next()]).toEqual([`${site}/a`, null]);
});

it.each([
  [['/shop/**'], [], '/shop/mugs/red', true],
  [['/shop/**'], [], '/shop', true],
  [[], ['/**/print'], '/a/b/print', false],
  [['/{de,fr}/**'], ['**/*draft*'], '/de/my-draft', false],
  [['/search?q=*'], [], '/search?q=a', true],
  [['/a/**/b'], [], '/a/b', true],
  [['/a/**/b'], [], '/a/x/y/b', true],
  [['/a/**/b'], [], '/a/xb', false],
  [['/a/**'], [], '/ab', false],
  [['/a*'], [], '/a/b', false],
  [['/a?c'], [], '/abc', true],
  [['/{a,b{c,d}}/x'], [], '/bd/x', true],
  [['/{a'], [], '/%7Ba', false],
  [['/a[bc]'], [], '/a[bc]', true],
] as const)('include %j exclude %j: %s is %s', (include, exclude, path, wanted) => {
  expect(wantedBy(include, exclude)(site + path)).toBe(wanted);
});

it('takes time in proportion to the lengths, however many stars there are', () => {
  const hard = `${'**a*'.repeat(120)}b`;
  const began = performance.now();
  expect(wantedBy([hard], [])(`${site}/${'a'.repeat(20_000)}`)).toBe(false);
  const long = performance.now() - began;
  const again = performance.now();
  expect(wantedBy([hard], [])(`${site}/${'a'.repeat(40_000)}`)).toBe(false);
  // Twice the text takes about twice the time; with an expression it would take for ever.
  expect(performance.now() - again).toBeLessThan(20 * long + 1000);
});

it('refuses patterns that come to too much, and says why', () => {
  expect(patternProblem('/+(a|aa)+/**')).toMatch(/groups/);
  expect(patternProblem('x'.repeat(501))).toMatch(/longer/);
  expect(patternProblem('{a,b}'.repeat(7))).toMatch(/more than 64 alternatives/);
  expect(patternProblem('*'.repeat(500))).toBeNull();
});

it('names each wrong field of a plan', () => {
  const bad = scanPlanSchema.safeParse({ pages: 0, language: 'x y', listed: ['ftp://a'], steps: [{ do: 'jump' }] });
  expect(bad.error?.issues.map((issue) => issue.path.join('.'))).toEqual([
    'pages',
    'listed.0',
    'language',
    'steps.0.do',
  ]);
  expect(defaultScanPlan()).toMatchObject({ pages: 100, sitemaps: true, device: 'desktop' });
});

it.each([
  [
    'plain lines, with commas in them',
    'https://a.example/x,y\nhttps://a.example/z\n\n',
    ['https://a.example/x,y', 'https://a.example/z'],
    [],
  ],
  [
    'a CSV with a heading',
    'title;address\nHome;https://a.example/\n"Two; b";https://a.example/b',
    ['https://a.example/', 'https://a.example/b'],
    [],
  ],
  ['lines that are no address', 'https://a.example/\nnot this', ['https://a.example/'], ['line 2']],
])('reads a list of addresses: %s', (_what, text, addresses, wrong) => {
  const read = parseAddressList(text);
  expect([read.addresses, read.problems.map((problem) => problem.path)]).toEqual([addresses, wrong]);
});

it('takes the first page of each family, in their order', () => {
  const at = (path: string) => `https://shop.test${path}`;
  const pages = ['/', '/mugs/red-mug-12', '/about', '/mugs/blue-mug-7', '/mugs/green-mug-19?size=2'].map(at);
  expect(onePerFamily(pages)).toEqual(['/', '/mugs/red-mug-12', '/about', '/mugs/green-mug-19?size=2'].map(at));
});
