import { createHash } from 'node:crypto';
import { readFile } from 'node:fs/promises';
import path from 'node:path';
import { PURPOSE_OF_ACTIVITY } from '@douane/core/classify';
import { z } from 'zod';

/** What a kit is for, by which it gets its purpose. `framework`: it stores for whoever uses it, so it says nothing. */
export const ACTIVITIES = { ...PURPOSE_OF_ACTIVITY, framework: null };
export type Activity = keyof typeof ACTIVITIES;

const kitSchema = z.strictObject({
  package: z.string(),
  activity: z.enum(Object.keys(ACTIVITIES) as [Activity, ...Activity[]]),
  /** Versions to read, the newest where absent: names changed between some. */
  versions: z.array(z.string()).default(['latest']),
  service: z.string(),
  /** A statement that starts it; `kit` is what it exports, `key` an identifier, `host` where its backend would be. */
  start: z.string().optional(),
});
export type Kit = z.output<typeof kitSchema>;

/**
 * Every kit that the catalogue is grown from or measured by; or the `fresh` ones, from which nothing was learned yet, so
 * that rules can be mended by what fails among them.
 */
export async function readKits(folder: string, fresh = false): Promise<Kit[]> {
  const file = fresh ? 'fresh-kits.json' : 'kits.json';
  return z.array(kitSchema).parse(JSON.parse(await readFile(path.join(folder, file), 'utf8')));
}

/**
 * Whether a kit is kept apart to measure by, and never looked at while rules are made: a quarter of them, by a digest of
 * the package's name, so that nobody chooses.
 */
export const isHeldOut = ({ package: name }: Pick<Kit, 'package'>): boolean =>
  createHash('sha256').update(name).digest()[0]! < 64;

/** A name for files and hosts. */
export const slugOf = (kit: Pick<Kit, 'package'>): string =>
  kit.package
    .replace(/^@/, '')
    .replace(/[^a-z0-9]+/gi, '-')
    .toLowerCase();
