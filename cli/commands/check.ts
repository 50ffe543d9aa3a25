import { mkdir } from 'node:fs/promises';
import path from 'node:path';
import {
  type Baseline,
  broadCases,
  type CheckReport,
  exposureWords,
  isMistold,
  isSameItem,
  luckWords,
  notChecked,
  type Parted,
  parseCase,
  partByBaseline,
  slippedFrom,
  slippedThings,
  slipWords,
  toldWords,
  type VisitorCase,
} from '@douane/core/check';
import { checkAsJson, checkAsJunit, checkAsMarkdown, checkAsSarif } from '@douane/core/check/reports';
import { plainText } from '@douane/core/observe';
import { compileRelease } from '@douane/core/release';
import { plural } from '@douane/core/words';
import { gateFiles } from '@douane/gate';
import { type HarEntry, harOf, runCheck } from '@douane/scanner';
import { loadGateCode, sha256 } from '@douane/server/gate-code';
import { type Command, Option } from 'commander';
import pc from 'picocolors';
import { parseCount, parseResolve, readBaseline, readCertificate, readSetup, writeOut } from '../files';
import { progress, progressDone, Refused, today } from '../say';
import { PipelineServer } from '../server';
import { readSources } from '../sources';

interface Flags {
  setup?: string;
  server?: string;
  token?: string;
  site?: string;
  case: string[];
  pages: number;
  resolve: string[];
  private?: boolean;
  trust: string[];
  json?: string;
  junit?: string;
  sarif?: string;
  source?: string;
  markdown?: string;
  baseline?: string;
  adverse: boolean;
  draft?: boolean;
  har?: string;
}

const many = (value: string, all: string[]) => [...all, value];

/** `douane check URL`: visits as each kind of visitor; exit 1 where something slipped, 2 where it could not check. */
export function checkCommand(program: Command, root: string): void {
  program
    .command('check')
    .description(
      'visit as each kind of visitor and tell what was held, cleared, or slipped; exit 1 when something slipped or tags were told wrong, 2 where it or a visit could not be run',
    )
    .argument('<url>')
    .option('--setup <file>', 'the site’s setup, format douane.setup/3 or older')
    .option(
      '--server <url>',
      'instead of a setup: a Douane server, whose release in force and ledger it is held against',
    )
    .addOption(new Option('--token <token>', 'for --server').env('DOUANE_TOKEN'))
    .option('--site <key>', 'for --server: which site, where the address is not its own')
    .option('--case <case>', 'such as place=DE,choice=refuse or place=US-CA,gpc; may be given again', many, [])
    .option('--pages <n>', 'most pages to visit in each case', parseCount('--pages'), 12)
    .option('--resolve <host=address:port>', 'where a host is to be found; may be given again', many, [])
    .option('--private', 'allow loopback and private addresses')
    .option('--trust <file>', 'certificate (PEM) of the site’s own authority or server; may be given again', many, [])
    .option('--json <file>', 'write the report as JSON; - for standard output')
    .option('--junit <file>', 'write the verdicts as JUnit XML')
    .option('--sarif <file>', 'write what slipped and what is exposed as SARIF 2.1.0')
    .option('--source <folder>', 'the site’s own source, so that SARIF names its files and lines')
    .option('--markdown <file>', 'write a summary in Markdown; - for standard output')
    .option('--baseline <file>', 'known slips that do not fail the build, format douane.baseline/1')
    .option('--no-adverse', 'leave out the visits in which races are lost on purpose')
    .option(
      '--draft',
      'let the visits have the gate of this setup, whatever the site is served: to check before publishing',
    )
    .option('--har <dir>', 'write the requests of each case as HAR 1.2')
    .action(async (url: string, flags: Flags) => {
      const server = flags.server === undefined ? null : await serverOf(url, flags);
      const release = server?.release ?? compileRelease(await readSetup(setupOf(flags)), 1, today());
      const cases = flags.case.map((text) => {
        const parsed = parseCase(text, release);
        if (typeof parsed === 'string') throw new Refused(`--case ${text}: ${parsed}`);
        return parsed;
      });
      const baseline = flags.baseline ? await readBaseline(flags.baseline) : NO_BASELINE;
      const sourceOf = flags.source === undefined ? undefined : await readSources(flags.source);
      const controller = new AbortController();
      process.once('SIGINT', () => controller.abort());
      const hars = new Map<string, HarEntry[]>();
      const report = await runCheck(url, release, {
        ...(flags.har && { onHar: (visitor: VisitorCase, entries: HarEntry[]) => hars.set(visitor.id, entries) }),
        cases: cases.length > 0 ? cases : broadCases(release, flags.adverse),
        most: flags.pages,
        allowPrivate: flags.private ?? false,
        resolve: flags.resolve.map(parseResolve),
        ...(flags.draft && { draft: gateFiles(release, await loadGateCode(root), sha256) }),
        trusted: await Promise.all(flags.trust.map(readCertificate)),
        ...(server && { ledger: server.records }),
        signal: controller.signal,
        onProgress: ({ done, of, current }) => progress(`${done} of ${of} cases  ${current.join(', ')}`),
      });
      progressDone();
      if (controller.signal.aborted) throw new Refused('the check was cancelled');
      const parted = partByBaseline(report, baseline, today());
      if (flags.json) await writeOut(flags.json, checkAsJson(report));
      if (flags.junit) await writeOut(flags.junit, checkAsJunit(report, parted));
      if (flags.sarif) await writeOut(flags.sarif, checkAsSarif(report, parted, sourceOf));
      if (flags.markdown) await writeOut(flags.markdown, checkAsMarkdown(report, parted));
      if (flags.har) await mkdir(flags.har, { recursive: true });
      for (const [id, entries] of hars) {
        const file = path.join(flags.har!, `${id.replace(/[^\w-]+/g, '-')}.har`);
        await writeOut(file, JSON.stringify(harOf(entries, report.browser)));
      }
      if (flags.json !== '-' && flags.markdown !== '-') summary(report, parted);
      if (server) {
        const why = await server.handIn(report);
        console.error(why ? pc.yellow(`Not kept: ${why}`) : `Kept as a check of ${server.site}, v${release.number}.`);
      }
      const mistold = report.cases.some(({ told = [] }) => told.some(isMistold));
      process.exitCode = parted.fresh.length > 0 || mistold ? 1 : notChecked(report.cases).length > 0 ? 2 : 0;
    });
}

function setupOf({ setup }: Flags): string {
  if (setup === undefined) throw new Refused('give --setup FILE, or --server URL with --token');
  return setup;
}

function serverOf(address: string, { setup, draft, server = '', token, site: key }: Flags): Promise<PipelineServer> {
  if (setup !== undefined || draft) throw new Refused('--server has what is in force; leave out --setup and --draft');
  if (!token) throw new Refused('--server needs --token, or DOUANE_TOKEN to be set');
  return PipelineServer.open(server, token, { key, address });
}

const NO_BASELINE: Baseline = { format: 'douane.baseline/1', known: [] };

function summary(report: CheckReport, { known, expired, idle }: Parted): void {
  for (const { item, cases } of slippedThings(report.cases)) {
    const who = cases.map((c) => c.id).join(', ');
    console.log(
      `${known.some((one) => isSameItem(one.item, item)) ? pc.yellow('known  ') : pc.red('slipped')} ${item.host} ${item.kind} ${plainText(item.name)} (${item.purpose ?? 'open'}) in: ${who}`,
    );
    console.log(`        ${slipWords(item)} ${plainText(item.page ?? '')}`);
  }
  for (const { id, notChecked: why = [] } of notChecked(report.cases))
    console.log(pc.red(`not checked ${id}: ${plainText(why.join(' '))}`));
  for (const { id, told = [], problems } of report.cases) {
    for (const one of told.filter(isMistold)) console.log(`${pc.red('told')} ${plainText(`${id}: ${toldWords(one)}`)}`);
    for (const problem of problems) console.log(pc.yellow(`${id}: ${plainText(problem)}`));
  }
  for (const { host, owner, until } of expired)
    console.log(pc.red(`${host} was known to ${owner} until ${until}, and slips still`));
  for (const { host, owner } of idle) console.log(`${host} (${owner}) slips no more: take it out of the baseline`);
  for (const one of report.exposed ?? []) {
    const luck = luckWords(one, slippedFrom(one, report.cases));
    console.log(`${pc.yellow('exposed')} ${plainText(`${one.page} ${exposureWords(one)} ${luck}`)}`);
  }
  const { held, cleared, slipped, silent } = report.summary;
  console.log(
    `${plural(report.cases.length, 'case')} on ${plural(report.pages.length, 'page')} in ${report.seconds.toFixed(1)} s: ${held} held, ${cleared} cleared, ${slipped} slipped, ${silent} silent`,
  );
}
