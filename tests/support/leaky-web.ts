import { createServer, type IncomingMessage, type Server } from 'node:http';
import { createServer as createSecureServer } from 'node:https';
import type { AddressInfo } from 'node:net';
import { text as textOf } from 'node:stream/consumers';
import { indexPlan, policyFor } from '@douane/core/hold';
import { compileRelease, type Release } from '@douane/core/release';
import { newSetup } from '@douane/core/setup';
import { Edge, EdgeSite } from '@douane/edge';
import { gateFiles } from '@douane/gate';
import { loadGateCode, sha256 } from '@douane/server/gate-code';
import { generate } from 'selfsigned';
import type { Way } from '../ways/types';
import { ROOT } from './world';

/**
 * How a page is held: not at all; by its tags being marked; by the script with the browser's policy, or alone (`agreed`: the
 * same, for who says yes); by a header with the script; by an edge in front of the site.
 */
export type Means = 'none' | 'marked' | 'policy' | 'script' | 'agreed' | 'header' | 'edge';
/** Which gate stands in a page. `hosts`: all that is held has hosts of its own, so a policy says all; `paths`: not so. */
const GATES: Partial<Record<Means, 'script' | 'hosts' | 'paths'>> = {
  marked: 'script',
  policy: 'hosts',
  script: 'script',
  agreed: 'script',
  header: 'paths',
};

const GATE_NAMES: ReadonlySet<string> = new Set(Object.values(GATES));

type Answer = [type: string, body: string | Buffer, status?: number, headers?: Record<string, string>];

const TYPES: Record<string, string> = { js: 'text/javascript', html: 'text/html', css: 'text/css' };
const ANSWERS: Record<string, [type: string, body: string | Buffer]> = {
  js: ['text/javascript', '//'],
  css: ['text/css', '/**/'],
  gif: ['image/gif', Buffer.from('R0lGODlhAQABAAAAACw=', 'base64')],
  svg: ['image/svg+xml', '<svg xmlns="http://www.w3.org/2000/svg"/>'],
  html: ['text/html', '<!doctype html><title>x</title>'],
};

/**
 * A page for each way and means, and the third party that it tries to reach, which keeps its own log: whether a way was
 * held is what that log says. The gate asks for advertising first, and its recorder takes every choice.
 */
export class LeakyWeb {
  private readonly reached = new Set<string>();
  /** What came to the third party, and what the recorder took, in the order in which it came. */
  private readonly log: { visit: string; granted?: boolean }[] = [];
  /** What the recorder answers to each choice, by how many it took before; with 201 it takes it. */
  recorder: (before: number) => number = () => 201;
  private taken = 0;
  private policy = '';
  private edge!: Edge;
  private edgePort = 0;
  /** Which release the gate in a page is of. */
  private readonly releases = new Map<string, Release>();
  private release!: Release;
  private readonly files = new Map<string, string>();

  private constructor(
    private readonly server: Server,
    readonly port: number,
    private readonly ways: readonly Way[],
    /** Of its hosts, where it speaks HTTPS. */
    readonly certificate?: string,
  ) {}

  /** `secure`: over HTTPS, without an edge. */
  static async open(ways: readonly Way[], { secure = false } = {}): Promise<LeakyWeb> {
    const made = secure ? await generate([{ name: 'commonName', value: 'page.localhost' }]) : undefined;
    const server = made ? createSecureServer({ key: made.private, cert: made.cert }) : createServer();
    server.listen(0, '127.0.0.1');
    await new Promise((done) => server.once('listening', done));
    const web = new LeakyWeb(server, (server.address() as AddressInfo).port, ways, made?.cert);
    const address = `${web.scheme}://page.localhost:${web.port}`;
    const setup = newSetup({ key: 's', name: 'S', address }, `${address}/g/s`);
    const kinds = ['cookie', 'local-storage', 'session-storage', 'indexed-db', 'cache-storage'] as const;
    setup.services = [
      {
        id: 'leak',
        name: 'Leak',
        purpose: 'advertising',
        hosts: ['leak.localhost', 'shared.localhost/w/', 'page.localhost/w/', 'stats.page.localhost'],
        items: kinds.map((kind) => ({ kind, name: '_leak' })),
      },
      { id: 'needed', name: 'Needed', purpose: 'necessary', hosts: ['shared.localhost/'], items: [] },
    ];
    const code = await loadGateCode(ROOT);
    const { pointer } = gateFiles(compileRelease(setup, 1, '2026-11-26'), code, sha256);
    web.files.set('gate.js', pointer);
    const ofHosts = setup.services.map((one) => ({ ...one, hosts: one.hosts.filter((host) => !host.includes('/')) }));
    for (const [name, by, services] of [
      ['paths', 'policy', setup.services],
      ['hosts', 'policy', ofHosts],
      ['script', 'script', setup.services],
    ] as const) {
      const of = { ...setup, services: [...services], holding: { unruled: 'by-regime' as const, by } };
      const made = compileRelease(of, 1, '2026-11-26');
      web.releases.set(name, made);
      const { pointer, immutable } = gateFiles(made, code, sha256);
      web.files.set(`${name}.js`, pointer);
      for (const { name: file, body } of immutable) web.files.set(file, body);
    }
    const release = compileRelease(setup, 1, '2026-11-26');
    web.release = release;
    web.policy = policyFor(indexPlan(release.plan), (purpose) => purpose === 'necessary')!;
    web.edge = new Edge({
      origin: new URL(`http://127.0.0.1:${web.port}`),
      site: new EdgeSite(release),
      placeOf: () => ({ country: 'DE' }),
    });
    web.edgePort = await web.edge.listen(0, '127.0.0.1');
    server.on('request', async (req, res) => {
      const posted = req.method === 'POST' ? await textOf(req).catch(() => '') : ''; // broken off: nothing more comes
      const [type, body, status = 200, headers = {}] = web.answer(req, posted);
      if (req.url?.startsWith('/header/')) res.setHeader('content-security-policy', web.policy);
      for (const [name, value] of Object.entries(headers)) res.setHeader(name, value);
      res.writeHead(status, { 'content-type': type, 'access-control-allow-origin': '*', 'cache-control': 'no-store' });
      res.end(body);
    });
    server.on('upgrade', (req, socket) => {
      web.answer(req);
      socket.destroy();
    });
    return web;
  }

  private get scheme(): string {
    return this.certificate ? 'https' : 'http';
  }

  /** Address of the page that tries a way. `visit`: a number by which one visit to it is told from others. */
  pageOf(way: Way, means: Means, visit?: number): string {
    const port = means === 'edge' ? this.edgePort : this.port;
    return `${this.scheme}://page.localhost:${port}/${this.keyOf(way, means, visit)}/`;
  }

  private keyOf(way: Way, means: Means, visit?: number): string {
    return `${means}/${this.ways.indexOf(way)}${visit === undefined ? '' : `~${visit}`}`;
  }

  /** Whether in one visit anything came to the third party while it was not granted, by the order in which things came. */
  hasSlipped(way: Way, means: Means, visit: number, grantedUnasked: boolean): boolean {
    let stands = grantedUnasked;
    for (const { granted } of this.log.filter((one) => one.visit === this.keyOf(way, means, visit))) {
      if (granted === undefined && !stands) return true;
      stands = granted ?? stands;
    }
    return false;
  }

  /** The release by which a way's page is held, to check it by. */
  releaseOf(way: Way, means: Means): Release {
    return this.releases.get(this.gateOf(way, means) ?? '') ?? this.release;
  }

  /** Whether anything of a way has reached the third party. */
  hasReached = (way: Way, means: Means): boolean => this.reached.has(this.keyOf(way, means));

  async close(): Promise<void> {
    this.server.closeAllConnections();
    this.server.close();
    await this.edge.close();
  }

  private answer({ headers, url = '', method }: IncomingMessage, body = ''): Answer {
    const [, ...parts] = new URL(url, 'http://x').pathname.split('/');
    const path = parts.join('/');
    // A third party by its host, or by the path that it has at the site's own.
    if (!headers.host?.startsWith('page.') || path.startsWith('w/')) {
      const [, at = '', end = ''] = /^w\/(\w+\/\d+(?:~\d+)?)\.?(\w*)/.exec(path) ?? [];
      this.reached.add(at);
      this.log.push({ visit: at });
      return ANSWERS[end] ?? ['application/octet-stream', 'x'];
    }
    if (path === 'g/s/place') return ['application/json', '{"place":"DE"}'];
    if (path === 'g/s/records' && method === 'POST') {
      const status = this.recorder(this.taken);
      if (status !== 201) return ['application/json', '{}', status];
      this.taken += 1;
      const [, visit = ''] = /^\/(\w+\/\d+(?:~\d+)?)\//.exec(new URL(headers.referer ?? 'http://x').pathname) ?? [];
      this.log.push({ visit, granted: JSON.parse(body).purposes.advertising });
      return ['application/json', '{"id":"00000000-0000-4000-8000-000000000000"}', 201];
    }
    // Several gates stand under the one address that a gate has.
    const asked = url.replace(/^\/g\/s\/(gate\.js\?)?/, '');
    const served = path.startsWith('g/s/') ? this.files.get(GATE_NAMES.has(asked) ? `${asked}.js` : asked) : undefined;
    if (served !== undefined) return [path.endsWith('.json') ? 'application/json' : 'text/javascript', served];
    const [means, number, name] = parts as [Means, string, string?];
    const way = this.ways[Number.parseInt(number, 10)];
    if (!way || number === undefined) return ['text/html', '', 404];
    const file = name ? way.files?.[name] : undefined;
    if (name && file === undefined) return ['text/plain', '', 404];
    const own = Object.entries(way.headers ?? {}).map(([of, value]) => [of, this.addressed(value, means, number)]);
    if (file === undefined)
      return ['text/html; charset=utf-8', this.markupOf(way, means, number), 200, Object.fromEntries(own)];
    const text = this.addressed(file, means, number);
    if (text.startsWith('to:')) return ['text/plain', '', 302, { location: text.slice(3) }];
    return [TYPES[name!.split('.')[1]!] ?? 'text/plain', text];
  }

  private markupOf({ html = '', script }: Way, means: Means, number: string): string {
    const tag = script ? `${html}<script>${script}</script>` : html;
    const body = means === 'marked' ? `<template data-gate="advertising">${tag}</template>` : tag;
    const by = this.gateOf({ html, script }, means);
    const gate = by ? `<script src="/g/s/gate.js?${by}"></script>` : '';
    const page = `<!doctype html><html lang="en"><head>${gate}<title>x</title><link rel="icon" href="data:,"></head><body><p>Page</p>${body}</body></html>`;
    return this.addressed(page, means, number);
  }

  private gateOf({ html = '', script = '' }: Pick<Way, 'html' | 'script'>, means: Means) {
    const isOfPath = /__(PATH|SHARED)__/.test(html + script);
    return means === 'policy' && isOfPath ? 'paths' : GATES[means];
  }

  /** `__AT__` is an address at the third party, `__OWN__` the folder of the page's own files. */
  private addressed(text: string, means: Means, number: string): string {
    const port = means === 'edge' ? this.edgePort : this.port;
    return text
      .replaceAll('__AT__', `${this.scheme}://leak.localhost:${this.port}/w/${means}/${number}`)
      .replaceAll('__PATH__', `${this.scheme}://page.localhost:${port}/w/${means}/${number}`)
      .replaceAll('__CNAME__', `${this.scheme}://stats.page.localhost:${this.port}/w/${means}/${number}`)
      .replaceAll('__SHARED__', `${this.scheme}://shared.localhost:${this.port}/w/${means}/${number}`)
      .replaceAll('__OWN__', `${this.scheme}://page.localhost:${port}/${means}/${number}`);
  }
}
