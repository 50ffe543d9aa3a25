import { shippedDesk } from '@douane/core/classify';
import { defaultScanPlan, type ScanPlan, scanPlanSchema } from '@douane/core/coverage';
import { itemsAsCsv } from '@douane/core/exchange';
import { plainText, signWords } from '@douane/core/observe';
import type { ScanReport } from '@douane/core/scan';
import { parseWith } from '@douane/core/setup';
import { plural } from '@douane/core/words';
import { type HarEntry, harOf, scanSite } from '@douane/scanner';
import type { Command } from 'commander';
import pc from 'picocolors';
import { parseCount, parseResolve, readList, readOwnCatalogue, readScanPlan, readSignIn, writeOut } from '../files';
import { progress, progressDone, Refused } from '../say';

/** Kinds of page told at the end, those of which most were left. */
const MOST_FAMILIES = 10;

interface Flags {
  pages?: number;
  include: string[];
  exclude: string[];
  resolve: string[];
  private?: boolean;
  signIn?: string;
  json?: string;
  har?: string;
  csv?: string;
  plan?: string;
  list?: string;
  ownSite?: boolean;
  catalogue?: string;
}

const many = (value: string, all: string[]) => [...all, value];

/** `douane scan URL`: one scan without a database, to files. */
export function scanCommand(program: Command): void {
  program
    .command('scan')
    .description('visit a site with a real browser and list what it stores and contacts')
    .argument('<url>')
    .option('--pages <n>', 'most pages to visit', parseCount('--pages'))
    .option('--plan <file>', 'a scan plan as JSON; the options beside it win')
    .option('--list <file>', 'visit the addresses in this file alone, one per line or in a column of a CSV')
    .option('--catalogue <file>', 'what you know of names and hosts, as CSV or JSON; asked before what ships')
    .option('--own-site', 'the site is yours, so robots.txt need not be obeyed')
    .option('--include <glob>', 'visit only addresses whose path fits; may be given again', many, [])
    .option('--exclude <glob>', 'leave out addresses whose path fits; may be given again', many, [])
    .option('--resolve <host=address:port>', 'where a host is to be found; may be given again', many, [])
    .option('--private', 'allow loopback and private addresses')
    .option('--json <file>', 'write the report as JSON; - for standard output')
    .option('--sign-in <file>', 'a recipe for pages behind a login: address, fields, submit, success')
    .option('--har <file>', 'write all requests as HAR 1.2')
    .option('--csv <file>', 'write the items as CSV; - for standard output')
    .action(async (url: string, flags: Flags) => {
      const controller = new AbortController();
      process.once('SIGINT', () => controller.abort());
      const entries: HarEntry[] = [];
      const plan = await planOf(flags);
      const known = flags.catalogue ? await readOwnCatalogue(flags.catalogue) : [];
      const report = await scanSite(url, {
        ...(flags.signIn && { signIn: await readSignIn(flags.signIn) }),
        plan,
        onPage: (_record, har) => void entries.push(...har),
        allowPrivate: flags.private ?? false,
        resolve: flags.resolve.map(parseResolve),
        classify: (items, signs) => shippedDesk(items, signs, known),
        signal: controller.signal,
        onProgress: ({ done, waiting, items, current }) =>
          progress(`${done} done, ${waiting} waiting, ${items} items  ${current[0] ?? ''}`),
      });
      progressDone();
      if (flags.json) await writeOut(flags.json, JSON.stringify(report, null, 2));
      if (flags.har) await writeOut(flags.har, JSON.stringify(harOf(entries, report.browser)));
      if (flags.csv) await writeOut(flags.csv, itemsAsCsv(report.items));
      if (flags.json !== '-' && flags.csv !== '-') summary(report);
      if (!report.pages.some((page) => page.outcome === 'ok')) process.exitCode = 2;
    });
}

/** The plan of a file, or none, with what was given on the command line on top. */
async function planOf(flags: Flags): Promise<ScanPlan> {
  const base = flags.plan ? await readScanPlan(flags.plan) : defaultScanPlan();
  const given = {
    ...base,
    ...(flags.pages && { pages: flags.pages }),
    ...(flags.include.length > 0 && { include: flags.include }),
    ...(flags.exclude.length > 0 && { exclude: flags.exclude }),
    ...(flags.list && { listed: await readList(flags.list) }),
    ...(flags.ownSite && { ownSite: true }),
    ...(flags.har && { keepHar: true }),
  };
  const parsed = parseWith(scanPlanSchema, given);
  if (parsed.ok) return parsed.value;
  const [first] = parsed.problems;
  throw new Refused(`--${first!.path.replace(/\[.*/, '')}: ${first!.message}`);
}

function summary({ items, pages, signs, coverage, problems, seconds }: ScanReport): void {
  for (const { kind, name, host, party, purpose, service, suggestion } of items) {
    const what = `${kind === 'request' ? `${kind}: ${name}` : `${kind} ${plainText(name)}`}`;
    const perhaps = suggestion ? `, perhaps ${suggestion.purpose} (${Math.round(suggestion.confidence * 100)} %)` : '';
    const ruled = purpose ? `${purpose} · ${service}` : pc.yellow(`open${perhaps}`);
    console.log(`${party === 'third' ? pc.bold(host) : host}  ${what}  ${ruled}`);
  }
  for (const { url, outcome, why } of pages)
    if (outcome !== 'ok') console.log(pc.yellow(`${outcome}: ${plainText(url)} ${why ?? ''}`));
  for (const { page, what } of problems) console.log(pc.yellow(`${plainText(page)}: ${plainText(what)}`));
  for (const sign of signs) console.log(plainText(signWords(sign)));
  for (const { family, visited, left } of coverage.sampled.slice(0, MOST_FAMILIES))
    console.log(pc.yellow(`${plainText(family)}: ${visited} visited, ${left} left`));
  const more = coverage.sampled.length - MOST_FAMILIES;
  if (more > 0) console.log(pc.yellow(`and ${more} more kinds of page of which some were left`));
  const open = items.filter((item) => item.purpose === null).length;
  console.log(
    `${plural(items.length, 'item')} on ${plural(pages.length, 'page')} in ${seconds.toFixed(1)} s; ${open} open`,
  );
}
