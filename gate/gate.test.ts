import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { REGIMES } from '@douane/core/regimes';
import { compileRelease } from '@douane/core/release';
import { newSetup, type Setup } from '@douane/core/setup';
import { shippedTexts } from '@douane/core/texts';
import { beforeAll, expect, it } from 'vitest';
import { buildGate } from '../scripts/build.mjs';
import { GATE_SCRIPTS, type GateCode, type GateFiles, gateFiles, snippetFor } from './index';

const KIB = 1024;
const sha = (text: string) => createHash('sha256').update(text).digest('hex');
let code: GateCode;
let setup: Setup;

beforeAll(async () => {
  await buildGate();
  const read = (name: string) => readFileSync(path.join(import.meta.dirname, '../dist/gate', name), 'utf8');
  code = Object.fromEntries(GATE_SCRIPTS.map((name) => [name, read(`${name}.js`)])) as unknown as GateCode;
  setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost/g/s');
  // A busy site: thirty services on sixty hosts, with a hundred and fifty cookies.
  setup.services = Array.from({ length: 30 }, (_, i) => ({
    id: `service-${i}`,
    name: `Service ${i}`,
    purpose: ['functional', 'measurement', 'advertising', 'embedded'][i % 4]!,
    hosts: [`a${i}.service-${i}.localhost`, `cdn-${i}.localhost`],
    // Some of what it stores is the site's own, the rest is kept under its own host.
    items: Array.from({ length: 5 }, (_unused, n) => ({
      kind: 'cookie' as const,
      name: `_s${i}_${n}`,
      host: n < 2 ? 'site.localhost' : `cdn-${i}.localhost`,
    })),
  }));
});

const TODAY = '2026-11-25';
const filesOf = (from: Setup, number = 1) => gateFiles(compileRelease(from, number, TODAY), code, sha);
const named = ({ immutable }: GateFiles, start: string) => immutable.find((file) => file.name.startsWith(start))!;
const AFFORD = 'what was imported into gate/hold or core/regimes/decide that visitors cannot afford?';
const gzipped = (text: string) => gzipSync(text, { level: 9 }).length;

it('keeps the holding script with its decision data within 8 KiB', () => {
  expect(gzipped(filesOf(setup).pointer), AFFORD).toBeLessThan(8 * KIB);
});

it('grows by no more than its rules with every regime that ships, the site’s own, and two dozen languages', () => {
  const all: Setup = {
    ...setup,
    services: setup.services.slice(0, 8),
    regions: {
      regimes: REGIMES.map(({ id }) => id),
      fallback: 'eu',
      overrides: {
        de: { yesDays: 90 },
        fr: { yesDays: 120 },
        es: { refusalDays: 200 },
        'us-tx': { askAgainDays: 100 },
      },
      rules: [
        { places: ['US-NY', 'US-WA'], treat: 'regime', regime: 'us-ca' },
        {
          places: ['MX', 'AR', 'CL', 'CO', 'PE', 'UY', 'EC', 'BO', 'PY', 'VE'],
          treat: 'stricter',
          regime: 'br',
          yesDays: 180,
        },
        { places: ['no-law'], treat: 'nothing' },
      ],
    },
  };
  const release = compileRelease(all, 1, TODAY);
  const [content] = Object.values(release.contents);
  const letters = 'abcdefghijklmnopqrstuvwx';
  const tags = [...letters].map((letter, i) => (i % 5 === 0 ? `x${letter}-Latn` : `y${letter}`));
  const contents = Object.fromEntries(tags.map((language) => [language, { ...content!, language }]));
  const files = gateFiles({ ...release, contents }, code, sha);
  expect(files.immutable.filter(({ name }) => name.startsWith('texts-'))).toHaveLength(24);
  // Which no site has: thirty regimes in more words than their modes.
  expect(gzipped(files.pointer), AFFORD).toBeLessThan(8.5 * KIB);
});

it('leaves catalogue, schemas and texts out of what holds', () => {
  const { pointer } = filesOf(setup);
  expect(pointer).not.toContain(shippedTexts('en')!.body);
  expect(pointer).not.toContain('ZodError');
  expect(pointer).not.toContain('__DOUANE_CONFIG__');
});

it('names every file but the pointer by its content, and the pointer names them', () => {
  const files = filesOf(setup);
  for (const file of files.immutable)
    if (!file.name.startsWith('texts-')) expect(file.name).toContain(sha(file.body).slice(0, 10));
  for (const start of ['banner.', 'late.', 'visit.', 'worker.'])
    expect(files.pointer).toContain(named(files, start).name);
  const visit = named(files, 'visit.').body;
  for (const start of ['banner.', 'button.', 'held.']) expect(visit).toContain(named(files, start).name);
  // All languages by one hash of them together.
  const [, hash] = named(files, 'texts-en.').name.split('.');
  expect(named(files, 'texts-de.').name).toContain(hash);
  expect(visit).toContain(hash);
  expect(named(files, 'hold.').body).toBe(files.pointer);
  const next = filesOf({ ...setup, banner: { ...setup.banner, texts: { en: { title: 'New' } } } }, 2);
  expect(named(next, 'texts-en.').name).not.toBe(named(files, 'texts-en.').name);
  expect(named(next, 'banner.').name).toBe(named(files, 'banner.').name);
});

it('asks nothing by itself while it is paused, and is the same in all else', () => {
  const files = filesOf(setup);
  const visitIn = (pointer: string) => /"visit":"([^"]+)"/.exec(pointer)![1]!;
  const bodyOf = (pointer: string) => files.immutable.find(({ name }) => name === visitIn(pointer))!.body;
  expect(bodyOf(files.pointer)).not.toContain('["*"]');
  expect(bodyOf(files.pausedPointer)).toContain('["*"]');
  expect(files.pausedPointer.replace(visitIn(files.pausedPointer), visitIn(files.pointer))).toBe(files.pointer);
});

it('lets no name from a scanned page end the script it stands in', () => {
  const hostile = structuredClone(setup);
  hostile.services[0]!.hosts = ['a.localhost/</script><script>alert(1)</script>$&'];
  const { pointer } = filesOf(hostile);
  expect(pointer).not.toContain('</script>');
  expect(pointer).toContain('\\u003c/script>');
});

it('gives the snippet that loads the pointer', () => {
  expect(snippetFor({ recorder: 'http://localhost/g/s/' })).toBe(
    '<script src="http://localhost/g/s/gate.js"></script>',
  );
});

it('keeps the banner with its style and one language within 14 KiB, and the choices button within 4', () => {
  const files = filesOf({ ...setup, services: setup.services.slice(0, 12) });
  expect(gzipped(named(files, 'banner.').body) + gzipped(named(files, 'texts-en.').body)).toBeLessThan(14 * KIB);
  expect(gzipped(named(files, 'button.').body)).toBeLessThan(4 * KIB);
});

it('has a page of ours only where all addresses of the site share a choice', () => {
  const has = (choiceOver: Setup['site']['choiceOver']) =>
    filesOf({ ...setup, site: { ...setup.site, choiceOver } }).immutable.some(({ type }) => type === 'text/html');
  expect([has(undefined), has('address'), has('domain'), has('all')]).toEqual([false, false, false, true]);
});

it('loads no button where none is shown', () => {
  const hidden = structuredClone(setup);
  hidden.banner.button.shown = false;
  expect(filesOf(hidden).immutable.map(({ name }) => name.split('.')[0])).not.toContain('button');
});
