import type { IncomingMessage, ServerResponse } from 'node:http';
import { ipKeyGenerator, MemoryStore, type Options } from 'express-rate-limit';
import proxyAddr from 'proxy-addr';
import getRawBody from 'raw-body';
import type { ServerContext } from '../context';
import { notFound, Problem, sendProblem } from '../problems';
import { visitorHeaders } from './headers';
import { jsonOf } from './json-of';
import { acceptOrigin, recordChoice } from './record';

const PATH = /^\/g\/([^/?#]+)\/records(?:\?|$)/;
const MOST_BYTES = 8_192;
/** Choices that one address may send within a minute; behind a proxy an office is one address. */
const MOST_A_MINUTE = 600;

/**
 * The recorder, `POST /g/SITE/records`: answers 201 only when the record is committed; the gate releases nothing before
 * that. It is the one thing that every visitor of every site waits for, so it stands before Express, which takes longer
 * about a request than all that is done here.
 */
export class Recorder {
  private readonly sent = new MemoryStore();

  constructor(private readonly context: Pick<ServerContext, 'served' | 'ledgers' | 'surroundings' | 'config'>) {
    this.sent.init({ windowMs: 60_000 } as Options);
  }

  /** Whether a request is for the recorder; then it answers it, now or later. */
  takes(req: IncomingMessage, res: ServerResponse): boolean {
    const key = req.method === 'POST' ? PATH.exec(req.url ?? '')?.[1] : undefined;
    if (key === undefined) return false;
    this.context.surroundings.notice(req);
    visitorHeaders(res);
    this.record(key, req, res).catch((cause) => sendProblem(res, cause));
    return true;
  }

  close(): void {
    this.sent.shutdown();
  }

  private async record(key: string, req: IncomingMessage, res: ServerResponse): Promise<void> {
    const { served, ledgers, config } = this.context;
    const address = proxyAddr(req, (_address, hops) => hops < config.trustProxy);
    const { totalHits } = await this.sent.increment(ipKeyGenerator(address));
    if (totalHits > MOST_A_MINUTE) {
      throw new Problem(429, 'Too many records from this address', 'Wait a minute and try again.');
    }
    const body = await bodyOf(req, res);
    const site = await served.site(key);
    if (!site) throw notFound('site');
    const inForce = await served.inForce(site);
    if (!inForce) throw new Problem(409, 'Nothing is published at this site yet');
    const { origin = '' } = req.headers;
    const { staging } = acceptOrigin(inForce, origin);
    res.setHeader('access-control-allow-origin', origin);
    res.setHeader('vary', 'origin');
    const sent = { body: jsonOf(body), userAgent: req.headers['user-agent'] };
    const { id, hash, at } = await recordChoice(inForce, sent, staging, { served, ledgers });
    res.statusCode = 201;
    res.setHeader('content-type', 'application/json');
    res.end(JSON.stringify({ id, hash, at }));
  }
}

/** The body as text whatever it calls itself, so that the browser needs no preflight request. */
function bodyOf(req: IncomingMessage, res: ServerResponse): Promise<string> {
  const length = req.headers['content-length'];
  return getRawBody(req, { encoding: 'utf8', limit: MOST_BYTES, ...(length !== undefined && { length }) }).catch(
    (cause) => {
      // What still comes is read by nobody.
      res.setHeader('connection', 'close');
      throw cause;
    },
  );
}
