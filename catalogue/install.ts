import { execFile } from 'node:child_process';
import { existsSync } from 'node:fs';
import { mkdir, rename, rm, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { type Kit, slugOf } from './kits';

const run = promisify(execFile);
const EACH_MS = 180_000;
const LANES = 5;

/**
 * Installs each kit in a folder of its own below `scratch`, without running anything of theirs. What is there already
 * stays; what cannot be had is left out, and returned with the reason.
 */
export async function installKits(scratch: string, kits: readonly Kit[]): Promise<{ kit: string; why: string }[]> {
  const wanted = kits.flatMap((kit) => kit.versions.map((version) => ({ kit, version })));
  const missing: { kit: string; why: string }[] = [];
  const lanes = Array.from({ length: LANES }, async () => {
    for (let next = wanted.shift(); next; next = wanted.shift()) {
      const { kit, version } = next;
      const folder = folderOf(scratch, kit, version);
      if (existsSync(folder)) continue;
      const unfinished = `${folder}.unfinished`;
      await rm(unfinished, { recursive: true, force: true });
      await mkdir(unfinished, { recursive: true });
      await writeFile(path.join(unfinished, 'package.json'), '{"private": true}');
      const spec = `${kit.package}@${version}`;
      const flags = [
        '--ignore-scripts',
        '--no-audit',
        '--no-fund',
        '--no-package-lock',
        '--omit=dev',
        '--omit=optional',
      ];
      try {
        await run('npm', ['install', spec, ...flags], { cwd: unfinished, timeout: EACH_MS, maxBuffer: 1e8 });
        await rename(unfinished, folder);
      } catch (cause) {
        const why = /npm error (?!code|A complete)(.+)/.exec(String((cause as { stderr?: string }).stderr))?.[1];
        missing.push({ kit: spec, why: why ?? String(cause).split('\n')[0]! });
        await rm(unfinished, { recursive: true, force: true });
      }
    }
  });
  await Promise.all(lanes);
  return missing;
}

/** Where a version of a kit is installed. */
export function folderOf(scratch: string, kit: Pick<Kit, 'package'>, version: string): string {
  return path.join(scratch, `${slugOf(kit)}@${version}`);
}
