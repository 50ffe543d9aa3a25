import { readdir, readFile, stat } from 'node:fs/promises';
import path from 'node:path';
import type { FindSource, SourcePlace } from '@douane/core/check/reports';
import { Refused } from './say';

/** A larger file is no source that somebody wrote. */
const LARGEST_FILE = 1_000_000;
const LEFT_OUT = /(^|[/\\])(node_modules|\.git)([/\\]|$)/;

/**
 * Finds tags of a site in its source, by their text: pages and templates alike keep what does not vary as it stands.
 * Refuses a folder that cannot be read. Paths are told from the current folder.
 */
export async function readSources(folder: string): Promise<FindSource> {
  const names = await readdir(folder, { recursive: true }).catch((cause) => {
    throw new Refused(
      `${folder} cannot be read: ${cause.code === 'ENOENT' ? 'there is no such folder' : cause.message}`,
    );
  });
  const texts = new Map<string, string>();
  for (const name of names.filter((one) => !LEFT_OUT.test(one))) {
    const file = path.join(folder, name);
    const found = await stat(file).catch(() => null); // it went while we looked
    if (!found?.isFile() || found.size > LARGEST_FILE) continue;
    const text = await readFile(file, 'utf8');
    if (!text.includes('\0')) texts.set(path.relative('.', file).split(path.sep).join('/'), text);
  }
  return (tag) => {
    const places: SourcePlace[] = [];
    for (const [file, text] of texts) {
      for (let at = text.indexOf(tag); at >= 0 && places.length < 2; at = text.indexOf(tag, at + tag.length))
        places.push({ file, line: text.slice(0, at).split('\n').length });
    }
    return places.length === 1 ? places[0] : undefined;
  };
}
