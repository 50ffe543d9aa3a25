import { randomBytes } from 'node:crypto';
import path from 'node:path';
import { type Mailbox, SPECIALIST, type StandInWeb, startMailbox, startStandInWeb } from '@douane/demo';
import {
  addOrganisation,
  type Config,
  type DatabaseUrls,
  type Db,
  freePort,
  openPool,
  type RunningServer,
  readConfig,
  startCluster,
  startServer,
  startWorker,
} from '@douane/server';
import { inject } from 'vitest';

export const ROOT = path.resolve(import.meta.dirname, '../..');

export interface World {
  /** As the owner of the tables, so that tests can damage what the application cannot. */
  db: Db;
  config: Config;
  web: StandInWeb;
  mailbox: Mailbox;
  server: RunningServer;
  url: string;
  /** Of the organisation that the specialist belongs to. */
  organisationId: string;
  /** Ends the worker in good order, and starts another. */
  restartWorker(meanwhile?: () => Promise<unknown>): Promise<void>;
  stop(): Promise<void>;
}

/** A fresh database at the newest schema, in the cluster of the run. */
export async function freshDatabase(): Promise<DatabaseUrls> {
  const cluster = await startCluster(inject('clusterFolder'));
  return cluster.createDatabase(`test_${randomBytes(6).toString('hex')}`, inject('template'));
}

/** A database, a server, a worker and the stand-in web, all on free ports, with one organisation and one person. */
export async function startWorld(): Promise<World> {
  const urls = await freshDatabase();
  const mailbox = await startMailbox();
  const config = readConfig(
    {
      DATABASE_URL: urls.databaseUrl,
      DOUANE_PORT: String(await freePort()),
      DOUANE_ALLOW_PRIVATE: '1',
      DOUANE_SECRET: 'tests',
      DOUANE_SMTP: mailbox.url,
      DOUANE_RETRY_SECONDS: '1',
      DOUANE_CATALOGUE: path.join(ROOT, 'demo/catalogue.json'),
      DOUANE_PLACE_HEADER: 'x-visitor-place',
    },
    ROOT,
  );
  const web = await startStandInWeb({ port: 0, root: ROOT, mailbox });
  const server = await startServer(config);
  let worker = await startWorker(config);
  const db = openPool(urls.ownerUrl);
  const { organisationId } = await addOrganisation(db, 'Skerry & Sound Ferries', SPECIALIST);
  return {
    db,
    config,
    web,
    mailbox,
    server,
    url: config.publicUrl,
    organisationId,
    async restartWorker(meanwhile) {
      await worker.stop();
      await meanwhile?.();
      worker = await startWorker(config);
    },
    async stop() {
      await worker.stop();
      await server.stop();
      await web.close();
      await mailbox.close();
      await db.end();
    },
  };
}

/** A signed-in person of an organisation of her own in a world that is there, so that no test finds what another left. */
export async function freshOrganisation(world: World): Promise<Client> {
  const key = `o-${randomBytes(4).toString('hex')}`;
  const person = { ...SPECIALIST, email: `${key}@p.example` };
  await addOrganisation(world.db, key, person);
  return new Client(world.url).signIn(person);
}

export interface Answer {
  status: number;
  // Tests look into answers of every shape.
  // biome-ignore lint/suspicious/noExplicitAny: see above
  body: any;
  headers: Headers;
}

/** A person's browser, as far as the API sees it: session cookie and token. */
export class Client {
  private cookie = '';
  private csrf = '';
  constructor(private readonly url: string) {}

  async call(method: string, where: string, body?: unknown, headers: Record<string, string> = {}): Promise<Answer> {
    const response = await fetch(`${this.url}/api${where}`, {
      method,
      headers: {
        cookie: this.cookie,
        'x-csrf-token': this.csrf,
        ...(body !== undefined && { 'content-type': 'application/json' }),
        ...headers,
      },
      ...(body !== undefined && { body: typeof body === 'string' ? body : JSON.stringify(body) }),
    });
    const set = response.headers.getSetCookie().find((line) => line.startsWith('douane.sid='));
    if (set) this.cookie = set.split(';')[0]!;
    const text = await response.text();
    const isJson =
      /json/.test(response.headers.get('content-type') ?? '') && !response.headers.has('content-disposition');
    return { status: response.status, body: isJson ? JSON.parse(text) : text || null, headers: response.headers };
  }

  /** Its session, as the browser keeps it. */
  get session(): string {
    return this.cookie;
  }

  /** Opens a stream of news; `ended` resolves when the server ends it. */
  async stream(where: string): Promise<{ ended: Promise<void> }> {
    const response = await fetch(`${this.url}/api${where}`, { headers: { cookie: this.cookie } });
    return { ended: response.text().then(() => undefined) };
  }

  async signIn(person: { email: string; password: string } = SPECIALIST): Promise<this> {
    this.csrf = (await this.call('GET', '/session')).body.csrf;
    const { body } = await this.call('POST', '/session', { email: person.email, password: person.password });
    this.csrf = body.csrf ?? this.csrf;
    return this;
  }

  /** Publishes the draft as it stands, whatever the lint says of it. */
  async publish(siteId: string, terms: { fromAt?: string; why?: string; askAgain?: string } = {}): Promise<Answer> {
    const { revisions } = (await this.call('GET', `/sites/${siteId}/draft`)).body;
    return this.call('POST', `/sites/${siteId}/releases`, { revisions, why: 'for a test', ...terms });
  }

  /** Saves parts of the draft, each on top of what stands. */
  async saveDraft(siteId: string, parts: Record<string, unknown>): Promise<Answer> {
    const { revisions } = (await this.call('GET', `/sites/${siteId}/draft`)).body;
    const changed = Object.entries(parts).map(([part, body]) => [part, { revision: revisions[part], body }]);
    return this.call('PUT', `/sites/${siteId}/draft`, { parts: Object.fromEntries(changed) });
  }

  /** Brings in a file of observations, and waits until a worker has read it. */
  async bringIn(siteId: string, text: string, name = 'file.csv'): Promise<Answer['body']> {
    const where = `/sites/${siteId}/imports?name=${encodeURIComponent(name)}`;
    const { body } = await this.call('POST', where, text, { 'content-type': 'text/plain' });
    return this.ended(body.run.id);
  }

  /** A run at its end. */
  async ended(runId: string): Promise<Answer['body']> {
    for (;;) {
      const { body: run } = await this.call('GET', `/runs/${runId}`);
      if (!['queued', 'running', 'cancelling'].includes(run.state)) return run;
      await new Promise((resolve) => setTimeout(resolve, 200));
    }
  }

  /** Runs a scan, check, look or trial of a sign-in to its end. */
  async run(
    siteId: string,
    kind: 'scan' | 'check' | 'draft-check' | 'look' | 'sign-in',
    options: object = {},
  ): Promise<Answer['body']> {
    const { body } = await this.call('POST', `/sites/${siteId}/${kind}s`, options);
    return this.ended(body.run.id);
  }
}
