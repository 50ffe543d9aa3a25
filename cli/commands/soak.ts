import type { ChildProcess } from 'node:child_process';
import { randomUUID } from 'node:crypto';
import { openPool, verifyLedger } from '@douane/server';
import type { Command } from 'commander';
import { parseCount } from '../files';
import { Poster } from '../load/poster';
import { endProcess, type ServedSite, withServedSite } from '../load/served-site';
import { progress, progressDone } from '../say';

const POSTERS = 16;
const pause = (ms: number) => new Promise((done) => setTimeout(done, ms));

/** What is done to the running system, in turn. */
const FAULTS = ['serve is killed', 'the database is restarted', 'serve is stopped', 'the database is killed'] as const;

/** `douane soak`: faults in a loop under load; exit 1 where a record was lost, doubled, or the server died. */
export function soakCommand(program: Command, root: string): void {
  program
    .command('soak')
    .description(
      'kill and restart server and database in a loop under load; prints what was acknowledged, lost, doubled',
    )
    .option('--minutes <n>', 'how long', parseCount('--minutes'), 10)
    .action(async ({ minutes }: { minutes: number }) => {
      const { figures, sound } = await withServedSite(root, (site) => soak(site, minutes * 60_000));
      for (const [name, value] of figures) console.log(`${name} ${value}`);
      process.exitCode = sound ? 0 : 1;
    });
}

/** Runs the loop for so long, and adds up. `sound`: nothing was lost, doubled, broken or dead. */
async function soak(
  site: ServedSite,
  forMs: number,
): Promise<{ figures: [string, string | number][]; sound: boolean }> {
  let server: ChildProcess = await site.serve();
  let meant = false;
  let deaths = 0;
  const watch = (child: ChildProcess) =>
    child.once('exit', () => {
      if (!meant) deaths += 1;
    });
  watch(server);

  const acknowledged = new Map<string, string>();
  const sent = new Set<string>();
  let attempts = 0;
  let differing = 0;
  let lastAnswer = Date.now();
  const end = Date.now() + forMs;
  // A choice goes out again under its id until it is answered, as a visitor's gate does.
  const post = async () => {
    const poster = new Poster(site.records, site.setup);
    while (Date.now() < end) {
      const id = randomUUID();
      sent.add(id);
      for (let answered = false; !answered; ) {
        attempts += 1;
        const answer = await poster.post(id).catch(() => null); // cut off; tried again below
        answered = answer?.status === 201;
        if (answered) {
          lastAnswer = Date.now();
          const hash = answer!.body.hash!;
          if (acknowledged.has(id) && acknowledged.get(id) !== hash) differing += 1;
          acknowledged.set(id, hash);
          // Now and then a visitor's browser asks twice although it was answered.
          if (Math.random() < 0.02) answered = false;
          if (!answered) await pause(5);
        } else {
          await pause(40);
          if (Date.now() > end + 30_000) return;
        }
      }
      await pause(10);
    }
    poster.end();
  };
  const posting = Promise.all(Array.from({ length: POSTERS }, post));

  const counts = new Map<string, number>();
  let slowest = 0;
  for (let n = 0; Date.now() < end; n++) {
    await pause(2_500);
    const fault = FAULTS[n % FAULTS.length]!;
    counts.set(fault, (counts.get(fault) ?? 0) + 1);
    progress(`${Math.round((end - Date.now()) / 1000)} s left, ${acknowledged.size} acknowledged; ${fault}`);
    if (fault.startsWith('serve')) {
      meant = true;
      await endProcess(server, fault === 'serve is killed' ? 'SIGKILL' : 'SIGTERM');
      meant = false;
      server = await site.serve();
      watch(server);
    } else {
      await site.cluster.stop(fault === 'the database is killed' ? 'immediate' : 'fast');
      await pause(500);
      await site.cluster.start();
      const back = Date.now();
      while (lastAnswer < back && Date.now() - back < 20_000) await pause(5);
      slowest = Math.max(slowest, lastAnswer - back);
    }
  }
  await posting;
  progressDone();

  const db = openPool(site.cluster.databaseUrl);
  const { rows } = await db.query<{ id: string; hash: string }>('SELECT id, hash FROM consent_record');
  const { records, broken } = await verifyLedger(db, site.organisationId, site.siteId, []);
  await db.end();
  const kept = new Map(rows.map(({ id, hash }) => [id, hash]));
  const lost = [...acknowledged].filter(([id, hash]) => kept.get(id) !== hash).length;
  const doubled = rows.length - kept.size + rows.filter(({ id }) => !sent.has(id)).length + differing;
  meant = true;
  return {
    sound: lost === 0 && doubled === 0 && broken === null && deaths === 0,
    figures: [
      ...[...counts].map(([fault, times]): [string, number] => [`soak.faults (${fault})`, times]),
      ['soak.attempts', attempts],
      ['soak.acknowledged', acknowledged.size],
      ['soak.lost', lost],
      ['soak.doubled', doubled],
      ['soak.in_ledger', records],
      ['soak.chain', broken === null ? 'holds' : `broken at ${broken.number}`],
      ['soak.serve_died', deaths],
      ['soak.slowest_first_answer_ms', slowest],
    ],
  };
}
