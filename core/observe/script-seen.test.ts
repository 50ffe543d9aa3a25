import { expect, it } from 'vitest';
import { joinSeen, readRequest, readScript } from './script-seen';

const first = (seen: ReturnType<typeof readScript>) =>
  Object.entries(seen?.speaksOf ?? {}).sort(([, a], [, b]) => b.share - a.share)[0]?.[0];

it.each([
  ['replay', 'x.maskAllInputs&&e.fullSnapshot({blockClass:"q",maskTextSelector:1,incrementalSnapshot:2})'],
  ['flags', 'a.getVariation=function(flagKey){return this.bucketing[flagKey].variationKey||this.offVariation}'],
  ['chat', 'const s={unread_count:0,typing_indicator:1,conversation_id:2};startConversation();markAsRead()'],
  ['sign-in', 'f({code_verifier:v,code_challenge:c,id_token:t,openidConnect:1}).loginWithRedirect()'],
  ['monitoring', 'captureException(e,{breadcrumbs:b,stacktrace:s});addEventListener("unhandledrejection",r)'],
])('makes out a kit for %s by its words', (activity, script) => {
  expect(first(readScript(script))).toBe(activity);
});

it('says nothing of a script that speaks of nothing', () => {
  expect(readScript('for(let i=0;i<9;i++)document.body.append(String(i))')).toBeUndefined();
  expect(readScript('')).toBeUndefined();
});

it('knows a service by two of its marks, not by one', () => {
  const marks = [
    { service: 'Oddgull', names: ['oddgullQueue', '__oddgull_id', 'oddgullLast'], size: 4 },
    { service: 'Parcelmoon', names: ['parcelmoonTag', 'parcelmoonId'], size: 4 },
  ];
  expect(readScript('window.oddgullQueue=[];k="__oddgull_id";call(parcelmoonTag)', { marks })?.services).toEqual([
    'Oddgull',
  ]);
  expect(readScript('window.oddgullQueue=[]', { marks })).toBeUndefined();
});

it('tells a script that is a kit from one that holds it beside much else', () => {
  const marks = [{ service: 'Oddgull', names: ['oddgullQueue', 'oddgullFlush'], size: 4 }];
  const kit = 'oddgullQueue=[];oddgullFlush()';
  const shop = Array.from({ length: 30 }, (_, i) => `shopPart${i}()`).join(';');
  expect(readScript(`${kit};own()`, { marks })).toEqual({ speaksOf: {}, services: ['Oddgull'] });
  expect(readScript(`${kit};${shop}`, { marks })).toEqual({ speaksOf: {}, within: ['Oddgull'] });
});

it('reads of a request the words of host, path, and names in query and body, whole words only', () => {
  expect(first(readRequest('https://q.example/v1/decide?ver=3', '{"flags":{},"distinct_id":"x"}'))).toBe('flags');
  expect(first(readRequest('https://rum.q.example/api/v2/spans'))).toBe('monitoring');
  expect(readRequest('https://q.example/chatter/mapping?x=chat')).toBeUndefined();
});

it('adds up what a script says and sends, and of two things sent takes the most', () => {
  const words = readScript('getVariation(flagKey);bucketing;variationKey');
  const sent = readRequest('https://q.example/flags');
  const sum = joinSeen(words, sent, 'sum')!;
  expect(sum.speaksOf.flags!.share).toBe(words!.speaksOf.flags!.share + sent!.speaksOf.flags!.share);
  expect(joinSeen(sent, sent, 'most')).toEqual(sent);
  expect(joinSeen(undefined, sent, 'sum')).toBe(sent);
});
