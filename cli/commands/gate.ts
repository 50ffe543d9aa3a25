import { mkdir, writeFile } from 'node:fs/promises';
import path from 'node:path';
import { policyFile } from '@douane/core/policy';
import { GPC_FILE, gpcFile } from '@douane/core/regimes';
import { compileRelease } from '@douane/core/release';
import { cookiePolicyAs, gateFiles, POLICY_FORMS, type PolicyForm, snippetFor } from '@douane/gate';
import { loadGateCode, sha256 } from '@douane/server/gate-code';
import type { Command } from 'commander';
import { parseCount, readSetup } from '../files';
import { Refused, today } from '../say';

/** `douane gate`: a site's gate as static files, for those who serve it themselves. */
export function gateCommand(program: Command, root: string): void {
  program
    .command('gate')
    .description('write the static files of a site’s gate and its snippet')
    .requiredOption('--setup <file>', 'the site’s setup, format douane.setup/3 or older')
    .requiredOption('--out <dir>', 'folder to write to')
    .option('--number <n>', 'number of the release, as the recorder knows it', parseCount('--number'), 1)
    .action(async ({ setup: file, out, number }: { setup: string; out: string; number: number }) => {
      const setup = await readSetup(file);
      const release = compileRelease(setup, number, today());
      const { pointer, immutable } = gateFiles(release, await loadGateCode(root), sha256);
      const forms = Object.keys(POLICY_FORMS) as PolicyForm[];
      const policies = setup.banner.languages.flatMap((language) =>
        forms.map((form) => ({
          name: policyFile('policy', language, form),
          body: cookiePolicyAs(release, language, form),
        })),
      );
      const files = [{ name: 'gate.js', body: pointer }, ...immutable, ...policies];
      await mkdir(out, { recursive: true }).catch((cause) => {
        throw new Refused(`${out} cannot be made: ${cause.message}`);
      });
      for (const { name, body } of files) await writeFile(path.join(out, name), body);
      await writeFile(path.join(out, 'snippet.html'), `${snippetFor(setup)}\n`);
      // It is served from the root of the site, not from beside the gate.
      const gpc = path.join(out, GPC_FILE);
      await mkdir(path.dirname(gpc), { recursive: true });
      await writeFile(gpc, gpcFile(release.rules, release.compiledOn));
      console.log(`${files.length} files in ${out}; the snippet, first in every head:\n${snippetFor(setup)}`);
    });
}
