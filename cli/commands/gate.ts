import { mkdir, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { gateFiles, snippetFor } from '@douane/gate';
import { loadGateCode, sha256 } from '@douane/server';
import type { Command } from 'commander';
import { parseCount, readSetup } from '../files';
import { Refused } from '../say';

export function gateCommand(program: Command, root: string): void {
  program
    .command('gate')
    .description('write the static files of a site’s gate and its snippet')
    .requiredOption('--setup <file>', 'the site’s setup, format douane.setup/1')
    .requiredOption('--out <dir>', 'folder to write to')
    .option('--number <n>', 'number of the version, as the recorder knows it', parseCount('--number'), 1)
    .action(async ({ setup: file, out, number }: { setup: string; out: string; number: number }) => {
      const setup = await readSetup(file);
      const files = gateFiles(setup, number, await loadGateCode(root), sha256);
      await mkdir(out, { recursive: true }).catch((cause) => {
        throw new Refused(`${out} cannot be made: ${cause.message}`);
      });
      for (const { name, body } of files) await writeFile(path.join(out, name), body);
      await writeFile(path.join(out, 'snippet.html'), `${snippetFor(setup)}\n`);
      console.log(`${files.length} files in ${out}; the snippet, first in every head:\n${snippetFor(setup)}`);
    });
}
