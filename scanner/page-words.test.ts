import { expect, it } from 'vitest';
import { wordsOf } from './page-words';

it('reads what a page says, line by line, and nothing that is not seen', () => {
  const html =
    '<!doctype html><title>T</title><style>a{}</style><h1>Who</h1><p>We are <b>Sound</b>&nbsp;Ltd.<script>x()</script></p><dl><dt>Kept</dt><dd>a year</dd></dl><template>no</template>';
  expect(wordsOf(html).split(/\n+/).filter(Boolean)).toEqual(['Who', 'We are Sound\u00a0Ltd.', 'Kept', 'a year']);
});
