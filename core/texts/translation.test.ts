import { describe, expect, it } from 'vitest';
import { bannerContent } from '../release/index';
import { newSetup, parseSetup } from '../setup/index';
import { readTranslation, translated, translationJson, translationUnits, translationXliff } from './translation';

const site = () => {
  const setup = newSetup({ key: 's', name: 'S', address: 'http://s.localhost' }, 'http://localhost/g/s');
  setup.banner.texts = { en: { title: 'One "question" <first> & last' } };
  setup.banner.drafts = ['sw'];
  return setup;
};
const unit = (setup: ReturnType<typeof site>, tag: string, id: string) =>
  translationUnits(setup, tag).find((one) => one.id === id)!;

describe('what there is to translate', () => {
  it('says what is supplied, what is missing, and what the source says otherwise', () => {
    const setup = site();
    expect(unit(setup, 'de', 'text.accept')).toMatchObject({ state: 'supplied', changed: false });
    expect(unit(setup, 'de', 'text.title')).toMatchObject({ state: 'supplied', changed: true });
    expect(unit(setup, 'sw', 'text.accept')).toMatchObject({ state: 'missing', target: 'Accept all' });
    expect(unit(setup, 'sw', 'purpose.functional.name')).toMatchObject({ state: 'missing' });
    expect(unit(setup, 'de', 'purpose.functional.name')).toMatchObject({ state: 'supplied', target: 'Funktional' });
  });

  it('is told anew once the source changes after it was translated', () => {
    const done = translated(site(), 'de', 'text.title', 'Eine Frage');
    expect(unit(done, 'de', 'text.title')).toMatchObject({ state: 'own', target: 'Eine Frage', changed: false });
    done.banner.texts.en = { title: 'Another question' };
    expect(unit(done, 'de', 'text.title').changed).toBe(true);
  });

  it('keeps nothing of what is said as it ships', () => {
    const there = translated(site(), 'de', 'text.accept', 'Ja');
    expect(there.banner.texts.de).toEqual({ accept: 'Ja' });
    expect(translated(there, 'de', 'text.accept', 'Alle annehmen').banner.texts).not.toHaveProperty('de');
  });

  it('takes purposes by part', () => {
    const done = translated(site(), 'sw', 'purpose.functional.name', 'Matumizi');
    const { text } = done.purposes[1]!;
    expect(done.purposes[1]!.translations).toEqual({ sw: { name: 'Matumizi', text } });
    expect(translated(done, 'sw', 'purpose.none.name', 'x')).toBe(done);
  });
});

describe('sentences of services and items', () => {
  const served = () => {
    const setup = site();
    const items = [
      { kind: 'cookie' as const, name: '_a', description: 'Tells visitors apart.' },
      { kind: 'cookie' as const, name: '_b', description: 'Tells visitors apart.' },
    ];
    setup.services = [{ id: 'c', name: 'Count', purpose: 'measurement', hosts: [], retention: '14 months', items }];
    return setup;
  };
  const sentences = (setup: ReturnType<typeof site>, tag: string) =>
    translationUnits(setup, tag).filter(({ id }) => id.startsWith('sentence.'));

  it('are translated once each, and said so in that language alone', () => {
    const setup = served();
    expect(sentences(setup, 'de').map(({ source, state }) => [source, state])).toEqual([
      ['14 months', 'missing'],
      ['Tells visitors apart.', 'missing'],
    ]);
    expect(sentences(setup, 'en')).toEqual([]); // written where the services are
    const [, apart] = sentences(setup, 'de');
    const done = translated(setup, 'de', apart!.id, 'Unterscheidet Besucher.');
    const told = (tag: string) =>
      bannerContent(done, tag)
        .purposes.flatMap(({ services }) => services)
        .flatMap(({ items }) => items.map(({ description }) => description));
    expect([told('de-AT'), told('en')]).toEqual([
      ['Unterscheidet Besucher.', 'Unterscheidet Besucher.'],
      ['Tells visitors apart.', 'Tells visitors apart.'],
    ]);
    expect(parseSetup(done).ok).toBe(true);
    // One that says something else now is another sentence, and waits.
    done.services[0]!.items[0]!.description = 'Counts visits.';
    expect(sentences(done, 'de').find(({ source }) => source === 'Counts visits.')!.state).toBe('missing');
    expect(translated(done, 'de', apart!.id, '').banner.sentences).toEqual({ de: {} });
  });
});

describe.each([
  ['JSON', translationJson],
  ['XLIFF', translationXliff],
])('a file of %s', (_kind, write) => {
  it('comes back as it went, marks and all', () => {
    const setup = translated(site(), 'de', 'text.title', 'Eine „Frage“ <zuerst> & ]]> zuletzt');
    const read = readTranslation(write(setup, 'de'));
    if (!read.ok) throw new Error(read.why);
    expect(read.target).toBe('de');
    const units = translationUnits(setup, 'de');
    expect(read.units).toEqual(units.map(({ id, target }) => ({ id, target })));
  });

  it('leaves what is missing to the translator', () => {
    const read = readTranslation(write(site(), 'sw'));
    expect(read).toMatchObject({ ok: true, target: 'sw', units: [] });
  });
});

it.each([
  ['hello', 'neither XLIFF nor JSON'],
  ['{"format":"x"}', 'format'],
  ['<a', 'no XML'],
  ['<xliff xmlns="urn:oasis:names:tc:xliff:document:1.2" version="1.2"/>', 'other versions'],
  ['<xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.0" srcLang="en"/>', 'does not say its language'],
  ['', 'neither'],
])('says what is wrong with %s', (text, why) => {
  expect(readTranslation(text)).toMatchObject({ ok: false, why: expect.stringContaining(why) });
});

it('reads no entity from elsewhere', () => {
  const text = `<?xml version="1.0"?><!DOCTYPE x [<!ENTITY e SYSTEM "file:///etc/passwd">]><xliff xmlns="urn:oasis:names:tc:xliff:document:2.0" version="2.0" srcLang="en" trgLang="de"><file id="b"><unit id="text.title"><segment><target>&e;</target></segment></unit></file></xliff>`;
  const read = readTranslation(text);
  expect(JSON.stringify(read)).not.toContain('root:');
});
