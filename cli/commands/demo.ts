import { rm } from 'node:fs/promises';
import path from 'node:path';
import { ORGANISATION, SPECIALIST, type StandInWeb, startMailbox, startStandInWeb, TICKET_SITE } from '@douane/demo';
import { snippetFor } from '@douane/gate';
import {
  addOrganisation,
  countPeople,
  type DatabaseUrls,
  type Db,
  forgetCluster,
  isFree,
  listSites,
  migrate,
  openPool,
  portOf,
  readConfig,
  releaseInForce,
  startCluster,
  startServer,
  startWorker,
} from '@douane/server';
import type { Command } from 'commander';
import { workThroughDemo } from '../demo-data';
import { Refused } from '../say';
import { stopSignal } from '../stop';

/** `douane demo`: everything on this machine with demo data, until it is stopped. */
export function demoCommand(program: Command, root: string): void {
  program
    .command('demo')
    .description('start everything on this machine with demo data')
    .option('--fresh', 'forget what was there and start anew')
    .action(async ({ fresh }: { fresh?: boolean }) => {
      const stops: (() => Promise<void>)[] = [];
      const stopAll = async () => {
        for (const stop of stops.reverse()) await stop().catch((error) => console.error(error.message));
      };
      const stopped = stopSignal();
      try {
        await Promise.race([start(root, fresh ?? false, stops), stopped]);
        await stopped;
        console.log('\nStopping');
      } finally {
        await stopAll();
      }
      // Whatever was still being started when the signal came ends with the process.
      process.exit();
    });
}

async function start(root: string, fresh: boolean, stops: (() => Promise<void>)[]): Promise<void> {
  const port = await takePort('DOUANE_PORT', 4100);
  const standInPort = await takePort('DOUANE_STANDIN_PORT', 4180);
  const folder = path.join(root, '.douane');
  const own = process.env.DATABASE_URL;
  if (own && fresh) {
    throw new Refused(
      '--fresh is for the demo’s own database; yours at DATABASE_URL is not emptied. Name an empty one',
    );
  }
  let urls: DatabaseUrls = { databaseUrl: own ?? '', ownerUrl: process.env.DOUANE_OWNER_URL || (own ?? '') };
  if (!own) {
    if (fresh) {
      await forgetCluster(folder);
      await rm(folder, { recursive: true, force: true });
    }
    const cluster = await startCluster(folder);
    stops.push(() => cluster.stop());
    urls = cluster;
  }
  await migrate(urls, root);

  const mailbox = await startMailbox();
  stops.push(() => mailbox.close());
  const env = {
    DOUANE_SECRET: 'demo-only',
    DOUANE_SMTP: mailbox.url,
    DOUANE_MAIL_FROM: 'douane@skerrysound.example',
    DOUANE_RETRY_SECONDS: '5',
    ...process.env,
    DATABASE_URL: urls.databaseUrl,
    DOUANE_PORT: String(port),
    DOUANE_ALLOW_PRIVATE: '1',
    DOUANE_CATALOGUE: path.join(root, 'demo/catalogue.json'),
    DOUANE_PLACE_HEADER: process.env.DOUANE_PLACE_HEADER ?? 'x-visitor-place',
  };
  const config = readConfig(env, root);
  const web = await startStandInWeb({ port: standInPort, root, mailbox });
  stops.push(() => web.close());
  const server = await startServer(config);
  stops.push(() => server.stop());
  const worker = await startWorker(config);
  stops.push(() => worker.stop());

  const db = openPool(urls.databaseUrl);
  try {
    if ((await countPeople(db)) === 0) {
      console.log(
        'Preparing the demo: scanning, ruling, publishing and checking the ferry company’s sites. This takes two minutes.',
      );
      await addOrganisation(db, ORGANISATION, SPECIALIST);
      await workThroughDemo({ api: config.publicUrl, web });
    } else {
      await restoreStandIn(db, web);
    }
  } finally {
    await db.end();
  }
  console.log(`
Douane            ${config.publicUrl}
  sign in with    ${SPECIALIST.email}
  password        ${SPECIALIST.password}
Ticket site       http://${TICKET_SITE.host}:${standInPort}/
Stand-in web      http://control.localhost:${standInPort}/   faults, what reached the third parties, mailbox, webhook

Ctrl-C ends everything.`);
}

/** The stand-in web forgets at its end what the developers pasted; the database still knows. */
async function restoreStandIn(db: Db, web: StandInWeb): Promise<void> {
  web.state.fault = 'pixel-in-markup';
  web.state.newcomer = true;
  const { rows } = await db.query<{ id: string }>('SELECT id FROM organisation');
  const sites = (await Promise.all(rows.map(({ id }) => listSites(db, id)))).flat();
  let complete = false;
  for (const { organisationId, id, key, setup } of sites) {
    const release = await releaseInForce(db, organisationId, id);
    if (!release) continue;
    if (key === TICKET_SITE.key) web.state.snippet = snippetFor(release.setup);
    else web.state.snippets[new URL(setup.site.address).hostname] = snippetFor(release.setup);
    complete ||= key === TICKET_SITE.key;
  }
  if (!complete) console.log('The demo’s preparation was broken off; npm run demo -- --fresh starts anew.');
}

async function takePort(variable: string, otherwise: number): Promise<number> {
  const port = portOf(process.env, variable, otherwise);
  if (!(await isFree(port))) throw new Refused(`port ${port} is taken; choose another with ${variable}=… npm run demo`);
  return port;
}
