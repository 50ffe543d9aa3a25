import { chmod, mkdtemp, rm } from 'node:fs/promises';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { chromiumPath } from '@douane/scanner';
import { migrate, startCluster } from '@douane/server';
import { chromium } from 'playwright-core';
import type { TestProject } from 'vitest/node';

declare module 'vitest' {
  export interface ProvidedContext {
    /** Folder of the one cluster of the run. */
    clusterFolder: string;
    /** Database at the newest schema, which every file copies. */
    template: string;
    /** Where the one browser of the run listens. */
    browserAddress: string;
  }
}

/** One cluster and one browser for the whole run; every file has a database and visitors of its own in them. */
export default async function setup(project: TestProject): Promise<() => Promise<void>> {
  const folder = await mkdtemp(path.join(tmpdir(), 'douane-tests-'));
  await chmod(folder, 0o755); // the user that PostgreSQL runs as has to reach it
  const cluster = await startCluster(folder);
  const root = path.resolve(import.meta.dirname, '../..');
  await migrate(await cluster.createDatabase('template_for_tests'), root);
  // A browser as a person has it, apart from the one that scans.
  const browser = await chromium.launchServer({
    executablePath: chromiumPath(),
    args: [
      '--no-sandbox',
      '--disable-background-networking',
      '--disable-component-update',
      '--disable-sync',
      '--no-first-run',
    ],
  });
  project.provide('clusterFolder', folder);
  project.provide('template', 'template_for_tests');
  project.provide('browserAddress', browser.wsEndpoint());
  return async () => {
    await browser.close();
    await cluster.stop();
    await rm(folder, { recursive: true, force: true });
  };
}
