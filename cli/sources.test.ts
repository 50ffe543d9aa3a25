import { mkdir, mkdtemp, rm, writeFile } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { afterEach, beforeEach, expect, it } from 'vitest';
import { readSources } from './sources';

const TAG = '<script src="https://ads.example/a.js" async>';
let folder: string;
beforeEach(async () => {
  folder = await mkdtemp(path.join(tmpdir(), 'douane-sources-'));
});
afterEach(() => rm(folder, { recursive: true, force: true }));

async function write(name: string, text: string): Promise<void> {
  await mkdir(path.dirname(path.join(folder, name)), { recursive: true });
  await writeFile(path.join(folder, name), text);
}
const find = async (tag = TAG) => {
  const found = (await readSources(folder))(tag);
  return found && [path.relative(folder, path.resolve(found.file)), found.line];
};

it('finds a tag in the one file that has it, with its line', async () => {
  await write('pages/home.html', '<p>Home</p>');
  await write('partials/head.tpl', `{{ title }}\n\n  ${TAG}</script>\n`);
  expect(await find()).toEqual([path.join('partials', 'head.tpl'), 3]);
});

it('names none where it could be either, in one file or two', async () => {
  await write('a.html', `${TAG}${TAG}`);
  expect(await find()).toBeUndefined();
  await write('a.html', TAG);
  await write('b.html', TAG);
  expect(await find()).toBeUndefined();
});

it('looks neither into what was installed nor into what is no text', async () => {
  await write('node_modules/x/a.html', TAG);
  await write('a.bin', `\0${TAG}`);
  expect(await find()).toBeUndefined();
});

it('refuses a folder that is not there', async () => {
  await expect(readSources(path.join(folder, 'no'))).rejects.toThrow(/there is no such folder/);
});
