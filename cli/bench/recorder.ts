import { execFile } from 'node:child_process';
import { writeFile } from 'node:fs/promises';
import path from 'node:path';
import { promisify } from 'node:util';
import { openPool } from '@douane/server';
import { Poster } from '../load/poster';
import { type ServedSite, withServedSite } from '../load/served-site';
import { progress, progressDone } from '../say';
import { median, say } from './say';

const ROUNDS = 5;
const SECONDS = 3;
/** Visitors who choose at the same time, and those that commit beside each other in pgbench. */
const POSTERS = 64;
const COMMITTERS = 16;
const run = promisify(execFile);

/**
 * Records per second over HTTP, against commits of single rows of the same size by pgbench on the same cluster. Both are
 * measured in short rounds by turns, for the disk under them is not equally fast from one second to the next.
 */
export async function benchRecorder(root: string): Promise<void> {
  progress('recorder');
  await withServedSite(root, measure);
}

async function measure(site: ServedSite): Promise<void> {
  await site.serve();
  const posters = Array.from({ length: POSTERS }, () => new Poster(site.records, site.setup));
  await recordsPerSecond(posters, 2);
  const script = await commitScript(site);
  const records: number[] = [];
  const commits: number[] = [];
  for (let round = 0; round < ROUNDS; round++) {
    records.push(await recordsPerSecond(posters, SECONDS));
    commits.push(await commitsPerSecond(site, script, SECONDS));
  }
  progressDone();
  say('recorder.records_per_second', median(records), '1/s', 0);
  say('recorder.pgbench_commits_per_second', median(commits), '1/s', 0);
  say('recorder.vs_pgbench', median(records.map((rate, round) => rate / commits[round]!)), 'ratio', 2);
}

async function recordsPerSecond(posters: readonly Poster[], seconds: number): Promise<number> {
  const end = Date.now() + seconds * 1000;
  let written = 0;
  await Promise.all(
    posters.map(async (poster) => {
      while (Date.now() < end) {
        const { status } = await poster.post();
        if (status !== 201) throw new Error(`the recorder answered ${status}`);
        written += 1;
      }
      poster.end(); // the server closes what is idle while the others have their turn
    }),
  );
  return written / seconds;
}

/** A row as the recorder wrote it, to be written by pgbench. */
async function commitScript({ cluster, folder }: ServedSite): Promise<string> {
  const db = openPool(cluster.ownerUrl, { max: 1 });
  await db.query('CREATE TABLE bench_row (id uuid PRIMARY KEY DEFAULT gen_random_uuid(), body jsonb NOT NULL)');
  const { rows } = await db.query('SELECT body FROM consent_record LIMIT 1');
  await db.end();
  const script = path.join(folder, 'commit.sql');
  await writeFile(
    script,
    `INSERT INTO bench_row (body) VALUES ('${JSON.stringify(rows[0].body).replaceAll("'", "''")}');\n`,
  );
  return script;
}

async function commitsPerSecond({ cluster }: ServedSite, script: string, seconds: number): Promise<number> {
  const load = ['-c', String(COMMITTERS), '-j', '2', '-T', String(seconds)];
  const { stdout } = await run(cluster.program('pgbench'), ['-n', '-f', script, ...load, cluster.ownerUrl]);
  return Number(/tps = ([\d.]+)/.exec(stdout)?.[1]);
}
