import { mkdtemp, readFile, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, describe, expect, it } from 'vitest';
import { HeadFiles, HeadSigner, parseHead, readHead } from './heads';

const SITE = { key: 'shop', siteId: '0b9b6f0c-6a0e-4d1e-9a64-6a3f0b1f7a11' };
const end = (number: number) => ({ number, hash: String(number % 10).repeat(64) });
const AT = '2026-11-25T08:00:00.000Z';

describe('a signed end of a ledger', () => {
  const signer = new HeadSigner('a secret');
  const head = signer.sign(SITE, end(7), AT);

  it('is known as ours', () => {
    expect(signer.isOurs(head)).toBe(true);
    expect(new HeadSigner('a secret').isOurs(head)).toBe(true);
  });

  it.each([
    ['its number', { number: 6 }],
    ['its hash', { hash: 'f'.repeat(64) }],
    ['its site', { siteId: '0b9b6f0c-6a0e-4d1e-9a64-6a3f0b1f7a12' }],
    ['its time', { at: '2026-11-24T08:00:00.000Z' }],
    ['its signature', { signature: Buffer.alloc(64).toString('base64') }],
    ['no signature', { signature: undefined }],
  ])('is not ours with another: %s', (_what, change) => {
    expect(signer.isOurs({ ...head, ...change })).toBe(false);
  });

  it('of another secret is not ours, though it brings its own key', () => {
    expect(signer.isOurs(new HeadSigner('another').sign(SITE, end(7), AT))).toBe(false);
  });

  it('cannot be had without a secret', () => {
    const none = new HeadSigner(null);
    expect(none.sign(SITE, end(7), AT)).not.toHaveProperty('signature');
    expect(none.isOurs(head)).toBe(false);
  });
});

describe('the file of it', () => {
  let folder: string;
  let files: HeadFiles;
  beforeEach(async () => {
    folder = await mkdtemp(path.join(tmpdir(), 'douane-heads-'));
    files = new HeadFiles(path.join(folder, 'below'), new HeadSigner('s'));
  });
  afterEach(() => rm(folder, { recursive: true }));

  it('has the newest of what was noted', async () => {
    for (const number of [1, 2, 3]) files.note(SITE, end(number));
    await files.flush();
    expect(await files.read(SITE.siteId)).toMatchObject({ ...end(3), site: 'shop' });
  });

  it('never goes back, as where another server knows less', async () => {
    files.note(SITE, end(9));
    await files.flush();
    files.note(SITE, end(4));
    await files.flush();
    expect((await files.read(SITE.siteId))?.number).toBe(9);
  });

  it('is absent where none was kept, and refused by name where it is something else', async () => {
    expect(await files.read(SITE.siteId)).toBeNull();
    const other = path.join(folder, 'other.json');
    await writeFile(other, '{"format":"x"}');
    await expect(readHead(other)).rejects.toThrow(`${other} is not the end of a ledger`);
    expect(() => parseHead('{', 'f')).toThrow(/f is not/);
  });

  it('leaves no half-written file beside it', async () => {
    files.note(SITE, end(1));
    await files.flush();
    const text = await readFile(path.join(folder, 'below', `${SITE.siteId}.json`), 'utf8');
    expect(JSON.parse(text)).toMatchObject({ format: 'douane.head/1' });
  });
});
