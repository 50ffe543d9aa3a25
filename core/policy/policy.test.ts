import { gzipSync } from 'node:zlib';
import { describe, expect, it } from 'vitest';
import { compileRelease, type Release } from '../release/index';
import { newSetup, type Setup } from '../setup/index';
import { changedReading, cookiePolicy, type DocumentForm, declarationOf, documentAs } from './index';
import { policyDocument } from './policy';
import { live } from './rich/build';
import type { Element } from './tree';

const ODD = `<img src=x onerror=alert(1)> *bold* [link](javascript:x) \`code\``;
function releaseOf(change: (setup: Setup) => void = () => {}) {
  const setup = newSetup({ key: 's', name: 'Ferries', address: 'https://site.test/' }, 'https://d.test/g/s');
  setup.banner.languages = ['en', 'de', 'ar'];
  setup.services = [
    {
      ...{ id: 'oddgull', name: 'Oddgull', purpose: 'measurement', hosts: ['oddgull.test'], country: 'US' },
      ...{ provider: 'Oddgull Ltd', retention: 'two years', policyUrl: 'https://oddgull.test/privacy' },
      items: [
        { kind: 'cookie', name: 'og_id', lifetimeSeconds: 63_072_000, description: 'Tells visitors apart' },
        { kind: 'cookie', name: 'og_s', lifetimeSeconds: null },
        { kind: 'local-storage', name: ODD },
      ],
    },
    { id: 'site', name: 'Ferries', purpose: 'necessary', hosts: [], items: [{ kind: 'cookie', name: 'sid' }] },
  ];
  change(setup);
  return compileRelease(setup, 3, '2026-11-26');
}
const policyAs = (of: Release, language: string, form: DocumentForm) =>
  documentAs(
    cookiePolicy(of, language),
    of,
    language,
    { number: of.number, from: of.compiledOn },
    form,
    (one) => `policy.${one}.html`,
  );
const release = releaseOf();

it.each(['en', 'de', 'ar'])('in %s says all that is in the inventory of the release, and nothing else', (language) => {
  const { purposes } = declarationOf(release, language);
  const named = purposes.flatMap(({ id, services }) =>
    services.flatMap(({ name, items }) => items.map((item) => `${id} ${name} ${item.kind} ${item.name}`)),
  );
  const inventory = release.setup.services.flatMap(({ purpose, name, items }) =>
    items.map((item) => `${purpose} ${name} ${item.kind} ${item.name}`),
  );
  expect(named.sort()).toEqual(inventory.sort());
  const page = policyAs(release, language, 'html');
  for (const { services } of purposes)
    for (const { items } of services)
      for (const { name } of items) if (name !== ODD) expect(page).toContain(`<code>${name}</code>`);
  expect(page).toContain(`<html lang="${language}" dir="${language === 'ar' ? 'rtl' : 'ltr'}">`);
});

it.each([
  ['en', undefined, 'Japan: under the law that applies there, you may:'],
  ['fr', undefined, 'Japon : selon le droit applicable, vous pouvez :'],
  ['de', undefined, 'Japan: Nach dem dort geltenden Recht können Sie:'],
  // Not among the languages that policies speak, and marked as what it is.
  ['th', 'en', 'Japan: under the law that applies there, you may:'],
])('in %s tells rights by where the law goes, marked as %s', (language, marked, words) => {
  const of = releaseOf((setup) => {
    setup.banner.languages = ['en', 'de', 'fr', 'th'];
    setup.regions.regimes = ['jp', 'us'];
  });
  const rights = { title: 'T', blocks: [live('rights', 'rights')] };
  const content = { ...cookiePolicy(of, language), languages: { [language]: rights } };
  const [, ...parts] = policyDocument(content, of, language, null).parts as Element[];
  expect(parts[0]).toMatchObject({ parts: [words], ...(marked && { attributes: { lang: marked } }) });
  expect(parts.every(({ attributes }) => attributes?.lang === marked)).toBe(true);
  // A law that knows no rights is not named.
  expect(parts.filter(({ tag }) => tag === 'ul')).toHaveLength(1);
});

it('is written in the words of its language', () => {
  const german = policyAs(release, 'de', 'txt');
  for (const words of [
    'Cookie-Richtlinie',
    '26. November 2026',
    'Vereinigte Staaten',
    'Lebensdauer: 2 Jahre',
    'Immer an',
  ])
    expect(german).toContain(words);
  expect(german).toContain('og_s Cookie, Lebensdauer: bis der Browser geschlossen wird');
});

describe('what a page named is text in every form', () => {
  it('html', () => {
    expect(policyAs(release, 'en', 'html')).not.toMatch(/<img/);
  });
  it('md', () => {
    expect(
      policyAs(
        releaseOf((s) => (s.services[0]!.name = ODD)),
        'en',
        'md',
      ),
    ).toContain('### \\<img src=x onerror=alert(1)\\> \\*bold\\* \\[link\\](javascript:x) \\`code\\`');
  });
  it('json', () => {
    const read = JSON.parse(policyAs(release, 'en', 'json'));
    expect(read).toMatchObject({ format: 'douane.policy/1', kind: 'cookies', version: { number: 3 }, language: 'en' });
    expect(read.declaration).toMatchObject({ format: 'douane.declaration/1', version: 3, on: '2026-11-26' });
    expect(read.declaration.purposes[2].services[0].items[2].name).toBe(ODD);
  });
});

it('leaves out a purpose that nothing is used for, but never the necessary', () => {
  const page = policyAs(
    releaseOf((s) => (s.services = [])),
    'en',
    'html',
  );
  expect([page.includes('id="purpose-necessary"'), page.includes('id="purpose-advertising"')]).toEqual([true, false]);
});

it('fits a phone’s first answers with 300 items, and has no script', () => {
  const page = policyAs(
    releaseOf((s) => {
      s.services = Array.from({ length: 60 }, (_, i) => ({
        ...{ id: `s${i}`, name: `Service ${i} of ${i * 7919}`, purpose: 'advertising', hosts: [], country: 'IE' },
        ...{ provider: `Provider ${i * 104729}`, policyUrl: `https://p${i}.test/privacy` },
        items: Array.from({ length: 5 }, (_, n) => ({
          ...{ kind: 'cookie' as const, name: `_c${(i * 31 + n) * 7907}`, lifetimeSeconds: 86_400 * (i + n + 1) },
          description: `Keeps what visitor ${i * 17 + n} of ${i * 6007} did on page ${n * 911}`,
        })),
      }));
    }),
    'en',
    'html',
  );
  expect(page.match(/<li>/g)).toHaveLength(300);
  expect(gzipSync(page).length).toBeLessThan(40 * 1024);
  expect(page).not.toMatch(/<script|src=|url\(/);
});

describe('a list that is searched', () => {
  const many = releaseOf(({ services: [oddgull] }) => {
    oddgull!.items = [
      ...oddgull!.items,
      ...Array.from({ length: 9 }, (_, i) => ({ kind: 'cookie' as const, name: `og_${i}` })),
    ];
  });
  const found = (find: string | undefined, of = many) => {
    const version = { number: 1, from: '2026-11-26' };
    return documentAs(cookiePolicy(of, 'en'), of, 'en', version, 'html', (one) => one, { find });
  };
  const named = (page: string) => [...page.matchAll(/<code>(.*?)<\/code>/g)].map(([, name]) => name);

  it('shows what is called so, by service, provider, country or name, in whatever case', () => {
    expect(named(found('OG_S'))).toEqual(['og_s']);
    expect(named(found('tells visitors'))).toEqual(['og_id']);
    for (const whole of ['oddgull', 'gull ltd', 'united states']) expect(named(found(whole))).toHaveLength(12);
    expect(named(found(''))).toHaveLength(13);
  });

  it('says so where nothing is', () => {
    expect(found('zzz')).toContain('<p role="status">No service is called so.</p>');
    expect(found('og_s')).toContain('<p role="status" hidden="">');
  });

  it('keeps what was typed as text, and is no form where nothing could answer, or the list is short', () => {
    expect(found('"><script>')).toContain('value="&quot;&gt;&lt;script&gt;"');
    expect(found(undefined)).not.toContain('<form');
    expect(found('', release)).not.toContain('<form');
  });
});

it('leads a reader who sees what he chose on with his record, and nobody else', () => {
  const of = releaseOf((setup) => {
    setup.banner.languages = ['en', 'de'];
    setup.services[0]!.items = Array.from({ length: 12 }, (_, i) => ({ kind: 'cookie' as const, name: `og_${i}` }));
  });
  const choice = { record: '3f0f6c3e-0000-4000-8000-000000000001', release: 1, atSeconds: 1e9, purposes: {} };
  const led = (choices: (typeof choice)[]) => {
    const version = { number: 1, from: '2026-11-26' };
    const page = documentAs(
      ...([cookiePolicy(of, 'en'), of, 'en', version, 'html'] as const),
      (other) => `p.${other}.html`,
      { find: '', choices },
    );
    return [
      /<a href="(p\.de[^"]*)"/.exec(page)?.[1],
      /<input type="hidden" name="record" value="([^"]*)"/.exec(page)?.[1],
    ];
  };
  expect(led([choice])).toEqual([`p.de.html?record=${choice.record}`, choice.record]);
  expect(led([])).toEqual(['p.de.html', undefined]);
});

describe('what a release changes in what is read', () => {
  const changed = (change: (setup: Setup) => void, language = 'en') =>
    changedReading(release.setup, releaseOf(change).setup, language, '2026-11-26');

  it('is nothing where only what visitors are not told of changed', () => {
    expect(changed((setup) => (setup.services[0]!.hosts = ['elsewhere.test']))).toEqual([]);
  });

  it('is the line that was ruled anew, under its purpose and service, in the language that is asked for', () => {
    const shorter = (setup: Setup) => (setup.services[0]!.items[0]!.lifetimeSeconds = 86_400);
    expect(changed(shorter)).toEqual([
      { in: 'before', under: 'Measurement, Oddgull', text: 'og_id Cookie, Lifetime: 2 years Tells visitors apart' },
      { in: 'after', under: 'Measurement, Oddgull', text: 'og_id Cookie, Lifetime: 1 day Tells visitors apart' },
    ]);
    expect(changed(shorter, 'de')[1]).toMatchObject({
      under: 'Messung, Oddgull',
      text: expect.stringContaining('1 Tag'),
    });
  });

  it('of a service that comes last is that alone, and nothing of what stands behind the list', () => {
    const added = changed((setup) =>
      setup.services.push({
        id: 'tern',
        name: 'Tern',
        purpose: 'advertising',
        hosts: [],
        items: [{ kind: 'cookie', name: 't' }],
      }),
    );
    expect(new Set(added.map((line) => `${line.in} ${line.under}`))).toEqual(
      new Set(['after Advertising', 'after Advertising, Tern']),
    );
  });

  it('of a law that is served beside the others is its rights', () => {
    const added = changed((setup) => setup.regions.regimes.push('jp'));
    expect(added.length).toBeGreaterThan(2);
    expect(new Set(added.map((line) => line.in + line.under))).toEqual(new Set(['after']));
  });

  it('of a service that goes to another purpose is all of it, gone and new', () => {
    const moved = changed((setup) => (setup.services[0]!.purpose = 'advertising'));
    expect(new Set(moved.map((line) => `${line.in} ${line.under}`))).toEqual(
      new Set(['before Measurement', 'before Measurement, Oddgull', 'after Advertising', 'after Advertising, Oddgull']),
    );
    expect(
      moved
        .filter((line) => line.text.startsWith('og_id'))
        .map((line) => line.in)
        .sort(),
    ).toEqual(['after', 'before']);
  });
});
