import { once } from 'node:events';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Express } from 'express';
import { createApp } from './app';
import { loadKnowledge } from './catalogue';
import type { Config } from './config';
import { openPool } from './db/db';
import { assertMigrated } from './db/migrate';
import { loadGateCode } from './gate-code';
import { RunQueue } from './jobs/queue';
import { HeadFiles, HeadSigner } from './ledger/heads';
import { LedgerWriter } from './ledger/writer';
import { announce, Live } from './live';
import { Surroundings } from './surroundings';
import { FieldReports } from './visitors/field-reports';
import { openPlaceFinder } from './visitors/place';
import { Recorder } from './visitors/recorder';
import { ServedSites } from './visitors/served-sites';

export interface RunningServer {
  port: number;
  app: Express;
  /** What was said at the start, for whoever runs it. */
  said: string[];
  stop(): Promise<void>;
}

/** Answers under way are waited for this long before their connections are cut. */
const LONGEST_DRAIN_MS = 10_000;
/** Open interfaces are told of new records at most this often. */
const NEWS_OF_RECORDS_MS = 1_000;

/** Starts the HTTP side. Stateless: any number may run behind a load balancer against one database. */
export async function startServer(config: Config): Promise<RunningServer> {
  const [gateCode, placeOf, knowledge] = await Promise.all([
    loadGateCode(config.root),
    openPlaceFinder(config.placeHeaders),
    loadKnowledge(config.catalogueFile),
  ]);
  const db = openPool(config.databaseUrl);
  // Visitors have connections of their own, so that people's work and theirs never wait for each other.
  const forVisitors = openPool(config.databaseUrl, { max: 6 });
  const said = await assertMigrated(db);
  const queue = await RunQueue.open(config);
  const live = new Live(config.databaseUrl);
  await live.start();
  const served = new ServedSites(forVisitors);
  live.on('publication', ({ siteId }) => served.forget(siteId));
  const fieldReports = new FieldReports(forVisitors);
  const signer = new HeadSigner(config.secret);
  const heads = new HeadFiles(config.headFolder, signer);
  const news = new Map<string, NodeJS.Timeout>();
  const ledgers = new LedgerWriter(forVisitors, ({ organisationId, siteId, key }, head) => {
    heads.note({ key, siteId }, head);
    // The visitors have their answers; an interface that misses this shows the records at its next look.
    if (news.has(siteId)) return;
    const tell = () => {
      news.delete(siteId);
      announce(db, { organisationId, siteId, what: 'records' }).catch((error) =>
        console.error(`announce: ${error.message}`),
      );
    };
    news.set(siteId, setTimeout(tell, NEWS_OF_RECORDS_MS));
  });
  const surroundings = new Surroundings(config.trustProxy);
  const { app, close } = createApp({
    ...{ db, config, queue, live, knowledge, gateCode, placeOf },
    ...{ served, fieldReports, ledgers, heads, signer, surroundings },
  });
  const recorder = new Recorder({ served, ledgers, surroundings, config });
  const server = createServer((req, res) => {
    if (!recorder.takes(req, res)) app(req, res);
  });
  server.listen(config.port, config.host);
  await once(server, 'listening'); // rejects where it cannot listen
  return {
    port: (server.address() as AddressInfo).port,
    app,
    said: [...said, surroundings.atStart()],
    async stop() {
      // Whoever sent a choice gets his answer; new ones are taken by nobody. Before the streams of open pages end, since
      // these ask anew at once.
      const ended = new Promise<void>((resolve) => server.close(() => resolve()));
      await live.stop();
      const cut = setTimeout(() => server.closeAllConnections(), LONGEST_DRAIN_MS);
      await ended;
      clearTimeout(cut);
      await Promise.all([ledgers.drain(), fieldReports.flush()]);
      recorder.close();
      for (const timer of news.values()) clearTimeout(timer);
      await heads.flush();
      close();
      await queue.stop();
      await Promise.all([db.end(), forVisitors.end()]);
    },
  };
}
