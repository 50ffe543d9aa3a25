import { once } from 'node:events';
import { createServer, type Server } from 'node:http';
import type { AddressInfo } from 'node:net';
import { afterAll, beforeAll, describe, expect, it } from 'vitest';
import { isPageOf } from './find-pages';
import { assertTarget, isPublicAddress, startProxy } from './guard';
import { withoutSecrets } from './secrets';
import { VisitClock } from './watch/clock';

it('takes what was filled in out of everything kept, but not out of the addresses of pages', () => {
  const recipe = {
    address: 'https://site.example/login',
    fields: [
      { selector: '#n', value: 'customers' },
      { selector: '#p', value: 'crates & "barrels"' },
      { selector: '#c', value: 'abc' },
    ],
    submit: 'button',
    success: '#in',
  };
  const record = {
    page: { url: 'https://site.example/customers' },
    items: [
      {
        name: 'abc',
        url: 'https://ads.example/?u=customers&p=crates%20%26%20%22barrels%22',
        pages: ['https://site.example/customers'],
      },
    ],
    problems: ['showed a dialog: hello customers, your password is crates & "barrels"'],
  };
  expect(withoutSecrets(record, recipe)).toEqual({
    page: { url: 'https://site.example/customers' },
    items: [
      { name: 'abc', url: 'https://ads.example/?u=(left out)&p=(left out)', pages: ['https://site.example/customers'] },
    ],
    problems: ['showed a dialog: hello (left out), your password is (left out)'],
  });
  expect(withoutSecrets(record, undefined)).toBe(record);
});

it('keeps one clock for what browser and scripts tell', () => {
  const clock = new VisitClock();
  clock.start(100, 5000);
  clock.start(200, 6000);
  expect(clock.fromMonotonic(100.25)).toBeCloseTo(250);
  expect(clock.fromWall(5_000_250)).toBeCloseTo(250);
});

describe('what may be visited', () => {
  it.each([
    '127.0.0.1',
    '10.1.2.3',
    '192.168.0.1',
    '169.254.169.254',
    '100.64.0.1',
    '::1',
    'fe80::1',
    'fd00::1',
    '::ffff:127.0.0.1',
    '0.0.0.0',
    '224.0.0.1',
  ])('%s is not public', (address) => {
    expect(isPublicAddress(address)).toBe(false);
  });
  it.each(['8.8.8.8', '2606:4700::1111'])('%s is public', (address) => {
    expect(isPublicAddress(address)).toBe(true);
  });
  it.each([
    ['ferry', /not a web address/],
    ['ftp://x.example/', /not HTTP/],
    ['http://a.localhost/', /private or local address/],
    ['http://127.0.0.1/', /private or local address/],
    ['http://[::1]/', /private or local address/],
    ['http://2130706433/', /private or local address/],
    ['http://no-such-host.invalid/', /does not resolve/],
  ])('refuses %s', async (target, why) => {
    await expect(assertTarget(target, false)).rejects.toThrow(why);
  });
  it('visits private addresses with leave', async () => {
    await expect(assertTarget('http://a.localhost/', true)).resolves.toBeInstanceOf(URL);
  });
});

describe('the guard proxy', () => {
  let inside: Server;
  let guard: Awaited<ReturnType<typeof startProxy>>;
  let reached = 0;
  beforeAll(async () => {
    inside = createServer((_req, res) => {
      reached += 1;
      res.end('secret');
    }).listen(0, '127.0.0.1');
    await once(inside, 'listening');
    guard = await startProxy({ allowPrivate: false });
  });
  afterAll(async () => {
    await guard.close();
    inside.close();
  });

  it.each(['127.0.0.1', 'localhost', 'sub.localhost', '[::1]'])('does not lead to %s', async (host) => {
    const { port } = inside.address() as AddressInfo;
    const { hostname, port: proxyPort } = new URL(guard.url);
    const { request } = await import('node:http');
    const status = await new Promise<number>((resolve, reject) => {
      request(
        { host: hostname, port: proxyPort, path: `http://${host}:${port}/`, headers: { host: `${host}:${port}` } },
        (res) => {
          res.resume();
          resolve(res.statusCode ?? 0);
        },
      )
        .on('error', reject)
        .end();
    });
    expect(status).toBeGreaterThanOrEqual(400);
    expect(reached).toBe(0);
  });
});

it.each([
  ['http://a.localhost/b', true],
  ['http://a.localhost/b.pdf', false],
  ['http://b.localhost/', false],
  ['mailto:x@a.localhost', false],
  ['javascript:void 0', false],
])('whether %s is a page of the site: %s', (link, is) => {
  expect(isPageOf(link, 'http://a.localhost/')).toBe(is);
});
