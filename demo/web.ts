import { readFile } from 'node:fs/promises';
import type { AddressInfo } from 'node:net';
import path from 'node:path';
import express, { type Request, type Response } from 'express';
import { FAULTS, type Fault, type SiteState } from './ferries/faults';
import { serveTicketSite } from './ferries/site';
import { FREIGHT_HOST, serveFreightDesk } from './freight/site';
import { type LogEntry, VisitLog } from './log';
import type { Mailbox } from './mailbox';
import { SHOP_HOST, serveShop } from './shop/site';
import { serveSmallSite, smallSite } from './small/serve';
import { thirdParties } from './third-parties/index';
import type { Answering } from './third-parties/types';
import { TICKET_SITE } from './world';

/** A message that reached the stand-in webhook. */
export interface ReceivedHook {
  at: number;
  headers: Record<string, string>;
  body: string;
}

export interface StandInWeb {
  port: number;
  log: VisitLog;
  /** What was posted to `/hook` at the control address, the newest first. */
  hooks: ReceivedHook[];
  state: SiteState;
  close(): Promise<void>;
}

/**
 * Starts the stand-in web: many invented hosts on one port of loopback. `root` is the project's folder, where the
 * stand-ins' scripts lie. Port 0 takes a free one.
 */
export async function startStandInWeb({
  port,
  root,
  mailbox,
}: {
  port: number;
  root: string;
  mailbox?: Mailbox;
}): Promise<StandInWeb> {
  const log = new VisitLog();
  const hooks: ReceivedHook[] = [];
  let failingHooks = 0;
  const state: SiteState = { fault: 'clean', snippet: '', snippets: {}, newcomer: false };
  const app = express();
  app.disable('x-powered-by').disable('etag');
  const server = app.listen(port, '127.0.0.1');
  await new Promise<void>((resolve, reject) => server.once('listening', resolve).once('error', reject));
  const actual = (server.address() as AddressInfo).port;
  const suffix = `:${actual}`;

  const scripts = path.join(root, 'demo/assets/scripts');
  const script =
    (name: string) =>
    ({ res }: Answering) => {
      readFile(path.join(scripts, `${name}.js`), 'utf8').then(
        (text) => res.type('js').send(text.replaceAll('__PORT__', suffix)),
        (cause) => res.status(500).send(String(cause)),
      );
    };
  const parties = new Map(thirdParties(script).map((party) => [party.host, party]));

  app.use((req, res) => {
    const host = req.hostname;
    const party = parties.get(host);
    if (host === 'control.localhost' || host === '127.0.0.1' || host === 'localhost') return control(req, res);
    if (host === FREIGHT_HOST) return serveFreightDesk(req, res, suffix);
    if (host === TICKET_SITE.host || host.endsWith(`.${TICKET_SITE.host}`)) {
      const fault = FAULTS.find((f) => host === `${f}.${TICKET_SITE.host}`);
      return serveTicketSite(req, res, fault ? { ...state, fault } : state, suffix);
    }
    const small = smallSite(host);
    if (small) return serveSmallSite(req, res, small, state.snippets[host] ?? '', suffix);
    const shop = SHOP_HOST.exec(host);
    if (shop) return serveShop(req, res, Number(shop[1]), suffix);
    if (!party) return res.status(404).send('No such stand-in');
    answer(req, res, party.host, party.answers[req.path]);
  });

  function answer(req: Request, res: Response, host: string, how?: (a: Answering) => void) {
    // Noted when it comes, since some answers never end; what it sets is known once the answer's head is out.
    const entry: LogEntry = {
      at: Date.now(),
      host,
      method: req.method,
      path: req.path,
      query: req.originalUrl.split('?')[1] ?? '',
      cookies: cookiesOf(req),
      referrer: req.headers.referer ?? '',
      agent: req.headers['user-agent'] ?? '',
      page: typeof req.query.p === 'string' ? req.query.p : (req.headers.referer ?? ''),
      sets: [],
    };
    log.add(entry);
    res.on('finish', () => {
      entry.sets = [res.getHeader('set-cookie') ?? []].flat().map((line) => String(line).split('=')[0]!);
    });
    if (!how) return res.status(404).end();
    how({ req, res, port: suffix, cookies: cookiesOf(req) });
  }

  /** Reads the log, what the stand-ins say of themselves, and switches faults. */
  function control(req: Request, res: Response) {
    if (req.path === '/log') return res.json(log.all());
    if (req.path === '/parties') {
      return res.json([...parties.values()].map(({ host, name, purpose, what }) => ({ host, name, purpose, what })));
    }
    if (req.path === '/mail') return res.json(mailbox?.letters ?? []);
    if (req.path === '/hooks') return res.json(hooks);
    if (req.path === '/hook') return takeHook(req, res);
    if (req.path === '/clear') {
      log.clear();
      return res.json({ ok: true });
    }
    if (req.path === '/site') {
      const { fault, snippet, newcomer } = req.query;
      if (newcomer !== undefined) state.newcomer = newcomer === '1';
      if (fault !== undefined) {
        if (!FAULTS.includes(fault as Fault)) return res.status(400).send(`fault is one of ${FAULTS.join(', ')}`);
        state.fault = fault as Fault;
      }
      if (typeof snippet === 'string') state.snippet = snippet;
      return res.json(state);
    }
    res.type('html').send(controlPage(state, suffix));
  }

  /** Takes a signed message; `?fail=N` has it fail N times before, as a receiver that is down would. */
  function takeHook(req: Request, res: Response) {
    if (req.query.fail && failingHooks < Number(req.query.fail)) {
      failingHooks += 1;
      return res.status(503).end();
    }
    express.text({ type: '*/*', limit: '1mb' })(req, res, () => {
      hooks.unshift({ at: Date.now(), headers: req.headers as Record<string, string>, body: String(req.body) });
      hooks.length = Math.min(hooks.length, 200);
      res.status(204).end();
    });
  }

  return {
    port: actual,
    log,
    hooks,
    state,
    close: () =>
      new Promise((resolve) => {
        server.closeAllConnections();
        server.close(() => resolve());
      }),
  };
}

function cookiesOf(req: Request): Record<string, string> {
  const pairs = (req.headers.cookie ?? '').split('; ').filter(Boolean);
  return Object.fromEntries(pairs.map((pair) => [pair.split('=')[0]!, pair.slice(pair.indexOf('=') + 1)]));
}

function controlPage(state: SiteState, port: string): string {
  const links = FAULTS.map(
    (f) => `<li>${f === state.fault ? `<b>${f}</b>` : `<a href="/site?fault=${f}">${f}</a>`}</li>`,
  ).join('');
  return `<!doctype html><html lang="en"><meta charset="utf-8"><title>Stand-in web</title><h1>Stand-in web</h1>
<p><a href="http://${TICKET_SITE.host}${port}/">Ticket site</a>, served as <b>${state.fault}</b>. Serve it as:</p><ul>${links}</ul>
<p>A tracker that nobody announced: ${state.newcomer ? '<b>there</b>, <a href="/site?newcomer=0">take it away</a>' : 'not there, <a href="/site?newcomer=1">bring it in</a>'}</p>
<p><a href="/log">What reached the third parties</a> · <a href="/clear">clear it</a> · <a href="/parties">what they say of themselves</a></p>
<p><a href="/mail">Letters in the stand-in mailbox</a> · <a href="/hooks">what reached the stand-in webhook</a> at /hook</p></html>`;
}
