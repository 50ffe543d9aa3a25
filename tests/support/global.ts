import { chmod, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { migrate, startCluster } from '@douane/server';
import type { TestProject } from 'vitest/node';

declare module 'vitest' {
  export interface ProvidedContext {
    /** Folder of the one cluster of the run. */
    clusterFolder: string;
    /** Database at the newest schema, which every file copies. */
    template: string;
  }
}

/** One cluster for the whole run; every file has a database of its own in it. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const folder = await mkdtemp(path.join(tmpdir(), 'douane-tests-'));
  await chmod(folder, 0o755); // the user that PostgreSQL runs as has to reach it
  const cluster = await startCluster(folder);
  const root = path.resolve(import.meta.dirname, '../..');
  await migrate(await cluster.createDatabase('template_for_tests'), root);
  project.provide('clusterFolder', folder);
  project.provide('template', 'template_for_tests');
  return async () => {
    await cluster.stop();
    await rm(folder, { recursive: true, force: true });
  };
}
