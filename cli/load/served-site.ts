import { type ChildProcess, spawn } from 'node:child_process';
import { once } from 'node:events';
import { chmod, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { compileRelease } from '@douane/core/release';
import { newSetup, type Setup } from '@douane/core/setup';
import { gateFiles } from '@douane/gate';
import {
  addOrganisation,
  type Cluster,
  forgetCluster,
  freePort,
  insertPublication,
  insertRelease,
  insertSite,
  migrate,
  openPool,
  startCluster,
} from '@douane/server';
import { loadGateCode, sha256 } from '@douane/server/gate-code';
import { today } from '../say';
import { stopSignal } from '../stop';

export const ORIGIN = 'http://load.localhost';

/** One site with a release in force, on a cluster of its own, and `serve` as a process of its own beside it. */
export interface ServedSite {
  /** Its own folder, which goes with it. */
  folder: string;
  cluster: Cluster;
  organisationId: string;
  siteId: string;
  setup: Setup;
  /** Where records go. */
  records: string;
  /** Starts `serve`; resolves when it answers, or has ended at once. It is ended with the site. */
  serve(): Promise<ChildProcess>;
}

const SERVE_MS = 30_000;

/**
 * Makes a site to put a load on, works on it, and takes away everything it made: also where the work fails or is stopped
 * by a signal, which ends this process. `change`: what of its setup is otherwise than new.
 */
export async function withServedSite<T>(
  root: string,
  work: (site: ServedSite) => Promise<T>,
  change: (setup: Setup) => void = () => {},
): Promise<T> {
  const folder = await mkdtemp(path.join(tmpdir(), 'douane-load-'));
  const children = new Set<ChildProcess>();
  const takeAway = async () => {
    await Promise.all([...children].map((child) => endProcess(child, 'SIGTERM')));
    await forgetCluster(folder);
    await rm(folder, { recursive: true, force: true });
  };
  const stopped = stopSignal();
  const done = makeSite(root, folder, children, change).then(work);
  try {
    const first = await Promise.race([stopped, done.then((result) => ({ result }))]);
    if (first !== 'stopped') return first.result;
  } finally {
    await takeAway();
  }
  done.catch(() => {}); // what it worked on is gone
  process.exit(130);
}

async function makeSite(
  root: string,
  folder: string,
  children: Set<ChildProcess>,
  change: (setup: Setup) => void,
): Promise<ServedSite> {
  await chmod(folder, 0o755); // the user that PostgreSQL runs as has to reach it
  const cluster = await startCluster(folder);
  await migrate(cluster, root);
  const port = await freePort();
  const base = `http://127.0.0.1:${port}`;
  const setup = newSetup({ key: 'load', name: 'Load', address: `${ORIGIN}/` }, `${base}/g/load`);
  change(setup);
  const db = openPool(cluster.databaseUrl);
  const person = { name: 'Load', email: 'load@skerrysound.example', password: 'nobody-signs-in' };
  const { organisationId } = await addOrganisation(db, 'Load', person);
  const { id: siteId } = (await insertSite(db, organisationId, setup))!;
  const release = compileRelease(setup, 1, today());
  const files = gateFiles(release, await loadGateCode(root), sha256);
  await insertRelease(db, organisationId, siteId, release, files, { by: null, breaches: [] });
  await insertPublication(db, organisationId, siteId, { number: 1, fromAt: null, why: null, personId: null });
  await db.end();
  const env = {
    ...process.env,
    DATABASE_URL: cluster.databaseUrl,
    DOUANE_PORT: String(port),
    DOUANE_SECRET: 'load',
    DOUANE_HEADS: path.join(folder, 'heads'),
    // Each visitor of the load has an address of his own, as behind a delivery network.
    DOUANE_TRUST_PROXY: '1',
  };
  return {
    folder,
    cluster,
    organisationId,
    siteId,
    setup,
    records: `${base}/g/load/records`,
    async serve() {
      const child = spawn(process.execPath, [path.join(root, 'dist/cli.js'), 'serve'], { env, stdio: 'ignore' });
      children.add(child);
      child.once('exit', () => children.delete(child));
      const giveUp = Date.now() + SERVE_MS;
      while (child.exitCode === null) {
        const answered = await fetch(`${base}/g/load/place`, { signal: AbortSignal.timeout(1_000) }).catch(() => null);
        if (answered?.ok) return child;
        if (Date.now() > giveUp) throw new Error(`serve did not answer within ${SERVE_MS / 1000} s`);
        await new Promise((resolve) => setTimeout(resolve, 25));
      }
      return child;
    },
  };
}

/** Ends a process and waits until it has. */
export async function endProcess(child: ChildProcess, signal: NodeJS.Signals): Promise<void> {
  if (child.exitCode !== null || child.signalCode !== null) return;
  const ended = once(child, 'exit');
  child.kill(signal);
  await ended;
}
