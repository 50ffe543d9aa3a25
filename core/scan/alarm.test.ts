import { expect, it } from 'vitest';
import { type AlarmItem, alarmKind, alarmSource, alarmWords, gateAlarmItem } from './index';

const cookie: AlarmItem = { kind: 'cookie', name: '_k', host: 'k.example', party: 'third', page: '/' };
const page = gateAlarmItem({ url: 'https://shop.example/basket', state: 'missing', before: [] });

it.each([
  ['scan', { runId: 'r', count: 1, items: [cookie] }, '1 new thing. First: cookie _k of k.example'],
  ['scan', { runId: 'r', count: 0, items: [] }, '0 new things'],
  ['visitors', { runId: null, count: 1, items: [cookie] }, 'Visitors met k.example, which no scan has seen'],
  [
    'visitors',
    { runId: null, count: 3, items: [cookie] },
    'Visitors met 3 third parties that no scan has seen. First: k.example',
  ],
  [
    'check',
    { runId: 'r', count: 2, items: [{ ...cookie, slipped: true as const }] },
    '2 things slip that did not before. First: cookie _k of k.example',
  ],
  [
    'look',
    { runId: 'r', count: 2, items: [page] },
    'The gate is no longer in order on 2 pages. First: https://shop.example/basket, not there',
  ],
] as const)('an alarm of a %s says what was found, and by whom', (source, alarm, words) => {
  expect(alarmSource(alarm)).toBe(source);
  expect(alarmWords(alarm)).toBe(words);
});

it('a page without its gate is told by what is wrong, with its host', () => {
  expect(page).toMatchObject({ kind: 'gate', name: 'not there', host: 'shop.example' });
  expect([alarmKind('gate'), alarmKind('cookie')]).toEqual(['gate', 'cookie']);
});
