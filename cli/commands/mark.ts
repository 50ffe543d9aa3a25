import { readFile, writeFile } from 'node:fs/promises';
import { allowsMark, indexPlan } from '@douane/core/hold';
import { compileRelease } from '@douane/core/release';
import type { Setup } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import { holdingBy, namesBy, Rewriter } from '@douane/edge';
import { snippetFor } from '@douane/gate';
import type { Command } from 'commander';
import pc from 'picocolors';
import { readSetup } from '../files';
import { Refused, today } from '../say';

interface Options {
  setup: string;
  gate?: boolean;
  dryRun?: boolean;
  json?: boolean;
}

/** What became of one file. */
interface MarkedFile {
  file: string;
  marked: { tag: string; line: number; purposes: string[] }[];
  /** Attributes that name somebody who needs consent and that a script may use; none that could be marked. */
  left: { tag: string; line: number; attribute: string }[];
}

/** `douane mark`: writes what needs consent so that the browser leaves it alone until there is. */
export function markCommand(program: Command): void {
  program
    .command('mark')
    .description('rewrite HTML files so that tags which need consent are marked, and say what could not be')
    .argument('<file...>', 'HTML files, each rewritten in its place')
    .requiredOption('--setup <file>', 'the site’s setup, format douane.setup/3 or older')
    .option('--gate', 'put the gate’s snippet first in each head as well')
    .option('--dry-run', 'write nothing, say only what would be marked')
    .option('--json', 'print what was marked as JSON')
    .action(async (files: string[], { setup: file, gate, dryRun, json }: Options) => {
      const setup = await readSetup(file);
      const mark = marker(setup, gate ? snippetFor(setup) : '');
      const done: MarkedFile[] = [];
      for (const name of files) {
        const bytes = await readFile(name).catch((cause) => {
          throw new Refused(
            `${name} cannot be read: ${cause.code === 'ENOENT' ? 'there is no such file' : cause.message}`,
          );
        });
        if (isWide(bytes)) throw new Refused(`${name} is in UTF-16; save it as UTF-8 and mark it then`);
        const { html, ...told } = mark(bytes.toString('latin1'));
        if (!dryRun) await writeFile(name, html, 'latin1');
        done.push({ file: name, ...told });
      }
      if (json) console.log(JSON.stringify(done, null, 2));
      else for (const one of done) sayMarked(one);
    });
}

/** Marks whatever needs somebody's consent, for all visitors alike: what may run is let go of by the gate. */
function marker(setup: Setup, first: string): (html: string) => { html: string } & Omit<MarkedFile, 'file'> {
  const release = compileRelease(setup, 1, today());
  const plan = indexPlan(release.plan);
  const needed = Object.fromEntries(release.rules.purposes.map(({ id, necessary }) => [id, necessary === true]));
  const allows = (mark: string) => allowsMark(mark, needed, plan.unruled);
  const { hostname } = new URL(setup.site.address);
  const names = namesBy(plan, allows);

  return (html) => {
    const marked: MarkedFile['marked'] = [];
    const left: MarkedFile['left'] = [];
    const rewriter = new Rewriter({
      base: setup.site.address,
      holding: holdingBy(plan, hostname, allows),
      names: (code) => names(code)?.mark ?? null,
      // Marked once already, it is there.
      first: html.includes(first) ? '' : first,
      onMarked: ({ tag, line, marks }) => marked.push({ tag, line, purposes: [...new Set(marks)] }),
      onLeft: (what) => left.push(what),
    });
    return { html: rewriter.write(html) + rewriter.end(), marked, left };
  };
}

const isWide = (bytes: Buffer): boolean => ['255,254', '254,255'].includes([bytes[0], bytes[1]].join());

function sayMarked({ file, marked, left }: MarkedFile): void {
  console.log(`${file}: ${plural(marked.length, 'tag')} marked`);
  for (const { tag, line, purposes } of marked)
    console.log(pc.dim(`  line ${line}: ${tag} for ${purposes.join(', ')}`));
  for (const { tag, line, attribute } of left) {
    const what = `${attribute} of ${tag} names a host that needs consent; only a script of the page can use it`;
    console.log(`  ${pc.bold('not marked')}, line ${line}: ${what}`);
  }
}
