import { expect, it } from 'vitest';
import type { ToldListener } from '../listeners/index';
import { judgeTold } from './told';

const signals: ToldListener = {
  id: 'signals',
  at: 'queue',
  takes: 'arguments',
  signals: { ads: 'advertising', safety: 'necessary' },
  words: { granted: 'granted', denied: 'denied' },
  first: [['consent', 'default', '$signals']],
  later: [['consent', 'update', '$signals']],
};
const yesNo: ToldListener = {
  id: 'yes-no',
  at: 'call',
  takes: 'function',
  signals: { consent: 'advertising' },
  granted: [['consent', 'grant']],
  denied: [['consent', 'revoke']],
};
const before = ['consent', 'default', { ads: 'denied', safety: 'granted' }];
const yes = ['consent', 'update', { safety: 'granted', ads: 'granted' }];
const no = ['consent', 'update', { ads: 'denied', safety: 'granted' }];

it.each([
  ['told', [before, yes], true],
  ['told', [before, yes, ['event', 'x'], no], false],
  ['wrong', [before, yes], false],
  ['wrong', [before, no], true],
  ['late', [['js', 'now'], before, yes], true],
  ['late', [yes], true],
  ['unheard', [before], true],
  ['unheard', [], false],
])('one of signals is %s by %j where it is granted: %s', (verdict, heard, advertising) => {
  expect(judgeTold([signals], { advertising }, { signals: heard })[0]).toMatchObject({ listener: 'signals', verdict });
});

it.each([
  [
    'told',
    [
      ['consent', 'revoke'],
      ['consent', 'grant'],
    ],
    true,
  ],
  ['wrong', [['consent', 'grant']], false],
  [
    'late',
    [
      ['init', '7'],
      ['consent', 'revoke'],
    ],
    false,
  ],
  ['unheard', [['init', '7'], 'odd', 3, null], true],
])('one of yes and no is %s by %j where it is granted: %s', (verdict, heard, advertising) => {
  expect(judgeTold([yesNo], { advertising }, { 'yes-no': heard })[0]).toMatchObject({ verdict });
});
