import { describe, expect, it } from 'vitest';
import type { ChainLink, How, RequestKind } from '../../observe/types';
import type { Exposed } from '../types';
import { mendsFor, type ToMend } from './index';

const chain = (how: How, kind: RequestKind): ChainLink[] => [
  { url: 'http://site.localhost/', how: 'page' },
  { url: 'http://ads.localhost/x', how, kind, ...(how === 'markup' && { line: 3 }) },
];
const slip = (over: Partial<ToMend> = {}): ToMend => ({
  ...{ kind: 'request', name: 'image', host: 'ads.localhost', purpose: 'advertising', exposed: [] },
  ...over,
});
const exposed = (over: Partial<Exposed> = {}): Exposed => ({
  ...{ what: 'tag', page: 'http://site.localhost/', line: 7, text: '<img>', marks: [], hosts: ['ads.localhost'] },
  ...over,
});
const codes = (about: ToMend) => mendsFor(about).map(({ code }) => code);

describe('what can be done, the least effort first', () => {
  it.each([
    ['image', '<img data-gate="advertising" data-gate-src="http://ads.localhost/x">'],
    ['frame', '<iframe data-gate="advertising" data-gate-src="http://ads.localhost/x"></iframe>'],
    ['script', '<template data-gate="advertising"><script src="http://ads.localhost/x"></script></template>'],
    ['style', '<template data-gate="advertising"><link rel="stylesheet" href="http://ads.localhost/x"></template>'],
  ] as const)('%s in the markup: its marked form, then a policy, then the edge', (kind, code) => {
    const [first, ...others] = mendsFor(slip({ chain: chain('markup', kind) }));
    expect(first).toMatchObject({ who: 'developer', code });
    expect(others.map(({ who }) => who)).toEqual(['operator', 'operator', 'provider']);
  });

  it('gives the very tag that stands there, marked, with its line', () => {
    const [first] = mendsFor(slip({ exposed: [exposed({ marked: '<img data-gate>' })] }));
    expect(first).toMatchObject({ code: '<img data-gate>', words: expect.stringContaining('line 7') });
  });

  it('moves a late gate before anything else is done', () => {
    const gate = exposed({ what: 'gate', state: 'late', text: 'line 2: <script>', hosts: [] });
    const [first] = mendsFor(slip({ exposed: [gate], chain: chain('markup', 'image') }));
    expect(first).toMatchObject({ who: 'developer', words: expect.stringContaining('above line 2: <script>') });
  });

  it('has an open item ruled, and nothing else', () => {
    expect(mendsFor(slip({ purpose: null, chain: chain('markup', 'image') }))).toEqual([
      { who: 'specialist', words: expect.stringContaining('Rule this item first') },
    ]);
  });

  it('wraps the script that brings something in', () => {
    expect(codes(slip({ chain: chain('script', 'image') }))[0]).toContain('the snippet as it is');
    expect(codes(slip({ shown: 'network' }))[0]).toContain('the snippet as it is');
  });

  it('has what the gate cannot erase ended by the server, and what is passed on not passed on', () => {
    const cookie = slip({ kind: 'cookie', name: '_a', host: 'shop.localhost', cause: { code: 'kept' } });
    expect(codes(cookie)).toEqual(['Set-Cookie: _a=; Max-Age=0; Path=/; Domain=shop.localhost']);
    const told = (heldFor?: string) =>
      mendsFor(slip({ cause: { code: 'carries', name: '_a', ...(heldFor && { heldFor }) } }));
    expect(told('advertising').map(({ who }) => who)).toEqual(['developer']);
    expect(told().map(({ who }) => who)).toEqual(['provider']);
  });

  it('gives no code where it cannot know', () => {
    const cookie = mendsFor(slip({ kind: 'cookie', name: '_a', chain: [] }));
    expect(cookie[0]).toEqual({ who: 'developer', words: expect.stringContaining('let the server read the choice') });
  });
});
