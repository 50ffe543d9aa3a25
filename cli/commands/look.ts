import { GATE_WORDS, isInOrder, isInstalled, type LookReport, meansWords } from '@douane/core/look';
import { lookAsJunit } from '@douane/core/look/junit';
import { plainText } from '@douane/core/observe';
import { compileRelease } from '@douane/core/release';
import { plural } from '@douane/core/words';
import { gateFiles, loadedFiles } from '@douane/gate';
import { lookFor, lookForGate } from '@douane/scanner';
import { loadGateCode, sha256 } from '@douane/server/gate-code';
import type { Command } from 'commander';
import pc from 'picocolors';
import { parseCount, readSetup, writeOut } from '../files';
import { progress, progressDone, Refused, today } from '../say';

interface Flags {
  setup: string;
  pages: number;
  private?: boolean;
  json?: string;
  junit?: string;
}

/** `douane look URL`: whether the gate stands first in every page and runs; exit 1 where it does not, 2 where none could be seen. */
export function lookCommand(program: Command, root: string): void {
  program
    .command('look')
    .description(
      'tell of each page whether the gate stands in it, first and alone, runs, and by what it holds; exit 1 where not',
    )
    .argument('<url>')
    .requiredOption('--setup <file>', 'the site’s setup, format douane.setup/3 or older')
    .option('--pages <n>', 'most pages to look at', parseCount('--pages'), 100)
    .option('--private', 'allow loopback and private addresses')
    .option('--json <file>', 'write the report as JSON; - for standard output')
    .option('--junit <file>', 'write a test for each page as JUnit XML')
    .action(async (url: string, flags: Flags) => {
      const release = compileRelease(await readSetup(flags.setup), 1, today());
      const controller = new AbortController();
      process.once('SIGINT', () => controller.abort());
      const report = await lookForGate(url, {
        ...lookFor(release.setup, release.plan),
        files: loadedFiles(gateFiles(release, await loadGateCode(root), sha256)),
        most: flags.pages,
        allowPrivate: flags.private ?? false,
        signal: controller.signal,
        onProgress: ({ done, of }) => progress(`${done} of ${of} pages`),
      });
      progressDone();
      if (controller.signal.aborted) throw new Refused('the look was cancelled');
      if (report.pages.every(({ state }) => state === 'failed'))
        throw new Refused(`no page could be looked at: ${report.pages[0]?.why ?? 'none was found'}`);
      if (flags.json) await writeOut(flags.json, JSON.stringify(report, null, 2));
      if (flags.junit) await writeOut(flags.junit, lookAsJunit(report));
      if (flags.json !== '-') summary(report);
      process.exitCode = isInstalled(report) ? 0 : 1;
    });
}

function summary({ pages, wayBack, seconds }: LookReport): void {
  for (const { url, state, why, before } of pages.filter((page) => !isInOrder(page))) {
    console.log(`${pc.red(state)} ${plainText(`${url}: ${GATE_WORDS[state]}${why ? `: ${why}` : ''}`)}`);
    for (const tag of before) console.log(`        ${plainText(tag)}`);
  }
  if (wayBack && !wayBack.there) console.log(`${pc.red('no way back')} on ${plainText(wayBack.url)}`);
  for (const means of new Set(pages.map(meansWords).filter(Boolean))) {
    const by = pages.filter((page) => meansWords(page) === means).length;
    console.log(`${plural(by, 'page')} held by ${means}`);
  }
  const first = pages.filter(isInOrder).length;
  console.log(`the gate is first on ${first} of ${plural(pages.length, 'page')}, looked at in ${seconds.toFixed(1)} s`);
}
