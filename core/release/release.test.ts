import { describe, expect, it } from 'vitest';
import { newSetup, type Setup } from '../setup/index';
import { compiledOf, compileRelease, readRelease, storedPatternsOf } from './index';

const TODAY = '2026-11-25';
function setup(): Setup {
  const made = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/shop' }, 'http://localhost/g/s');
  made.site.addresses.push('http://site.localhost/', 'http://www.site.localhost/');
  made.site.staging.push('http://test.site.localhost/');
  made.services = [
    {
      id: 'count',
      name: 'Count',
      purpose: 'measurement',
      hosts: ['count.localhost'],
      items: [{ kind: 'cookie', name: '_c*', pattern: true }],
    },
    { id: 'own', name: 'Shop', purpose: 'necessary', hosts: [], items: [{ kind: 'cookie', name: 'basket' }] },
  ];
  return made;
}

describe('a release', () => {
  it('takes records from the origins of its addresses, each once, and tests from staging', () => {
    expect(compileRelease(setup(), 1, TODAY).origins).toEqual({
      counted: ['http://site.localhost', 'http://www.site.localhost'],
      staging: ['http://test.site.localhost'],
    });
  });

  it('has a refusal delete what is not necessary, and never what is', () => {
    const stored = JSON.stringify(storedPatternsOf(compileRelease(setup(), 1, TODAY)));
    expect(stored).toContain('_c');
    expect(stored).not.toContain('basket');
  });

  it('comes back as it was frozen, whatever the laws are read as later', () => {
    const frozen = compileRelease(setup(), 4, TODAY);
    frozen.rules.rules[0]!.yesDays = 7; // as no law says today
    const kept = JSON.parse(JSON.stringify({ setup: frozen.setup, compiled: compiledOf(frozen) }));
    expect(readRelease({ number: 4, madeOn: TODAY, ...kept })).toEqual(frozen);
  });

  it('of which the necessary was left out treats it as such', () => {
    const frozen = compileRelease(setup(), 4, TODAY);
    const compiled = JSON.parse(JSON.stringify(compiledOf(frozen)));
    for (const rule of compiled.rules.rules) delete rule.modes.necessary;
    expect(readRelease({ number: 4, madeOn: TODAY, setup: setup(), compiled })).toEqual(frozen);
  });

  it('has what a newer banner says beside the words that were frozen', () => {
    const frozen = compileRelease(setup(), 4, TODAY);
    const compiled = JSON.parse(JSON.stringify(compiledOf(frozen)));
    compiled.contents.en.texts = { title: 'As it was' };
    const { en } = readRelease({ number: 4, madeOn: TODAY, setup: setup(), compiled }).contents;
    expect(en!.texts).toEqual({ ...frozen.contents.en!.texts, title: 'As it was' });
  });

  it('of the first versions is compiled as of its day', () => {
    const read = readRelease({ number: 2, setup: setup(), compiled: null, madeOn: '2025-03-01' });
    expect(read).toEqual(compileRelease(setup(), 2, '2025-03-01'));
  });

  it('that is damaged is refused with its place', () => {
    const broken = { ...setup(), services: 'none' };
    expect(() => readRelease({ number: 3, setup: broken, compiled: null, madeOn: TODAY })).toThrow(
      /release 3 .*services/,
    );
    const compiled = { ...compiledOf(compileRelease(setup(), 3, TODAY)), rules: { rules: [] } };
    expect(() => readRelease({ number: 3, setup: setup(), compiled, madeOn: TODAY })).toThrow();
  });

  it('speaks every language of the banner', () => {
    const made = setup();
    made.banner.languages = ['en', 'de', 'ar'];
    const { contents } = compileRelease(made, 1, TODAY);
    expect(Object.keys(contents)).toEqual(['en', 'de', 'ar']);
    expect(contents.de).not.toEqual(contents.en);
  });
});
