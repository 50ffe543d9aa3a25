import type { Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import type { Express } from 'express';
import { createApp } from './app';
import { loadKnowledge } from './catalogue';
import type { Config } from './config';
import { openPool } from './db/db';
import { loadGateCode } from './gate-code';
import { RunQueue } from './jobs/queue';
import { Live } from './live';
import { openPlaceFinder } from './visitors/place';

export interface RunningServer {
  port: number;
  app: Express;
  stop(): Promise<void>;
}

/** Starts the HTTP side. Stateless: any number may run behind a load balancer against one database. */
export async function startServer(config: Config): Promise<RunningServer> {
  const [gateCode, placeOf, knowledge] = await Promise.all([
    loadGateCode(config.root),
    openPlaceFinder(config.placeHeaders),
    loadKnowledge(config.catalogueFile),
  ]);
  const db = openPool(config.databaseUrl);
  const queue = await RunQueue.open(config);
  const live = new Live(config.databaseUrl);
  await live.start();
  const app = createApp({ db, config, queue, live, knowledge, gateCode, placeOf });
  const server = await new Promise<Server>((resolve, reject) => {
    const s = app.listen(config.port, config.host, (error) => (error ? reject(error) : resolve(s)));
  });
  return {
    port: (server.address() as AddressInfo).port,
    app,
    async stop() {
      await live.stop();
      await new Promise<void>((resolve) => {
        server.close(() => resolve());
        server.closeAllConnections();
      });
      await queue.stop();
      await db.end();
    },
  };
}
