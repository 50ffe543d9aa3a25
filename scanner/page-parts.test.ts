import { expect, it } from 'vitest';
import { partsOf } from './page-parts';

const parts = (html: string) => [...partsOf(html, 'https://site.test/a')].sort();

it('names what is asked for, by its address without the query', () => {
  expect(
    parts('<img src="//ads.test/x.gif?r=1"><script src=/b.js></script><iframe src="https://v.test/f"></iframe>'),
  ).toEqual(['iframe https://v.test/f', 'img https://ads.test/x.gif', 'script https://site.test/b.js']);
});

it('takes scripts in the page for the same whose numbers and tokens differ', () => {
  const page = (token: string, at: number) => `<script>start("${token}", ${at});</script>`;
  expect(parts(page('f3a9', 17))).toEqual(parts(page('9bc1', 18)));
  expect(parts(page('f3a9', 17))).not.toEqual(parts('<script>stop("f3a9", 17);</script>'));
});

it('leaves alone what asks nobody', () => {
  expect(parts('<a href="/x">x</a><img src="data:image/gif;base64,AA=="><p>text</p>')).toEqual([]);
});
