import { createHash } from 'node:crypto';
import { readFileSync } from 'node:fs';
import path from 'node:path';
import { gzipSync } from 'node:zlib';
import { newSetup, type Setup } from '@douane/core/setup';
import { beforeAll, expect, it } from 'vitest';
import { buildGate } from '../scripts/build.mjs';
import { readableOn } from './banner/style';
import { type GateCode, type GateFile, gateFiles, snippetFor } from './index';

const KIB = 1024;
const sha = (text: string) => createHash('sha256').update(text).digest('hex');
let code: GateCode;
let setup: Setup;

beforeAll(async () => {
  await buildGate();
  const read = (name: string) => readFileSync(path.join(import.meta.dirname, '../dist/gate', name), 'utf8');
  code = { hold: read('hold.js'), banner: read('banner.js') };
  setup = newSetup({ key: 's', name: 'S', address: 'http://site.localhost/' }, 'http://localhost/g/s');
  // A busy site: sixty services on a hundred and twenty hosts, with three hundred cookies.
  setup.services = Array.from({ length: 60 }, (_, i) => ({
    id: `service-${i}`,
    name: `Service ${i}`,
    purpose: ['functional', 'measurement', 'advertising', 'embedded'][i % 4]!,
    hosts: [`a${i}.service-${i}.localhost`, `cdn-${i}.localhost`],
    items: Array.from({ length: 5 }, (_unused, n) => ({ kind: 'cookie' as const, name: `_s${i}_${n}` })),
  }));
});

const named = (files: GateFile[], start: string) => files.find((file) => file.name.startsWith(start))!;

it('keeps the holding script with its decision data within 8 KiB', () => {
  const size = gzipSync(named(gateFiles(setup, 1, code, sha), 'gate.js').body, { level: 9 }).length;
  expect(size, 'what was imported into gate/hold or core/regimes/decide that visitors cannot afford?').toBeLessThan(
    8 * KIB,
  );
});

it('leaves catalogue, schemas and texts out of what holds', () => {
  const { body } = named(gateFiles(setup, 1, code, sha), 'gate.js');
  expect(body).not.toContain(setup.banner.texts.en!.body);
  expect(body).not.toContain('ZodError');
  expect(body).not.toContain('__DOUANE_CONFIG__');
});

it('names every file but the pointer by its content, and the pointer names them', () => {
  const files = gateFiles(setup, 1, code, sha);
  const pointer = named(files, 'gate.js');
  expect(files.filter((file) => !file.immutable)).toEqual([pointer]);
  for (const file of files.filter((f) => f.immutable)) expect(file.name).toContain(sha(file.body).slice(0, 16));
  for (const start of ['banner.', 'texts-en.', 'texts-de.']) expect(pointer.body).toContain(named(files, start).name);
  expect(named(files, 'hold.').body).toBe(pointer.body);
  const next = gateFiles(
    { ...setup, banner: { ...setup.banner, texts: { en: { ...setup.banner.texts.en!, title: 'New' } } } },
    2,
    code,
    sha,
  );
  expect(named(next, 'texts-en.').name).not.toBe(named(files, 'texts-en.').name);
  expect(named(next, 'banner.').name).toBe(named(files, 'banner.').name);
});

it('lets no name from a scanned page end the script it stands in', () => {
  const hostile = structuredClone(setup);
  hostile.services[0]!.items[0]!.name = '</script><script>alert(1)</script>\u2028$&';
  const { body } = named(gateFiles(hostile, 1, code, sha), 'gate.js');
  expect(body).not.toContain('</script>');
  expect(body).toContain('\\u003c/script>');
});

it('gives the snippet that loads the pointer', () => {
  expect(snippetFor({ recorder: 'http://localhost/g/s/' })).toBe(
    '<script src="http://localhost/g/s/gate.js"></script>',
  );
});

it.each([
  ['#34398f', '#ffffff'],
  ['#fffdf9', '#000000'],
  ['#ffcc00', '#000000'],
  ['#12694f', '#ffffff'],
])('writes on %s in %s', (colour, text) => {
  expect(readableOn(colour)).toBe(text);
});
