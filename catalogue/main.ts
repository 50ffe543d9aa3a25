import { mkdir, writeFile } from 'node:fs/promises';
import os from 'node:os';
import path from 'node:path';
import { Command } from 'commander';
import { scanAgain } from './again';
import { buildKits, gather } from './gather';
import { installKits } from './install';
import { isHeldOut, readKits } from './kits';
import { learnWords } from './learn';
import { marksOf } from './marks';
import { lessonsOf, measure } from './measure';

const folder = path.resolve(process.env.DOUANE_ROOT ?? '.', 'catalogue');
const MARKS_FILE = path.resolve(folder, '../core/classify/catalogue/script-marks.json');
const WORDS_FILE = path.resolve(folder, '../core/classify/catalogue/script-words.json');
const program = new Command('catalogue').option(
  '--scratch <folder>',
  'where kits are installed; outside the repository',
  path.join(os.tmpdir(), 'douane-kits'),
);

program
  .command('install')
  .description('install the kits of both lists from the registry, without running anything of theirs')
  .action(async () => {
    const { scratch } = program.opts<{ scratch: string }>();
    const missing = await installKits(scratch, [...(await readKits(folder)), ...(await readKits(folder, true))]);
    for (const { kit, why } of missing) console.log(`not installed: ${kit}: ${why}`);
    console.log(`installed in ${scratch}`);
  });

program
  .command('propose')
  .description('read and run the kits, and write what they store and contact to proposals.json in the scratch folder')
  .option('--held-out', 'those that are kept apart to measure by')
  .action(async ({ heldOut = false }) => {
    const { scratch } = program.opts<{ scratch: string }>();
    const kits = (await readKits(folder)).filter((kit) => isHeldOut(kit) === heldOut);
    const { evidence, notBuilt } = await gather(scratch, kits);
    await mkdir(scratch, { recursive: true });
    const file = path.join(scratch, heldOut ? 'held-out.json' : 'proposals.json');
    await writeFile(file, JSON.stringify(evidence, null, 1));
    for (const { kit, why } of notBuilt) console.log(`not built: ${kit}: ${why}`);
    const stores = evidence.filter(({ observed }) => observed.some(({ kind }) => kind !== 'request'));
    console.log(`${evidence.length} kits read, of which ${stores.length} stored something when run; see ${file}`);
  });

program
  .command('scripts')
  .description(
    'find names by which kits are known, and learn what their words weigh; writes script-marks and -words.json',
  )
  .action(async () => {
    const { scratch } = program.opts<{ scratch: string }>();
    const kits = (await readKits(folder)).filter((kit) => !isHeldOut(kit));
    const { built } = await buildKits(scratch, kits);
    const marks = marksOf(built);
    const lines = marks.map((kit) => `  ${JSON.stringify(kit)}`).join(',\n');
    await writeFile(MARKS_FILE, `[\n${lines}\n]\n`);
    const model = learnWords(lessonsOf(built));
    const words = Object.entries(model.words).map(
      ([word, weights]) => `  ${JSON.stringify(word)}: ${JSON.stringify(weights)}`,
    );
    const { words: _, ...rest } = model;
    await writeFile(WORDS_FILE, `${JSON.stringify(rest).slice(0, -1)}, "words": {\n${words.join(',\n')}\n} }\n`);
    console.log(`${marks.length} kits are known by marks, ${words.length} words weigh`);
  });

program
  .command('measure')
  .description('scan a site of kits whose hosts nobody knows, and say how much was ruled rightly')
  .option('--used', 'with those that the catalogue was grown from, instead of those kept apart')
  .option(
    '--unknown',
    'as if nothing were known of their services, a quarter of them at a time; to see what is to be mended',
  )
  .option('--fresh', 'with those of fresh-kits.json, from which nothing was learned yet')
  .option('--tell', 'list what was ruled or suggested wrongly, or not at all')
  .action(async ({ used = false, unknown = false, fresh = false, tell = false }) => {
    const { scratch } = program.opts<{ scratch: string }>();
    const all = await readKits(folder);
    const teachers = used && !unknown ? null : all.filter((kit) => !isHeldOut(kit));
    const kits = fresh ? await readKits(folder, true) : all.filter((kit) => isHeldOut(kit) !== used);
    const { figures, told } = await measure(scratch, kits, teachers);
    if (tell) for (const line of told) console.log(line);
    const which = fresh ? 'fresh' : used ? 'used' : 'held_out';
    for (const [name, value] of Object.entries(figures)) console.log(`known.${which}_${name}  ${value}`);
  });

program
  .command('again')
  .description('scan an unchanged site of the held-out kits several times, and say what was new or lost each time')
  .option('--times <n>', 'how often', '5')
  .action(async ({ times }: { times: string }) => {
    const { scratch } = program.opts<{ scratch: string }>();
    const kits = (await readKits(folder)).filter(isHeldOut);
    for (const { added, gone, same } of await scanAgain(scratch, kits, Number(times))) {
      console.log(`known.again_new  ${added.length}\nknown.again_lost  ${gone.length}\nknown.again_same  ${same}`);
      for (const { kind, name, host } of added) console.log(`  new: ${kind} ${name} of ${host}`);
      for (const { kind, name, host } of gone) console.log(`  lost: ${kind} ${name} of ${host}`);
    }
  });

await program.parseAsync();
