import { expect, it } from 'vitest';
import { marksOf } from './marks';

const built = (service: string, script: string, built_upon = '') => ({
  kit: { package: service.toLowerCase(), activity: 'chat' as const, versions: ['latest'], service },
  version: '1.0.0',
  script: `${script};${built_upon}`,
  ownNames: new Set(script.match(/[\w$]+/g)),
});

it('knows a kit by names of its own alone, first by those that hold the name of the service', () => {
  const library = 'renderLongTree()';
  const [oddgull, parcelmoon] = marksOf([
    built('Oddgull', 'oddgullQueue();sharedHelperName();openLastChatWindow();oddgullFlush()', library),
    built('Parcelmoon', 'parcelmoonTag();sharedHelperName();parcelmoonSend()', library),
  ]);
  expect(oddgull!.names).toEqual(['oddgullFlush', 'oddgullQueue', 'openLastChatWindow']);
  expect(parcelmoon!.names).toEqual(['parcelmoonTag', 'parcelmoonSend']);
  expect(oddgull!.size).toBe(5);
});

it('leaves out a kit of which too little is its own', () => {
  expect(marksOf([built('Oddgull', 'oddgullQueue();init()'), built('Parcelmoon', 'init();load()')])).toEqual([]);
});
