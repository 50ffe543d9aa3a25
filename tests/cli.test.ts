import { once } from 'node:events';
import { mkdtemp, readdir, readFile, rm, writeFile } from 'node:fs/promises';
import { createServer } from 'node:http';
import type { AddressInfo } from 'node:net';
import { tmpdir } from 'node:os';
import path from 'node:path';
import { newSetup, type Setup } from '@douane/core/setup';
import { type StandInWeb, startStandInWeb } from '@douane/demo';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { douane as run } from './support/cli';
import { ROOT } from './support/world';

let folder: string;
let web: StandInWeb;
let setup: Setup;
const file = (name: string) => path.join(folder, name);

beforeAll(async () => {
  folder = await mkdtemp(path.join(tmpdir(), 'douane-cli-'));
  web = await startStandInWeb({ port: 0, root: ROOT });
  setup = newSetup(
    { key: 'ferry', name: 'Ferry', address: `http://skerrysound.localhost:${web.port}/` },
    'http://localhost:1/g/ferry',
  );
  setup.services = [
    { id: 'cb', name: 'Copperbarn ads', purpose: 'advertising', hosts: ['copperbarn.localhost'], items: [] },
  ];
  await writeFile(file('setup.json'), JSON.stringify(setup));
});
afterAll(async () => {
  await web?.close();
  await rm(folder, { recursive: true, force: true });
});

const douane = (...args: string[]) => run(args);
const site = () => `http://skerrysound.localhost:${web.port}/`;

describe('douane scan', () => {
  it('writes the fixed format, and a table', async () => {
    const { code } = await douane(
      'scan',
      site(),
      '--private',
      '--pages',
      '3',
      '--exclude',
      '/fleet',
      '--json',
      file('scan.json'),
      '--csv',
      file('scan.csv'),
    );
    expect(code).toBe(0);
    const report = JSON.parse(await readFile(file('scan.json'), 'utf8'));
    expect(report).toMatchObject({
      format: 'douane.scan/1',
      target: site(),
      seconds: expect.any(Number),
      problems: [],
    });
    expect(report.pages).toHaveLength(3);
    expect(report.pages.map((p: { url: string }) => p.url)).not.toContain(`${site()}fleet`);
    expect(report.items.find((i: { name: string }) => i.name === 'adn_uid')).toMatchObject({
      kind: 'cookie',
      host: 'adnoddle.localhost',
      party: 'third',
      setBy: 'http',
      httpOnly: true,
      purpose: 'advertising',
    });
    // Nobody knows its host; what it does rules it.
    expect(report.items.find((i: { name: string }) => i.name === 'adn_uid').ruling).toMatchObject({
      by: 'heuristic',
      reason: expect.stringContaining('was sent to'),
    });
    const [head, ...rows] = (await readFile(file('scan.csv'), 'utf8')).trim().split(/\r?\n/);
    expect(head).toContain('kind,name,host,party');
    expect(rows).toHaveLength(report.items.length);
  });

  it.each([
    [['scan', 'http://skerrysound.localhost/'], /private or local address/],
    [['scan', 'nonsense'], /not a web address/],
    [['scan', 'http://no-such-host.invalid/'], /does not resolve/],
    [['scan', 'http://a.localhost/', '--pages', 'many'], /--pages many: give a whole number/],
    [['scan', 'http://a.localhost/', '--resolve', 'x'], /--resolve x: give HOST=ADDRESS/],
    [['scan'], /missing required argument/],
    [['check', 'http://a.localhost/', '--setup', '/no/such.json'], /there is no such file/],
    [['serve'], /DATABASE_URL is not set/],
    [['unheard-of'], /unknown command/],
  ])('%j ends with one line and 2', async (args, why) => {
    const { code, err } = await douane(...args);
    expect(code).toBe(2);
    expect(err).toMatch(why);
    expect(err).not.toMatch(/\n\s+at /);
  });
});

describe('douane decide', () => {
  const decide = (...args: string[]) => douane('decide', '--setup', file('setup.json'), ...args);

  it('prints what a visitor is asked, what may run, and why', async () => {
    const { code, out } = await decide('--place', 'US-CA', '--gpc', '--json');
    expect(code).toBe(0);
    expect(JSON.parse(out)).toMatchObject({
      regimes: ['us-ca'],
      ask: false,
      modes: { necessary: 'none', measurement: 'notice', advertising: 'opt-out' },
      granted: { necessary: true, measurement: true, advertising: false },
      objected: { advertising: true, measurement: false },
      durations: { yesDays: null, refusalDays: null, askAgainDays: 365 },
      links: ['Your Privacy Choices'],
      trace: expect.arrayContaining([
        { text: 'Global Privacy Control objects to Advertising; it is held.', article: 'CCPA regulations § 7025' },
      ]),
    });
    const chosen = JSON.parse((await decide('--place', 'DE', '--choice', 'only:measurement', '--json')).out);
    expect(chosen.granted).toMatchObject({ measurement: true, advertising: false });
    expect((await decide('--place', 'DE', '--choice', 'accept', '--age', '15')).out).toContain(
      'Advertising: kept off by age',
    );
  });

  it.each([
    [['--place', 'US-QQ'], /United States has no subdivision "QQ"/],
    [['--place', 'TX'], /there is no country "TX" .* the state is US-TX/],
    [['--place', 'DE', '--on', '1980-01-01'], /none of the laws that hold here was in force on 1980-01-01/],
    [['--place', 'DE', '--age', 'old'], /--age old: give whole years/],
    [['--place', 'DE', '--choice', 'only:fun'], /no purpose "fun" to say yes or no to/],
  ])('%j ends with one line and 2', async (args, why) => {
    const { code, err } = await decide(...args);
    expect([code, err.trim().split('\n').length]).toEqual([2, 1]);
    expect(err).toMatch(why);
  });
});

describe('douane scan, further', () => {
  it('rules by a catalogue of one’s own, and says which line of it is wrong', async () => {
    await writeFile(file('own.csv'), 'host;service;purpose\nadnoddle.localhost;Adnoddle;advertising\n');
    const report = ['scan', site(), '--private', '--pages', '1', '--json', '-', '--catalogue'];
    const { out } = await douane(...report, file('own.csv'));
    const { items } = JSON.parse(out) as { items: { host: string; purpose: string | null; ruling?: object }[] };
    const its = items.filter(({ host }) => host === 'adnoddle.localhost');
    expect(its.length).toBeGreaterThan(0);
    for (const item of its) {
      expect(item).toMatchObject({
        purpose: 'advertising',
        ruling: { reason: 'own catalogue: host adnoddle.localhost' },
      });
    }
    await writeFile(file('wrong.csv'), 'host,service,purpose\na.localhost,A,fun\n');
    const wrong = await douane(...report, file('wrong.csv'));
    expect([wrong.code, wrong.err]).toEqual([2, expect.stringContaining('line 2, purpose: "fun" is no purpose')]);
  });

  it('writes every request that left as HAR 1.2', async () => {
    await douane('scan', site(), '--private', '--pages', '1', '--har', file('scan.har'));
    const { log } = JSON.parse(await readFile(file('scan.har'), 'utf8'));
    expect(log).toMatchObject({
      version: '1.2',
      creator: { name: 'Douane' },
      browser: { name: 'Chromium' },
      pages: [{ id: site() }],
    });
    const sync = log.entries.find((entry: { request: { url: string } }) => entry.request.url.includes('/sync'));
    expect(sync).toMatchObject({
      pageref: site(),
      request: { method: 'GET', queryString: [{ name: 'to', value: 'copperbarn' }] },
      response: {
        status: 302,
        redirectURL: expect.stringContaining('copperbarn.localhost'),
        cookies: [{ name: 'adn_uid' }],
      },
      timings: { send: -1 },
    });
    for (const entry of log.entries) {
      expect(Number.isNaN(Date.parse(entry.startedDateTime))).toBe(false);
      expect(entry.time).toBeCloseTo(entry.timings.wait + entry.timings.receive, 3);
    }
    expect(
      new Set(log.entries.map((entry: { request: { url: string } }) => new URL(entry.request.url).hostname)).size,
    ).toBeGreaterThan(5);
  });

  it('goes behind a login, and says at which step that failed without telling what was filled in', async () => {
    const desk = createServer((req, res) => {
      const inside = /desk=open/.test(req.headers.cookie ?? '');
      res.setHeader('content-type', 'text/html');
      if (req.url?.startsWith('/in?')) res.writeHead(302, { 'set-cookie': 'desk=open; HttpOnly', location: '/' });
      const form =
        '<form action="/in"><input name="user"><input name="word" type="password"><button>In</button></form>';
      res.end(
        `<!doctype html><title>Desk</title>${inside ? '<h1 class="freight">Freight</h1><a href="/loads">loads</a>' : form}`,
      );
    }).listen(0, '127.0.0.1');
    await once(desk, 'listening');
    const address = `http://desk.localhost:${(desk.address() as AddressInfo).port}/`;
    const recipe = {
      address,
      fields: [
        { selector: '[name=user]', value: 'ines' },
        { selector: '[name=word]', value: 'tide-table' },
      ],
      submit: 'button',
      success: '.freight',
    };
    await writeFile(file('in.json'), JSON.stringify(recipe));
    const { code } = await douane(
      'scan',
      address,
      '--private',
      '--sign-in',
      file('in.json'),
      '--json',
      file('desk.json'),
    );
    const report = JSON.parse(await readFile(file('desk.json'), 'utf8'));
    await writeFile(file('wrong-in.json'), JSON.stringify({ ...recipe, success: '.nowhere' }));
    const wrong = await douane('scan', address, '--private', '--sign-in', file('wrong-in.json'));
    desk.close();
    expect(code).toBe(0);
    expect(report.pages.map((page: { url: string }) => page.url)).toEqual([address, `${address}loads`]);
    expect(report.items.map((item: { name: string }) => item.name)).toEqual(['desk']);
    expect(wrong).toMatchObject({ code: 2, err: expect.stringContaining('signing in: ".nowhere" did not show') });
    expect(wrong.err + wrong.out).not.toContain('tide-table');
  });
});

describe('douane gate', () => {
  it('writes files and snippet', async () => {
    const { code, out } = await douane('gate', '--setup', file('setup.json'), '--out', file('gate'));
    expect(code).toBe(0);
    expect(out).toContain('<script src="http://localhost:1/g/ferry/gate.js"></script>');
    const names = (await readdir(file('gate'))).map((name) => name.replace(/[0-9a-f]{10}/, 'HASH'));
    expect(JSON.parse(await readFile(file('gate/.well-known/gpc.json'), 'utf8'))).toMatchObject({ gpc: true });
    expect(names.sort()).toEqual([
      '.well-known',
      'banner.HASH.js',
      'button.HASH.js',
      'field.HASH.js',
      'gate.js',
      'held.HASH.js',
      'hold.HASH.js',
      'late.HASH.js',
      'panel.HASH.js',
      ...['de', 'en'].flatMap((tag) => ['html', 'js', 'json', 'md', 'txt'].map((end) => `policy.${tag}.${end}`)),
      'snippet.html',
      'texts-de.HASH.json',
      'texts-en.HASH.json',
      // As it is, and while the banner is paused.
      'visit.HASH.js',
      'visit.HASH.js',
      'worker.HASH.js',
    ]);
  });

  it('names the field of a setup that is wrong', async () => {
    await writeFile(
      file('wrong.json'),
      JSON.stringify({ ...setup, services: [{ ...setup.services[0], purpose: 'fun' }] }),
    );
    const { code, err } = await douane('gate', '--setup', file('wrong.json'), '--out', file('gate'));
    expect(code).toBe(2);
    expect(err).toMatch(/services\[0\]\.purpose: no purpose "fun"; there are necessary, functional/);
  });
});

describe('douane check', () => {
  it('ends with 1 and a JUnit report where something slipped, and a case can be chosen', async () => {
    const { code, out } = await douane(
      'check',
      `${site()}fares`,
      '--setup',
      file('setup.json'),
      '--private',
      '--pages',
      '1',
      '--case',
      'place=DE,choice=none',
      '--json',
      file('check.json'),
      '--junit',
      file('check.xml'),
      '--har',
      file('hars'),
    );
    expect(code).toBe(1);
    expect(out).toMatch(/slipped copperbarn\.localhost request image \(advertising\) in: DE none/);
    const report = JSON.parse(await readFile(file('check.json'), 'utf8'));
    expect(report).toMatchObject({
      format: 'douane.check/1',
      cases: [{ id: 'DE none', place: 'DE', choice: 'none', recordedAtMs: null }],
    });
    expect(await readdir(file('hars'))).toEqual(['DE-none.har']);
    expect(await readFile(file('check.xml'), 'utf8')).toMatch(
      /<testcase [^>]*classname="copperbarn\.localhost"[^>]*>\s*<failure/,
    );
  });

  it('refuses a case it does not know', async () => {
    const { code, err } = await douane(
      'check',
      site(),
      '--setup',
      file('setup.json'),
      '--private',
      '--case',
      'choice=maybe',
    );
    expect(code).toBe(2);
    expect(err).toMatch(/choice "maybe" is none of/);
  });
});
